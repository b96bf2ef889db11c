/**
 * A short, stable fingerprint of plain data (FNV-1a, 32 bits): the same content gives the same
 * text.
 */
export function fingerprint(data: unknown): string {
  let hash = 0x811c9dc5;
  for (const char of JSON.stringify(data))
    hash = Math.imul(hash ^ char.codePointAt(0)!, 0x01000193) >>> 0;
  return hash.toString(16).padStart(8, '0');
}
