import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createServer } from 'node:https';
import { connect } from 'node:tls';
import { describe, expect, it } from 'vitest';
import { certificateIn } from './certificate.ts';
import { drawnPassphrase, hashOf, isPassphrase, PASSPHRASE_LETTERS, weaknessOf } from './passphrase.ts';

const DAY = 86_400_000;

describe('the passphrase', () => {
  it('is known again, whichever way its letters are written, and nothing else is taken for it', async () => {
    const kept = await hashOf('Lärche Zwinge Hobel Dübel');
    expect(kept).not.toContain('Hobel');
    expect(await isPassphrase('Lärche Zwinge Hobel Dübel'.normalize('NFD'), kept)).toBe(true);
    expect(await isPassphrase('Lärche Zwinge Hobel Dubel', kept)).toBe(false);
    expect(await isPassphrase('', kept)).toBe(false);
    expect(await hashOf('Lärche Zwinge Hobel Dübel')).not.toBe(kept);
  });

  it('is refused where it is short, endless or soon guessed; one drawn by lot never is', () => {
    expect(weaknessOf('larch plane')).toBe('A passphrase has at least 12 letters; this has 11.');
    expect(weaknessOf('x'.repeat(PASSPHRASE_LETTERS.most + 1))).toMatch(/at most 128 letters; this has 129/);
    for (const guessed of ['passwordpassword', '123456789012', 'qwertyuiopasdf', 'aaaaaaaaaaaaaaaa'])
      expect(weaknessOf(guessed), guessed).toMatch(/soon guessed/);
    const drawn = Array.from({ length: 20 }, drawnPassphrase);
    expect(drawn.map(weaknessOf)).toEqual(drawn.map(() => undefined));
    expect(new Set(drawn).size).toBe(20);
  });
});

describe('the certificate', () => {
  it('is made once, kept to oneself, made anew before it ends, and is what a connection shows', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'velk-certificate-'));
    try {
      const made = await certificateIn(join(folder, 'own'));
      const read = new X509Certificate(made.cert);
      expect(read.checkHost('localhost')).toBe('localhost');
      expect(read.checkIP('127.0.0.1')).toBe('127.0.0.1');
      expect(Date.parse(read.validTo) - Date.parse(read.validFrom)).toBeLessThanOrEqual(825 * DAY);
      expect(statSync(join(folder, 'own')).mode & 0o777).toBe(0o700);
      for (const file of readdirSync(join(folder, 'own')))
        expect(statSync(join(folder, 'own', file)).mode & 0o777, file).toBe(0o600);

      expect(await certificateIn(join(folder, 'own'), Date.now() + 700 * DAY)).toEqual(made);
      expect(await certificateIn(join(folder, 'own'), Date.now() + 800 * DAY)).not.toEqual(made);

      const server = createServer({ key: made.key, cert: made.cert }).listen(0, '127.0.0.1');
      await new Promise((resolve) => server.once('listening', resolve));
      const { port } = server.address() as { port: number };
      const shown = await new Promise<string>((resolve, reject) => {
        const socket = connect({ port, host: '127.0.0.1', ca: made.cert, servername: 'localhost' }, () => {
          resolve(socket.getPeerCertificate().fingerprint256);
          socket.destroy();
        }).on('error', reject);
      });
      expect(shown).toBe(made.fingerprint);
      server.close();
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
});
