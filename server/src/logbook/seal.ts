/** A seal over every byte of an archive: its digest, signed, in the comment with which the archive ends. */
import { createHash } from 'node:crypto';
import { Transform } from 'node:stream';

const mark = 'Dormant Beacon seal ';
/** 64 bytes of a signature in base64. */
const signatureLength = 88;
const sealLength = mark.length + signatureLength;

/** The comment that an archive is ended with before it is sealed. */
export const unsealed = mark + '='.repeat(signatureLength);

/**
 * Puts the seal in the place of the comment, as the archive passes by.
 * @param sign of a digest in hexadecimal; in base64
 */
export function sealing(sign: (digest: string) => string): Transform {
  const hash = createHash('sha256');
  let held = Buffer.alloc(0);
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      const all = Buffer.concat([held, chunk]);
      const passed = all.subarray(0, Math.max(0, all.length - sealLength));
      held = all.subarray(passed.length);
      hash.update(passed);
      done(null, passed);
    },
    flush(done) {
      done(null, Buffer.from(mark + sign(hash.digest('hex')), 'latin1'));
    },
  });
}

export interface Seal {
  /** Of the bytes before it, in hexadecimal. */
  readonly digest: string;
  /** In base64. */
  readonly signature: string;
}

/** The seal of an archive; null where it has none: it was made by an earlier version, or its end is lost. */
export function sealOf(bytes: Uint8Array): Seal | null {
  if (bytes.length < sealLength) return null;
  const end = Buffer.from(bytes.subarray(bytes.length - sealLength)).toString('latin1');
  if (!end.startsWith(mark)) return null;
  const signature = end.slice(mark.length);
  // Base64 has letters that say the same: only the way in which it was written counts.
  if (Buffer.from(signature, 'base64').toString('base64') !== signature) return null;
  const before = bytes.subarray(0, bytes.length - sealLength);
  return {
    digest: createHash('sha256').update(before).digest('hex'),
    signature,
  };
}
