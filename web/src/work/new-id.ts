/** A name for a bar or a section that no other has: twelve random hexadecimal digits. */
export const newId = (): string =>
  [...crypto.getRandomValues(new Uint8Array(6))].map((byte) => byte.toString(16).padStart(2, '0')).join('');

/** A random UUID (RFC 9562, version 4). The browser's own is missing where the page is not served over TLS. */
export function newUuid(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  return [8, 12, 16, 20].reduceRight((text, at) => `${text.slice(0, at)}-${text.slice(at)}`, hex);
}
