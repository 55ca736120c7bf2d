/** Memory images as they are kept: a file in pieces of a megabyte, which nobody changes any more. */
import { createHash } from 'node:crypto';
import { imagePieceBytes } from '@dormant-beacon/contract';
import type { Knex } from 'knex';
import { storedOf } from '../database/connect.js';
import { conflict, invalid } from '../http/problem.js';

interface Piece {
  readonly piece: number;
  readonly bytes: Buffer;
}

export const digestOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

interface Owner {
  readonly jobId: string;
  readonly personId: string;
}

/** Keeps a piece. @throws HttpProblem 409 where another one is kept in its place */
export async function keepPiece(
  db: Knex,
  { jobId, personId }: Owner,
  imageId: string,
  piece: number,
  bytes: Uint8Array,
): Promise<string> {
  const sha256 = digestOf(bytes);
  await db('image_pieces')
    .insert({
      image_id: imageId,
      piece,
      job_id: jobId,
      person_id: personId,
      sha256,
      bytes: Buffer.from(bytes),
      recorded_at: storedOf(new Date()),
    })
    .onConflict(['image_id', 'piece'])
    .ignore();
  const kept = (await db('image_pieces').where({ image_id: imageId, piece }).first('job_id', 'sha256')) as
    { job_id: string; sha256: string } | undefined;
  if (kept?.sha256 !== sha256 || kept.job_id !== jobId)
    throw conflict('Another piece is kept in this place of the image already.');
  return sha256;
}

/** Keeps a whole file in its pieces. */
export async function keepFile(db: Knex, owner: Owner, imageId: string, file: Uint8Array): Promise<void> {
  for (let piece = 0; piece * imagePieceBytes < file.length; piece++)
    await keepPiece(
      db,
      owner,
      imageId,
      piece,
      file.subarray(piece * imagePieceBytes, (piece + 1) * imagePieceBytes),
    );
}

/** The pieces of an image, one after the other: only one of them is in memory at a time. */
export async function* piecesOf(db: Knex, jobId: string, imageId: string): AsyncGenerator<Piece> {
  for (let piece = 0; ; piece++) {
    const row = (await db('image_pieces')
      .where({ image_id: imageId, job_id: jobId, piece })
      .first('piece', 'bytes')) as Piece | undefined;
    if (!row) return;
    yield row;
  }
}

/**
 * The whole file of an image.
 * @throws HttpProblem 422 at `path` where pieces are missing, or the file is not the one that is meant
 */
export async function fileOf(
  db: Knex,
  jobId: string,
  image: { readonly imageId: string; readonly bytes: number; readonly sha256?: string | null | undefined },
  path: string,
): Promise<Uint8Array> {
  const file = new Uint8Array(image.bytes);
  let at = 0;
  for await (const { bytes } of piecesOf(db, jobId, image.imageId)) {
    if (at + bytes.length > file.length)
      throw invalid(path, `more than the ${image.bytes} bytes that it should have are kept`);
    file.set(bytes, at);
    at += bytes.length;
  }
  if (at < file.length) throw invalid(path, `${at} of ${image.bytes} bytes are kept: send the rest first`);
  if (image.sha256 != null && digestOf(file) !== image.sha256)
    throw invalid(path, 'its pieces are not the file that is meant');
  return file;
}
