import { X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { generate } from 'selfsigned';

export interface Certificate {
  readonly key: string;
  readonly cert: string;
  /** SHA-256, in pairs, as browsers show it. */
  readonly fingerprint: string;
}

/** Some tablets take none that is valid for longer, days (their makers' rule since 2019; value from memory). */
const DAYS = 825;
/** Made anew when it is so close to its end, days. */
const SPARE = 30;
const DAY = 86_400_000;

/** Addresses by which other machines reach this one. */
export const addressesHere = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    .filter(({ internal, address }) => !internal && !address.startsWith('fe80'))
    .map(({ address }) => address);

/** Names by which other machines may know this one. */
export const namesHere = (): string[] => [hostname().toLowerCase(), `${hostname().toLowerCase()}.local`];

/** The certificate kept in a folder, made at the first start and again before it ends. */
export async function certificateIn(folder: string, now = Date.now()): Promise<Certificate> {
  const [keyFile, certFile] = [join(folder, 'key.pem'), join(folder, 'certificate.pem')];
  if (existsSync(keyFile) && existsSync(certFile)) {
    const [key, cert] = [readFileSync(keyFile, 'utf8'), readFileSync(certFile, 'utf8')];
    const { validTo, fingerprint256 } = new X509Certificate(cert);
    if (Date.parse(validTo) > now + SPARE * DAY) return { key, cert, fingerprint: fingerprint256 };
  }
  const made = await generate([{ name: 'commonName', value: 'Velk' }], {
    keyType: 'ec',
    curve: 'P-256',
    algorithm: 'sha256',
    notBeforeDate: new Date(now - DAY),
    notAfterDate: new Date(now + (DAYS - 1) * DAY),
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: [
          ...['localhost', ...namesHere()].map((value) => ({ type: 2, value }) as const),
          ...['127.0.0.1', ...addressesHere()].map((ip) => ({ type: 7, ip }) as const),
        ],
      },
    ],
  });
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  for (const [file, text] of [
    [keyFile, made.private],
    [certFile, made.cert],
  ] as const) {
    // prettier-ignore
    writeFileSync(`${file}.new`, text, { mode: 0o600 });
    renameSync(`${file}.new`, file);
  }
  return { key: made.private, cert: made.cert, fingerprint: new X509Certificate(made.cert).fingerprint256 };
}
