import { xchacha20poly1305 } from '@noble/ciphers/chacha.js';

const nonceBytes = 24;

/**
 * Seals a text with a person's key, which only the server gives and only to that person: what is kept in a browser that others use
 * cannot be read after signing out. A nonce of 24 random bytes stands before the sealed text (XChaCha20-Poly1305).
 */
export function sealText(key: Uint8Array, text: string): Uint8Array {
  const nonce = crypto.getRandomValues(new Uint8Array(nonceBytes));
  const sealed = xchacha20poly1305(key, nonce).encrypt(new TextEncoder().encode(text));
  const whole = new Uint8Array(nonceBytes + sealed.length);
  whole.set(nonce);
  whole.set(sealed, nonceBytes);
  return whole;
}

/** The text, or undefined when it was sealed with another key or is damaged. */
export function openSeal(key: Uint8Array, whole: Uint8Array): string | undefined {
  try {
    const plain = xchacha20poly1305(key, whole.subarray(0, nonceBytes)).decrypt(whole.subarray(nonceBytes));
    return new TextDecoder().decode(plain);
  } catch {
    return undefined;
  }
}
