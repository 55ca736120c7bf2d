/** What is asked of a plan of exposures: what may be tried, what it costs, when the shop is open. */
import * as z from 'zod';
import { workCalendar } from '../../calendar/index.js';
import { watchRequest } from '../schema.js';

/** A moment by the clock on the shop's wall. */
const moment = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}T([01]\d|2[0-3]):[0-5]\d$/, {
    error: 'expected a day and a time, with a T between them: 2026-03-09T14:20',
  })
  .refine(
    (written) =>
      !Number.isNaN(Date.parse(`${written}Z`)) && new Date(`${written}Z`).toISOString().startsWith(written),
    {
      error: 'the calendar has no such day',
    },
  );
const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: 'expected a time such as 08:00' });
const name = z.string().trim().min(1).max(80);

export const plannedExposure = z.strictObject({
  id: name,
  /** How much one counts: 1 in the very condition in which it used to show. */
  counts: z.number().min(0).max(1000),
  /** Needs that one of it meets once. */
  gives: z.array(name).max(20).nullish(),
  cents: z.int().min(0).max(100_000_000),
  /** How often in a day; left out, as often as the separation allows. */
  perDay: z.int().min(1).max(100).nullish(),
  /** Nothing may run before it that day: a cold start. */
  firstOfDay: z.boolean().nullish(),
  /** Days from the first on which it can be had: 0 the first day. */
  fromDay: z.int().min(0).max(366).nullish(),
  /** Also where the shop is shut: the customer's own drives. */
  anyDay: z.boolean().nullish(),
});
export type PlannedExposure = z.infer<typeof plannedExposure>;

export const watchPlanRequest = z
  .strictObject({
    watch: watchRequest,
    exposures: z.array(plannedExposure).min(1).max(20),
    /** What has to be met besides the probability, and how often. */
    needs: z
      .array(z.strictObject({ id: name, count: z.int().min(1).max(100) }))
      .max(20)
      .nullish(),
    from: moment,
    /** The first and the last exposure that was already made. */
    firstAt: moment.nullish(),
    lastAt: moment.nullish(),
    /** Exposures closer than that count as one. */
    separationMinutes: z.int().min(1).max(1440).nullish(),
    /** Days between the first and the last exposure at least. */
    spanDays: z.number().min(0).max(366).nullish(),
    /** What a day until the proof costs. */
    centsPerDay: z.int().min(0).max(100_000_000).nullish(),
    opens: clock.nullish(),
    closes: clock.nullish(),
    calendar: workCalendar.nullish(),
    /** Days that are looked ahead. */
    days: z.int().min(1).max(120).nullish(),
  })
  .check(({ value, issues }) => {
    const ids = value.exposures.map(({ id }) => id);
    value.exposures.forEach(({ id }, index) => {
      if (ids.indexOf(id) < index)
        issues.push({
          code: 'custom',
          message: `"${id}" is used twice`,
          path: ['exposures', index, 'id'],
          input: id,
        });
    });
    const { firstAt, lastAt } = value;
    if (firstAt != null && lastAt != null && lastAt < firstAt)
      issues.push({
        code: 'custom',
        message: 'the last exposure lies before the first',
        path: ['lastAt'],
        input: lastAt,
      });
    if ((value.opens ?? '08:00') > (value.closes ?? '18:00'))
      issues.push({
        code: 'custom',
        message: 'it closes before it opens',
        path: ['closes'],
        input: value.closes,
      });
  });
export type WatchPlanRequest = z.infer<typeof watchPlanRequest>;

export interface ScheduledExposure {
  readonly exposure: string;
  readonly at: string;
  readonly counts: number;
  /** Of the cure, when it stays dark until then. */
  readonly probability: number;
}

export interface WatchPlan {
  /** In the order of time; null where nothing within the days reaches it. */
  readonly schedule: readonly ScheduledExposure[] | null;
  /** Of the exposures alone. */
  readonly cents: number;
  /** With the days until the last of them. */
  readonly totalCents: number;
  readonly readyAt: string | null;
  readonly probability: number;
  /** False where the search ended before it was through: the best that was found. */
  readonly optimal: boolean;
}
