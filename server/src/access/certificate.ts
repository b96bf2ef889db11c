import { X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { isIP } from 'node:net';
import { join } from 'node:path';
import { generate } from 'selfsigned';

/** A certificate with its key, PEM. */
interface Signed {
  readonly key: string;
  readonly cert: string;
}

export interface Certificate extends Signed {
  /** SHA-256, in pairs, as browsers show it. */
  readonly fingerprint: string;
  /**
   * Of the authority that signed it: taken in once, a device trusts this and every later
   * certificate.
   */
  readonly authority: { readonly cert: string; readonly fingerprint: string };
}

/** By what a server is reached. */
export interface Places {
  readonly names: readonly string[];
  readonly addresses: readonly string[];
}

/**
 * Some tablets take none that is valid for longer, days (their makers' rule since 2019; value from
 * memory).
 */
const DAYS = 825;
/** Made anew when it is so close to its end, days. */
const SPARE = 30;
/** The authority is taken in by hand: that is not asked for every other year. */
const AUTHORITY_DAYS = 3650;
const DAY = 86_400_000;

/** Addresses by which other machines reach this one. */
export const addressesHere = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((addresses) => addresses ?? [])
    .filter(({ internal, address }) => !internal && !address.startsWith('fe80'))
    .map(({ address }) => address);

/** Names by which other machines may know this one. */
export const namesHere = (): string[] => [
  hostname().toLowerCase(),
  `${hostname().toLowerCase()}.local`,
];

/** An address that stands for all addresses is none of them. */
const isPlace = (place: string): boolean => place !== '0.0.0.0' && place !== '::';
/** What a certificate can hold as a name: RFC 1123, 2.1. */
const NAME = /^[a-z\d]([a-z\d-]*[a-z\d])?(\.[a-z\d]([a-z\d-]*[a-z\d])?)*$/;

/** By what this machine is reached, and by what else whoever runs Velk says. */
export function placesHere(said: readonly string[]): Places {
  const more = said.filter(isPlace).map((place) => place.toLowerCase().replace(/^\[|\]$/g, ''));
  const names = ['localhost', ...namesHere(), ...more.filter((place) => !isIP(place))].filter(
    (name) => NAME.test(name),
  );
  const addresses = ['127.0.0.1', ...addressesHere(), ...more.filter((place) => isIP(place))];
  return { names: [...new Set(names)], addresses: [...new Set(addresses)] };
}

const fingerprintOf = (cert: string): string => new X509Certificate(cert).fingerprint256;

/** A certificate kept in a folder under a name, as long as it will do; made anew otherwise. */
async function keptIn(
  folder: string,
  name: string,
  willDo: (cert: X509Certificate) => boolean,
  make: () => ReturnType<typeof generate>,
): Promise<Signed> {
  const [keyFile, certFile] = [join(folder, `${name}-key.pem`), join(folder, `${name}.pem`)];
  if (existsSync(keyFile) && existsSync(certFile)) {
    const [key, cert] = [readFileSync(keyFile, 'utf8'), readFileSync(certFile, 'utf8')];
    if (willDo(new X509Certificate(cert))) return { key, cert };
  }
  const { private: key, cert } = await make();
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  /**
   * Killed in between it is made anew: the old certificate is gone before the new key stands there.
   */
  rmSync(certFile, { force: true });
  for (const [file, text] of Object.entries({ [keyFile]: key, [certFile]: cert })) {
    writeFileSync(`${file}.new`, text, { mode: 0o600 });
    renameSync(`${file}.new`, file);
  }
  return { key, cert };
}

const KIND = { keyType: 'ec', curve: 'P-256', algorithm: 'sha256' } as const;
const lasting = (days: number, now: number) => ({
  notBeforeDate: new Date(now - DAY),
  notAfterDate: new Date(now + (days - 1) * DAY),
});
const lastsFor = (days: number, now: number) => (cert: X509Certificate) =>
  Date.parse(cert.validTo) > now + days * DAY;

/** What signs the certificates of this machine, and nothing below itself. */
const authorityIn = (folder: string, now: number): Promise<Signed> =>
  keptIn(folder, 'authority', lastsFor(DAYS, now), () =>
    generate([{ name: 'commonName', value: `Velk on ${hostname()}` }], {
      ...KIND,
      ...lasting(AUTHORITY_DAYS, now),
      extensions: [
        { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
        { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
      ],
    }),
  );

/**
 * The certificate kept in a folder: made at the first start, again before it ends and whenever it
 * doesn't hold all places by which the server is reached, by an authority that stays.
 */
export async function certificateIn(
  folder: string,
  { names, addresses }: Places,
  now = Date.now(),
): Promise<Certificate> {
  const authority = await authorityIn(folder, now);
  const signer = new X509Certificate(authority.cert);
  const isSigned = (cert: X509Certificate) =>
    cert.checkIssued(signer) && cert.verify(signer.publicKey);
  const holdsAll = (cert: X509Certificate) =>
    names.every((name) => cert.checkHost(name) !== undefined) &&
    addresses.every((ip) => cert.checkIP(ip) !== undefined);
  const lasts = lastsFor(SPARE, now);
  const { key, cert } = await keptIn(
    folder,
    'certificate',
    (kept) => lasts(kept) && isSigned(kept) && holdsAll(kept),
    () =>
      generate([{ name: 'commonName', value: 'Velk' }], {
        ...KIND,
        ...lasting(DAYS, now),
        ca: authority,
        extensions: [
          { name: 'basicConstraints', cA: false, critical: true },
          { name: 'keyUsage', digitalSignature: true, critical: true },
          { name: 'extKeyUsage', serverAuth: true },
          {
            name: 'subjectAltName',
            altNames: [
              ...names.map((value) => ({ type: 2, value }) as const),
              ...addresses.map((ip) => ({ type: 7, ip }) as const),
            ],
          },
        ],
      }),
  );
  return {
    key,
    cert,
    fingerprint: fingerprintOf(cert),
    authority: { cert: authority.cert, fingerprint: fingerprintOf(authority.cert) },
  };
}
