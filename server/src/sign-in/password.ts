import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import pLimit from 'p-limit';
import { Refusal } from '../http/refusal.ts';

/** scrypt cost: OWASP Password Storage Cheat Sheet's N = 2^17, r = 8, p = 1 (from memory). Tests use a smaller exponent. */
export const usualCost = 17;
const largestMemory = 256 * 1024 * 1024;
const keyLength = 32;

/** So many prints are worked out at once, each in 128 MB and a thread that files and names need, too. */
const hashing = pLimit(2);
/** So many may wait: a print takes a good third of a second. */
const mostWaiting = 60;

const derive = (password: string, salt: Buffer, cost: number): Promise<Buffer> => {
  if (hashing.pendingCount >= mostWaiting)
    throw new Refusal('busy', 'Too many people sign in just now', 'Wait a moment, then try again');
  return hashing(() => deriveNow(password, salt, cost));
};

const deriveNow = (password: string, salt: Buffer, cost: number): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    const options = { N: 2 ** cost, r: 8, p: 1, maxmem: largestMemory };
    scrypt(password.normalize('NFKC'), salt, keyLength, options, (error, key) => {
      if (error) reject(error);
      else resolve(key);
    });
  });

/** "scrypt$cost$salt$key", the last two in base64: a print says what it cost, so that the cost can rise. */
export async function hashPassword(password: string, cost: number = usualCost): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(password, salt, cost);
  return ['scrypt', String(cost), salt.toString('base64'), key.toString('base64')].join('$');
}

/** Compares in constant time. Also takes its time for a user that does not exist (`hash` undefined). */
export async function passwordFits(
  password: string,
  hash: string | undefined,
  costOfUnknown: number = usualCost,
): Promise<boolean> {
  const { cost, salt, key } = partsOf(hash) ?? { cost: costOfUnknown, ...nobody };
  const given = await derive(password, salt, cost);
  return key.length === given.length && timingSafeEqual(key, given) && hash !== undefined;
}

/** Prints from before the cost was told have three parts, and cost the usual. */
function partsOf(hash: string | undefined): { cost: number; salt: Buffer; key: Buffer } | undefined {
  if (hash === undefined) return undefined;
  const parts = hash.split('$').slice(1);
  const [key = '', salt = '', cost = String(usualCost)] = parts.reverse();
  return { cost: Number(cost), salt: Buffer.from(salt, 'base64'), key: Buffer.from(key, 'base64') };
}

const nobody = { salt: Buffer.alloc(16), key: Buffer.alloc(keyLength) };
