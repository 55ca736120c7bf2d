/**
 * The document with which a car leaves, made for three readers: the customer, the insurer, and the technician who opens
 * the bonnet next. Screen and paper show the same blocks.
 */
import { type JobRecord, type Person, standing } from '../../record/index.js';
import type { JobPolicy, ShopSettings } from '../../shop/index.js';
import type { Assessment } from '../assess.js';
import { forCustomer } from './for-customer.js';
import { forInsurer } from './for-insurer.js';
import { forTechnician } from './for-technician.js';
import { headOf, writer } from './head.js';
import { openPoints } from './open-points.js';

export type Cell = string;

export type Block =
  | { readonly kind: 'lines'; readonly title: string; readonly lines: readonly string[] }
  | {
      readonly kind: 'table';
      readonly title: string;
      readonly columns: readonly string[];
      readonly rows: readonly (readonly Cell[])[];
    }
  | {
      readonly kind: 'photos';
      readonly title: string;
      readonly photos: readonly { readonly attachmentId: string; readonly caption: string }[];
    };

/** What stays open: it stands first, and nothing hides it. */
export interface OpenPoint {
  readonly says: string;
  /** Somebody can be hurt by it. */
  readonly safety: boolean;
}

export interface DocumentHead {
  readonly number: string;
  readonly shop: string;
  readonly vehicle: string;
  readonly vin: string | null;
  readonly customer: string | null;
  /** What happened, and the distance at intake. */
  readonly about: string;
  readonly printed: string;
  /** Holds against an export of the record: how far it went, and the beginning of its hash. */
  readonly code: string | null;
}

export interface HandBackDocument {
  readonly head: DocumentHead;
  readonly open: readonly OpenPoint[];
  readonly parts: readonly {
    readonly reader: 'customer' | 'insurer' | 'technician';
    readonly title: string;
    readonly blocks: readonly Block[];
  }[];
  /** Who took the car, and when; null before that. */
  readonly accepted: {
    readonly by: string | null;
    readonly at: string;
    /** The outline of what a finger drew, in a box of 600 by 200. */
    readonly signature: string | null;
  } | null;
  readonly foot: string;
}

export interface DocumentSource {
  readonly record: JobRecord;
  readonly assessment: Assessment;
  readonly shop: ShopSettings;
  readonly policy: JobPolicy;
  readonly people: readonly Pick<Person, 'id' | 'name'>[];
  readonly code: string | null;
  /** The moment at which it is made, in ISO form. */
  readonly now: string;
}

/** Rows and lines of a block; what is beyond stands in the record alone. */
const mostRows = 300;

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
  const { record } = source;
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
    open: openPoints(source),
    parts: parts
      .filter(({ blocks }) => blocks.length > 0)
      .map((part) => ({ ...part, blocks: part.blocks.map(cut) })),
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
