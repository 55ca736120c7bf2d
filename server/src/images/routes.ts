/** The pieces of memory images in, and whole images out, as a stream. */
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { endpoints, imagePieceBytes, type ImagePieceKept } from '@dormant-beacon/contract';
import { mostFileBytes } from '@dormant-beacon/core/coding/memory';
import type { Door } from '../http/door.js';
import { HttpProblem, invalid, notFound } from '../http/problem.js';
import { idParam, writeOf } from '../http/writing.js';
import { findJob } from '../jobs/repository.js';
import type { Services } from '../services.js';
import { keepPiece, piecesOf } from './store.js';

export function imageRoutes(door: Door, { pools }: Services): void {
  door.on(endpoints.keepImagePiece, async (request, response, session) => {
    const { personId } = writeOf(request, session);
    const [jobId, imageId] = [idParam(request, 'jobId'), idParam(request, 'imageId')];
    const piece = Number(request.params['piece']);
    if (!/^\d{1,3}$/.test(String(request.params['piece'])) || piece * imagePieceBytes >= mostFileBytes)
      throw invalid('piece', 'expected the number of a piece, from 0 on');
    const bytes = request.body as Buffer;
    if (!Buffer.isBuffer(bytes) || bytes.length === 0)
      throw new HttpProblem(422, 'Not valid', 'The piece is empty.', { path: 'body' });
    if (!(await findJob(pools.write, jobId))) throw notFound('job');
    const sha256 = await keepPiece(pools.write, { jobId, personId }, imageId, piece, bytes);
    response.status(201).json({ imageId, piece, bytes: bytes.length, sha256 } satisfies ImagePieceKept);
  });

  door.on(endpoints.image, async (request, response) => {
    const pieces = piecesOf(pools.read, idParam(request, 'jobId'), idParam(request, 'imageId'));
    const first = await pieces.next();
    if (first.done) throw notFound('image');
    response
      .set('Content-Type', 'application/octet-stream')
      .set('Content-Disposition', 'attachment')
      .set('Content-Security-Policy', "default-src 'none'; sandbox")
      .set('Cache-Control', 'private, no-store');
    const all = async function* () {
      yield first.value.bytes;
      for await (const { bytes } of pieces) yield bytes;
    };
    // A reader that takes its time is waited for; one that went away ends it, and that is no fault of ours.
    await pipeline(Readable.from(all()), response).catch((error: NodeJS.ErrnoException) => {
      if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
    });
  });
}
