/** This installation's own key: what leaves it is signed, so that another can tell whose it is. */
import {
  createHash,
  createPrivateKey,
  createPublicKey,
  generateKeyPairSync,
  sign,
  verify,
} from 'node:crypto';
import type { Knex } from 'knex';
import { storedOf } from '../database/connect.js';

interface Keys {
  readonly public_key: string;
  readonly private_key: string;
}

export interface Signature {
  /** Of the key, SPKI in base64. */
  readonly publicKey: string;
  /** Of the bytes of `story.json`, in base64. */
  readonly signature: string;
}

/** Made when it is first needed; kept with the shop's data, so that a restored shop is the same. */
async function keysOf(db: Knex): Promise<Keys> {
  const own = () =>
    db('installation').where({ id: 1 }).first('public_key', 'private_key') as Promise<Keys | undefined>;
  const there = await own();
  if (there) return there;
  const { publicKey, privateKey } = generateKeyPairSync('ed25519');
  await db('installation')
    .insert({
      id: 1,
      public_key: publicKey.export({ type: 'spki', format: 'der' }).toString('base64'),
      private_key: privateKey.export({ type: 'pkcs8', format: 'der' }).toString('base64'),
      made_at: storedOf(new Date()),
    })
    .onConflict('id')
    .ignore();
  return (await own())!;
}

/** This installation's hand: its key, and what it writes under bytes, in base64. */
export interface Signer {
  readonly publicKey: string;
  readonly sign: (bytes: Buffer) => string;
}

export async function signerOf(db: Knex): Promise<Signer> {
  const { public_key: publicKey, private_key: privateKey } = await keysOf(db);
  const key = createPrivateKey({ key: Buffer.from(privateKey, 'base64'), type: 'pkcs8', format: 'der' });
  return { publicKey, sign: (bytes) => sign(null, bytes, key).toString('base64') };
}

/** True where the bytes were signed with that key. */
export function holds(bytes: Buffer, { publicKey, signature }: Signature): boolean {
  try {
    const key = createPublicKey({ key: Buffer.from(publicKey, 'base64'), type: 'spki', format: 'der' });
    return key.asymmetricKeyType === 'ed25519' && verify(null, bytes, key, Buffer.from(signature, 'base64'));
  } catch {
    return false;
  }
}

/** A key in a form that people compare by telephone: `3F2A 90C1 7B44 E05D`. */
export function fingerprint(publicKey: string): string {
  const digest = createHash('sha256').update(Buffer.from(publicKey, 'base64')).digest('hex').toUpperCase();
  return digest.slice(0, 16).replace(/(.{4})(?=.)/g, '$1 ');
}
