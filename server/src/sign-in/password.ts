import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

/** scrypt cost: OWASP Password Storage Cheat Sheet's N = 2^17, r = 8, p = 1 (from memory). */
const cost = { N: 2 ** 17, r: 8, p: 1, maxmem: 256 * 1024 * 1024 } as const;
const keyLength = 32;

const derive = (password: string, salt: Buffer): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    scrypt(password.normalize('NFKC'), salt, keyLength, cost, (error, key) => {
      if (error) reject(error);
      else resolve(key);
    });
  });

/** "scrypt$salt$key", both in base64. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(password, salt);
  return ['scrypt', salt.toString('base64'), key.toString('base64')].join('$');
}

/** Compares in constant time. Also takes its time for a user that does not exist (`hash` undefined). */
export async function passwordFits(password: string, hash: string | undefined): Promise<boolean> {
  const [, salt = '', key = ''] = (hash ?? unknownUser).split('$');
  const expected = Buffer.from(key, 'base64');
  const given = await derive(password, Buffer.from(salt, 'base64'));
  return expected.length === given.length && timingSafeEqual(expected, given) && hash !== undefined;
}

const unknownUser = `scrypt$${Buffer.alloc(16).toString('base64')}$${Buffer.alloc(keyLength).toString('base64')}`;
