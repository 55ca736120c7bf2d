/** What passes between the server and a customer’s telephone. */
import { customerReportData, instant } from '@dormant-beacon/core/record';
import * as z from 'zod';

/** 32 random bytes as base64url. It stands behind the `#` of the link, which no server and no log sees. */
const token = z.string().regex(/^[\w-]{43}$/, 'expected the whole link, to its last letter');

export const customerAsk = z.strictObject({ token });

/** Nothing here says who the customer is or which plate the car has: the link may lie open on a telephone. */
export const customerPage = z.strictObject({
  shop: z.string(),
  car: z.string(),
  locale: z.string(),
  timeZone: z.string(),
  until: instant,
  handedBackAt: instant.nullable(),
  lights: z.array(
    z.strictObject({
      beaconId: z.uuid(),
      name: z.string(),
      conditions: z.array(z.string()),
      restraint: z.boolean(),
    }),
  ),
  /** What was sent by this link, the last one first. */
  told: z.array(z.strictObject({ at: instant, says: z.string(), taken: z.boolean() })),
});
export type CustomerPage = z.infer<typeof customerPage>;

const { linkId: _link, ...report } = customerReportData.shape;
export const customerTells = z.strictObject({
  token,
  /** Made on the telephone: sent again, it is the same report. */
  id: z.uuid(),
  observedAt: instant,
  report: z.strictObject(report),
});
export type CustomerTells = z.infer<typeof customerTells>;

/** Where a customer’s telephone reaches this server; null, and why, where it cannot. */
export const customerDoor = z.strictObject({ address: z.string().nullable(), why: z.string().nullable() });
export type CustomerDoor = z.infer<typeof customerDoor>;
