/** What a customer tells of the car from their own telephone, by a link that the shop made. */
import * as z from 'zod';
import { condition } from './condition.js';

const id = z.uuid();
const starts = z.int().min(1).max(500);

/** A link for one customer; of its secret only the hash is kept. */
export const customerLinkData = z.strictObject({
  tokenHash: z.string().regex(/^[0-9a-f]{64}$/, 'expected a SHA-256 in hexadecimal'),
  until: z.iso.datetime({ offset: true }),
});

/** What was told, as it was told. It counts for nothing until somebody in the shop has accepted it. */
export const customerReportData = z
  .strictObject({
    linkId: id,
    beaconId: id,
    shown: z.boolean(),
    /** Of a light that stayed off: how many starts. */
    starts: starts.nullish(),
    /** How many of the starts were in each of the conditions that were asked for. */
    within: z.array(z.strictObject({ condition, starts })).max(8).nullish(),
    /** Of one that showed again: in which conditions, and on which day by the customer's calendar. */
    conditions: z.array(condition).max(8).nullish(),
    on: z.iso.date().nullish(),
    words: z.string().trim().max(1000).nullish(),
  })
  .refine(({ shown, starts: made }) => shown || made != null, {
    path: ['starts'],
    message: 'over how many starts it stayed off is needed',
  })
  .refine(({ starts: made, within }) => (within ?? []).every((part) => made == null || part.starts <= made), {
    path: ['within'],
    message: 'more starts in a condition than there were starts',
  });
export type CustomerReportData = z.infer<typeof customerReportData>;
