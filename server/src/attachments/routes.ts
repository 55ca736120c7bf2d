/** Photos in and out: bytes in the database, never changed once they are kept. */
import { createHash } from 'node:crypto';
import { type AttachmentKept, endpoints } from '@dormant-beacon/contract';
import { storedOf } from '../database/connect.js';
import type { Door } from '../http/door.js';
import { conflict, HttpProblem, notFound } from '../http/problem.js';
import { idParam, writeOf } from '../http/writing.js';
import { findJob } from '../jobs/repository.js';
import type { Services } from '../services.js';
import { checkPhoto } from './check-photo.js';

interface AttachmentRow {
  readonly id: string;
  readonly job_id: string;
  readonly type: string;
  readonly width: number;
  readonly height: number;
  readonly sha256: string;
  readonly bytes: Buffer;
}

export function attachmentRoutes(door: Door, { pools }: Services): void {
  door.on(endpoints.keepAttachment, async (request, response, session) => {
    const { personId } = writeOf(request, session);
    const [jobId, id] = [idParam(request, 'jobId'), idParam(request, 'attachmentId')];
    const bytes = request.body as Buffer;
    if (!Buffer.isBuffer(bytes) || bytes.length === 0)
      throw new HttpProblem(422, 'Not valid', 'The photo is empty.', { path: 'body' });
    const type = request.get('Content-Type')!.split(';')[0]!.trim().toLowerCase();
    const size = checkPhoto(bytes, type, 'body');
    if (!(await findJob(pools.write, jobId))) throw notFound('job');
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    await pools
      .write('attachments')
      .insert({
        id,
        job_id: jobId,
        person_id: personId,
        type,
        ...size,
        sha256,
        bytes,
        recorded_at: storedOf(new Date()),
      })
      .onConflict('id')
      .ignore();
    // Sent twice, it is kept once; the same id for something else is refused.
    const kept = (await pools.write('attachments').where({ id }).first('job_id', 'sha256')) as
      Pick<AttachmentRow, 'job_id' | 'sha256'> | undefined;
    if (!kept) throw new Error('the photo was not kept');
    if (kept.sha256 !== sha256 || kept.job_id !== jobId)
      throw conflict('Another photo is kept under this id already.');
    response.status(201).json({ id, type, ...size, bytes: bytes.length, sha256 } satisfies AttachmentKept);
  });

  door.on(endpoints.attachment, async (request, response) => {
    const row = (await pools
      .read('attachments')
      .where({ id: idParam(request, 'attachmentId'), job_id: idParam(request, 'jobId') })
      .first('type', 'bytes')) as AttachmentRow | undefined;
    if (!row) throw notFound('photo');
    response
      .set('Content-Type', row.type)
      .set('Content-Security-Policy', "default-src 'none'; sandbox")
      .set('Cache-Control', 'private, max-age=31536000, immutable')
      .send(row.bytes);
  });
}
