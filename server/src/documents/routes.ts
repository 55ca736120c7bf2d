/** What a job leaves on paper. */
import { endpoints } from '@dormant-beacon/contract';
import { Refusal } from '@dormant-beacon/core/refusal';
import { jobPolicyOf } from '@dormant-beacon/core/shop';
import { assessJob } from '@dormant-beacon/core/stages';
import { handBackDocument, type HandBackDocument } from '@dormant-beacon/core/stages/hand-back';
import type { Knex } from 'knex';
import type { Door } from '../http/door.js';
import { notFound } from '../http/problem.js';
import { idParam, textQuery } from '../http/writing.js';
import { findJob } from '../jobs/repository.js';
import { codeOf } from '../logbook/code.js';
import type { Services } from '../services.js';
import { handBackTable } from './hand-back-table.js';
import type { DocumentPhoto } from './hand-back-pdf.js';
import { paperSizes, type PaperSize } from './paper.js';

export function documentRoutes(door: Door, services: Services): void {
  door.on(endpoints.handBackPdf, async (request, response) => {
    const paper = (textQuery(request, 'paper') ?? 'a4') as PaperSize;
    if (!paperSizes.includes(paper))
      throw new Refusal('paper', `expected ${paperSizes.join(' or ')}, got "${paper}"`);
    const { content, photos } = await documentOf(services, idParam(request, 'jobId'));
    const bytes = await services.workers.run('handBackPdf', { content, photos, paper });
    response
      .attachment(`${content.head.number}-hand-back.pdf`)
      .type('application/pdf')
      .set('Cache-Control', 'no-store')
      .send(Buffer.from(bytes));
  });
  door.on(endpoints.handBackTable, async (request, response) => {
    const { content } = await documentOf(services, idParam(request, 'jobId'));
    response
      .attachment(`${content.head.number}-hand-back.csv`)
      .type('text/csv; charset=utf-8')
      .send(handBackTable(content));
  });

  door.on(endpoints.handBackData, async (request, response) => {
    const { content } = await documentOf(services, idParam(request, 'jobId'));
    response.attachment(`${content.head.number}-hand-back.json`).json(content);
  });
}

/** Everything of one moment, so that the code on the paper is that of what stands on it. */
async function documentOf(
  { pools, records, settings }: Services,
  jobId: string,
): Promise<{ content: HandBackDocument; photos: DocumentPhoto[] }> {
  return pools.read.transaction(
    async (trx) => {
      const job = await findJob(trx, jobId);
      if (!job) throw notFound('job');
      const record = await records.recordAt(trx, job, job.seq);
      const { settings: shop } = await settings.now(trx);
      const policy = jobPolicyOf(shop);
      const last = (await trx('logbook').where({ job_id: jobId, seq: job.seq }).first('hash')) as
        { hash: string } | undefined;
      const content = handBackDocument({
        record,
        assessment: assessJob(record, new Map(), policy),
        shop,
        policy,
        people: (await trx('people').select('id', 'name')) as { id: string; name: string }[],
        code: last ? codeOf(job.seq, last.hash) : null,
        now: new Date().toISOString(),
      });
      return { content, photos: await photosOf(trx, jobId, content) };
    },
    { readOnly: true },
  );
}

async function photosOf(
  trx: Knex.Transaction,
  jobId: string,
  content: HandBackDocument,
): Promise<DocumentPhoto[]> {
  const ids = content.parts.flatMap(({ blocks }) =>
    blocks.flatMap((block) =>
      block.kind === 'photos' ? block.photos.map(({ attachmentId }) => attachmentId) : [],
    ),
  );
  if (ids.length === 0) return [];
  const rows = (await trx('attachments')
    .where({ job_id: jobId })
    .whereIn('id', ids)
    .select('id', 'type', 'bytes')) as {
    id: string;
    type: string;
    bytes: Buffer;
  }[];
  return rows.map(({ id, type, bytes }) => ({ attachmentId: id, type, bytes }));
}
