/** What a job records of its routes: plans, choices, outcomes, cover, units sent away, repairs at the bench. */
import * as z from 'zod';
import { day } from '../calendar/index.js';
import { routeKind, routePlan, unitSort } from './plan-schema.js';
import { cents, coverageRequest } from './schema.js';

const id = z.uuid();
const routeId = z.string().min(1).max(40);
const line = z.string().trim().min(1).max(200);
const note = z.string().trim().max(500);

/** A unit to be put right with its routes; `traceId` and `element` say where it was found. */
export const routePlanData = z.strictObject({
  ...routePlan.shape,
  traceId: id.nullish(),
  element: z.string().min(1).max(80).nullish(),
  beaconIds: z.array(id).max(20),
  /** What has to be made sure before the new unit is powered: what killed the old one. */
  checkFirst: note.nullish(),
});
export type RoutePlanData = z.infer<typeof routePlanData>;

/** Which route is taken, and which one was recommended at that moment. */
export const routeChoiceData = z.strictObject({
  planId: id,
  routeId,
  recommended: routeId.nullable(),
  reason: note.nullish(),
});

/** What came of a try. Kind and sort stand here again, so that the shop can count its outcomes. */
export const routeOutcomeData = z.strictObject({
  planId: id,
  routeId,
  sort: unitSort,
  kind: routeKind,
  result: z.enum(['succeeded', 'failed']),
  note: note.nullish(),
});

/** What may still cover the car; distances in kilometres. */
export const coverageData = z.strictObject({
  inService: day,
  covers: coverageRequest.shape.covers,
});

export const consignmentData = z.strictObject({
  planId: id,
  routeId,
  service: line,
  /** What belongs into the box; what is left out says why. */
  contents: z.array(z.strictObject({ item: line, packed: z.boolean(), why: note.nullish() })).max(20),
  /** The unit’s data was read out and kept before it left. */
  dataSaved: z.boolean(),
  insuredCents: cents,
  sentOn: day,
  dueOn: day,
  back: z
    .strictObject({
      on: day,
      result: z.enum(['repaired', 'exchanged', 'not-repaired']),
      guaranteeUntil: day.nullish(),
      note: note.nullish(),
    })
    .nullish(),
});
export type Consignment = z.infer<typeof consignmentData>;

/** A repair at the bench as it was done, in its order. */
export const benchWorkData = z.strictObject({
  planId: id,
  routeId,
  /** Wrist strap and mat on, the unit off the car’s supply. */
  staticCare: z.literal(true),
  found: line,
  /** What was done that cannot be undone: a lid cut open, a board desoldered. */
  notUndone: note.nullish(),
  /** Of gauges: where each needle rested before it was lifted. */
  restMarked: z.boolean().nullish(),
  heats: z
    .array(z.strictObject({ celsius: z.number().min(0).max(500), minutes: z.number().gt(0).max(600) }))
    .max(20),
  tried: z
    .array(z.strictObject({ what: line, works: z.boolean() }))
    .min(1)
    .max(30),
});
export type BenchWork = z.infer<typeof benchWorkData>;
