import { randomBytes, scrypt, type ScryptOptions, timingSafeEqual } from 'node:crypto';
import { BusyError } from '../http/errors.js';

/**
 * Passwords are kept as scrypt hashes (RFC 7914) with their cost beside them: `scrypt$log2N$r$p$salt$hash`.
 * The cost is what the OWASP password storage cheat sheet gives for 32 MB: N = 2^15, r = 8, p = 3.
 */
export interface PasswordCost {
  readonly log2N: number;
  readonly r: number;
  readonly p: number;
}
export const USUAL_COST: PasswordCost = { log2N: 15, r: 8, p: 3 };
const BYTES = 32;

/** Passwords hashed or waiting to be at once, each 32 MB and half a second. */
const MOST_AT_ONCE = 24;
let atOnce = 0;

const derive = (password: string, salt: Buffer, { log2N, r, p }: PasswordCost): Promise<Buffer> =>
  new Promise((done, fail) => {
    const options: ScryptOptions = { N: 2 ** log2N, r, p, maxmem: 256 * 2 ** log2N * r };
    scrypt(password.normalize('NFKC'), salt, BYTES, options, (e, key) => (e ? fail(e) : done(key)));
  });

/** As many at once as the machine bears. @throws BusyError where more come */
async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (atOnce >= MOST_AT_ONCE) throw new BusyError('Too many sign in just now. Try again in a moment.');
  atOnce += 1;
  try {
    return await work();
  } finally {
    atOnce -= 1;
  }
}

export async function hashPassword(password: string, cost: PasswordCost = USUAL_COST): Promise<string> {
  const salt = randomBytes(16);
  const key = await inTurn(() => derive(password, salt, cost));
  return ['scrypt', cost.log2N, cost.r, cost.p, salt.toString('base64url'), key.toString('base64url')].join('$');
}

/** Whether a password is the one that was hashed; false for a text that is no hash. */
export async function checkPassword(password: string, stored: string): Promise<boolean> {
  const m = /^scrypt\$(\d+)\$(\d+)\$(\d+)\$([\w-]+)\$([\w-]+)$/.exec(stored);
  if (!m) return false;
  const [log2N, r, p] = [m[1], m[2], m[3]].map(Number) as [number, number, number];
  const should = Buffer.from(m[5] ?? '', 'base64url');
  const key = await inTurn(() => derive(password, Buffer.from(m[4] ?? '', 'base64url'), { log2N, r, p }));
  return should.length === key.length && timingSafeEqual(should, key);
}
