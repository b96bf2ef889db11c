import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createServer } from 'node:https';
import { connect } from 'node:tls';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { certificateIn, placesHere, type Places } from './certificate.ts';
import {
  drawnPassphrase,
  hashOf,
  isPassphrase,
  PASSPHRASE_LETTERS,
  weaknessOf,
} from './passphrase.ts';

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
    expect(weaknessOf('x'.repeat(PASSPHRASE_LETTERS.most + 1))).toMatch(
      /at most 128 letters; this has 129/,
    );
    for (const guessed of [
      'passwordpassword',
      '123456789012',
      'qwertyuiopasdf',
      'aaaaaaaaaaaaaaaa',
    ])
      expect(weaknessOf(guessed), guessed).toMatch(/soon guessed/);
    const drawn = Array.from({ length: 20 }, drawnPassphrase);
    expect(drawn.map(weaknessOf)).toEqual(drawn.map(() => undefined));
    expect(new Set(drawn).size).toBe(20);
  });
});

describe('the certificate', () => {
  const places: Places = {
    names: ['localhost', 'bench.local'],
    addresses: ['127.0.0.1', '10.1.2.3', 'fd00::1'],
  };
  let folder: string;
  beforeEach(
    () => void (folder = join(mkdtempSync(join(tmpdir(), 'velk-certificate-')), 'access')),
  );
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  it('is made once, kept to oneself, and holds every name and address by which the server is reached', async () => {
    const certificate = await certificateIn(folder, places);
    const read = new X509Certificate(certificate.cert);
    for (const name of places.names) expect(read.checkHost(name)).toBe(name);
    for (const address of places.addresses) expect(read.checkIP(address)).toBe(address);
    expect(read.checkHost('elsewhere.example')).toBe(undefined);
    expect(Date.parse(read.validTo) - Date.parse(read.validFrom)).toBeLessThanOrEqual(825 * DAY);
    expect(statSync(folder).mode & 0o777).toBe(0o700);
    for (const file of readdirSync(folder))
      expect(statSync(join(folder, file)).mode & 0o777, file).toBe(0o600);
    expect(await certificateIn(folder, places)).toEqual(certificate);
  });

  it('is made anew before it ends, and where a name or an address is new, by the same authority', async () => {
    const certificate = await certificateIn(folder, places);
    expect(await certificateIn(folder, places, Date.now() + 700 * DAY)).toEqual(certificate);
    const later = await certificateIn(folder, places, Date.now() + 800 * DAY);
    const moved = await certificateIn(folder, { ...places, addresses: ['127.0.0.1', '10.1.2.4'] });
    const named = await certificateIn(folder, { ...places, names: ['localhost', 'velk.shop'] });
    const certificates = [certificate, later, moved, named];
    expect(new Set(certificates.map(({ fingerprint }) => fingerprint)).size).toBe(4);
    expect(new Set(certificates.map(({ authority }) => authority.fingerprint)).size).toBe(1);
    /** Before a certificate could outlive it there is another authority. */
    const last = await certificateIn(folder, places, Date.now() + (3650 - 824) * DAY);
    expect(last.authority).not.toEqual(certificate.authority);
  });

  it('of a folder from before, without an authority, is not taken', async () => {
    const { authority } = await certificateIn(folder, places);
    rmSync(join(folder, 'authority.pem'));
    const certificate = await certificateIn(folder, places);
    expect(certificate.authority).not.toEqual(authority);
    const signer = new X509Certificate(certificate.authority.cert);
    expect(new X509Certificate(certificate.cert).verify(signer.publicKey)).toBe(true);
  });

  it('is what a connection shows, and is trusted by who took in the authority alone', async () => {
    const certificate = await certificateIn(folder, places);
    const server = createServer({ key: certificate.key, cert: certificate.cert }).listen(
      0,
      '127.0.0.1',
    );
    await new Promise((resolve) => server.once('listening', resolve));
    const { port } = server.address() as { port: number };
    const shown = (ca?: string) =>
      new Promise<string>((resolve) => {
        const socket = connect(
          { port, host: '127.0.0.1', servername: 'localhost', ...(ca && { ca }) },
          () => {
            resolve(socket.getPeerCertificate().fingerprint256);
            socket.destroy();
          },
        ).on('error', ({ code }: NodeJS.ErrnoException) => resolve(String(code)));
      });
    expect(await shown(certificate.authority.cert)).toBe(certificate.fingerprint);
    expect(await shown()).toBe('UNABLE_TO_VERIFY_LEAF_SIGNATURE');
    server.close();
  });

  it('takes names and addresses that are said, but none that stands for all or can’t be a name', () => {
    const { names, addresses } = placesHere([
      '0.0.0.0',
      '::',
      'Velk.Shop',
      '[fd00::2]',
      '10.9.9.9',
      'not a name',
    ]);
    expect(names).toContain('velk.shop');
    expect(names.join(' ')).not.toContain('not a name');
    expect(addresses).toEqual(expect.arrayContaining(['127.0.0.1', 'fd00::2', '10.9.9.9']));
    expect(addresses).not.toContain('0.0.0.0');
  });
});
