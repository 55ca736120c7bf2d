/** Passwords and PINs as argon2id hashes, tokens as sha256: none of them is kept as it was typed. */
import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';

/** 19 MiB, two passes: what is advised where many sign in on a small machine. */
const cost = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashSecret = (secret: string): Promise<string> => hash(secret.normalize('NFKC'), cost);

/** Against a hash that nobody's password fits, so that an unknown name takes as long as a wrong password. */
const nobodys = hashSecret(randomBytes(24).toString('hex'));

export async function fits(stored: string | null, secret: string): Promise<boolean> {
  const right = await verify(stored ?? (await nobodys), secret.normalize('NFKC'));
  return right && stored !== null;
}

export const newToken = (): string => randomBytes(32).toString('base64url');
export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Without letters that are mistaken for one another; for a first password, typed once. */
const letters = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';

/** Three groups of four, 59 bits: `K7MX-Q2HD-9PRT`. */
export function firstPassword(): string {
  const group = () => Array.from(randomBytes(4), (byte) => letters[byte % letters.length]).join('');
  return [group(), group(), group()].join('-');
}
