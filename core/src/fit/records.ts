/** What a job records of parts: the one that came out, those on offer, the one in the opened box; orders. */
import * as z from 'zod';
import { day } from '../calendar/index.js';
import { leadDays } from '../route/index.js';
import { part, supersession } from './schema.js';

const id = z.uuid();
const line = z.string().trim().min(1).max(200);
const cents = z.int().min(0).max(100_000_000);

export const partDescription = part.omit({ id: true });
export type PartDescription = z.infer<typeof partDescription>;

const partRoles = ['removed', 'offered', 'delivered'] as const;

export const partData = z.strictObject({
  planId: id,
  role: z.enum(partRoles),
  part: partDescription,
  /** Of an offer: who has it, and the words of the listing. */
  seller: line.nullish(),
  listing: z.string().trim().max(1000).nullish(),
  leadDays: leadDays.nullish(),
  coreDepositCents: cents.nullish(),
  /** Of what was delivered: the offer that was ordered, and what was tried before it is fitted. */
  offerId: id.nullish(),
  tried: z
    .array(z.strictObject({ what: line, works: z.boolean() }))
    .max(20)
    .nullish(),
  /** Rows of the shop’s supersession list that speak of its number, as they were when it was entered. */
  supersessions: z.array(supersession).max(60).nullish(),
  /** The photo of its label. */
  attachmentId: id.nullish(),
});
export type PartFactData = z.infer<typeof partData>;

const orderSteps = ['reserved', 'ordered', 'arrived', 'sent-back', 'core-returned', 'cancelled'] as const;
export const partOrderData = z.strictObject({
  offerId: id,
  step: z.enum(orderSteps),
  /** When it is due here; of a deposit, by when the old unit has to be back. */
  dueOn: day.nullish(),
  note: z.string().trim().max(300).nullish(),
});
export type PartOrderData = z.infer<typeof partOrderData>;
