/**
 * The document with which a car leaves, made for three readers: the customer, the insurer, and the technician who opens
 * the bonnet next. Screen and paper show the same blocks.
 */
import { standing } from '../../record/index.js';
import { figuresIn } from '../../figures/index.js';
import type { Block, DocumentSource, HandBackDocument } from './content.js';
import { forCustomer } from './for-customer.js';
import { forInsurer } from './for-insurer.js';
import { forTechnician } from './for-technician.js';
import { headOf, writer } from './head.js';
import { openPoints } from './open-points.js';

/** Rows and lines of a block; what is beyond stands in the record alone. */
const mostRows = 300;

/** With figures as the shop’s country writes them. */
function figured(block: Block, locale: string): Block {
  const written = (text: string) => figuresIn(text, locale);
  switch (block.kind) {
    case 'lines':
      return { ...block, lines: block.lines.map(written) };
    case 'table':
      return { ...block, rows: block.rows.map((row) => row.map(written)) };
    case 'photos':
      return block;
  }
}

function cut(block: Block): Block {
  const rest = (count: number) => `and ${count - mostRows} more; the record holds all`;
  if (block.kind === 'table' && block.rows.length > mostRows)
    return {
      ...block,
      rows: [
        ...block.rows.slice(0, mostRows),
        block.columns.map((_, n) => (n === 0 ? rest(block.rows.length) : '')),
      ],
    };
  if (block.kind === 'lines' && block.lines.length > mostRows)
    return { ...block, lines: [...block.lines.slice(0, mostRows), rest(block.lines.length)] };
  return block;
}

export function handBackDocument(source: DocumentSource): HandBackDocument {
  const { record, shop } = source;
  // What came back since was not taken over again.
  const back = Math.max(0, ...source.assessment.proofs.map(({ returned }) => returned?.seq ?? 0));
  const given = standing(record.handBacks).findLast(({ seq }) => seq > back);
  const head = headOf(source);
  const parts = [
    { reader: 'customer', title: 'For you', blocks: forCustomer(source) },
    { reader: 'insurer', title: 'For the insurer', blocks: forInsurer(source) },
    { reader: 'technician', title: 'For the next technician', blocks: forTechnician(source) },
  ] as const;
  return {
    head,
    open: openPoints(source).map((point) => ({ ...point, says: figuresIn(point.says, shop.locale) })),
    parts: parts
      .filter(({ blocks }) => blocks.length > 0)
      .map((part) => ({ ...part, blocks: part.blocks.map((block) => figured(cut(block), shop.locale)) })),
    accepted: given
      ? {
          by: given.acceptedBy ?? null,
          at: writer(source).moment(given.observedAt),
          signature: given.signature ?? null,
        }
      : null,
    foot: `Made from the job’s record, ${record.seq} entries. A warning counts as dormant when it is proven dark, not merely switched off.`,
  };
}
