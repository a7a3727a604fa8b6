/** A name for a bar or a section that no other has: twelve random hexadecimal digits. */
export const newId = (): string =>
  [...crypto.getRandomValues(new Uint8Array(6))].map((byte) => byte.toString(16).padStart(2, '0')).join('');
