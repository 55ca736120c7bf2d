/** What the document holds, and what it is made from. */
import type { JobRecord, Person } from '../../record/index.js';
import type { JobPolicy, ShopSettings } from '../../shop/index.js';
import type { Assessment } from '../assess.js';

export type Block =
  | { readonly kind: 'lines'; readonly title: string; readonly lines: readonly string[] }
  | {
      readonly kind: 'table';
      readonly title: string;
      readonly columns: readonly string[];
      readonly rows: readonly (readonly string[])[];
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
