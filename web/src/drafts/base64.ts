export const toBase64 = (bytes: Uint8Array): string =>
  btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''));

export const fromBase64 = (text: string): Uint8Array =>
  Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0));
