import { fingerprint } from './fingerprint.ts';

/** A proof as it is kept: under what it depends on, with a sum by which damage is told. */
export interface KeptProof {
  readonly key: string;
  readonly text: string;
  readonly sum: string;
}

/** So many are asked for at once at the most. */
export const MOST_PROOFS_ASKED = 200;

/** Fields in one order, whichever they were written in: a database puts them in another. */
const inOrder = (_key: string, value: unknown): unknown =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;

/** What a proof is kept under: the sum (SHA-256, as base64url) of all that it depends on. */
export async function proofKey(question: readonly unknown[]): Promise<string> {
  const bytes = new TextEncoder().encode(JSON.stringify(question, inOrder));
  const sum = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  return btoa(String.fromCharCode(...sum))
    .replace(/\+/g, '-')
    .replace(/\//g, '_')
    .replace(/=/g, '');
}

export function packedProof(key: string, proof: object): KeptProof {
  const text = JSON.stringify(proof);
  return { key, text, sum: fingerprint(text) };
}

/** The proof that was kept; nothing where it was damaged since. */
export function unpackedProof<Proof>({
  text,
  sum,
}: Pick<KeptProof, 'text' | 'sum'>): Proof | undefined {
  if (typeof text !== 'string' || fingerprint(text) !== sum) return undefined;
  return JSON.parse(text) as Proof;
}
