/** A recording of one value while things are moved: whether it follows, and what. */
import * as z from 'zod';

export const wiggleSheet = z.strictObject({
  sheet: z.literal('wiggle'),
  what: z.string().trim().min(1).max(120),
  unit: z.string().trim().min(1).max(12),
  /** Seconds from the start, ascending; a value of null is a drop-out: over-limit, or no value shown. */
  series: z
    .array(z.strictObject({ at: z.number().min(0), value: z.number().nullable() }))
    .min(4)
    .max(20_000),
  /** What was moved from then on; an empty word means that nothing is touched. */
  marks: z.array(z.strictObject({ at: z.number().min(0), moved: z.string().trim().max(80) })).max(200),
  digits: z.number().gt(0).nullish(),
});
export type WiggleSheet = z.infer<typeof wiggleSheet>;

export interface WiggleStretch {
  readonly moved: string;
  readonly from: number;
  readonly to: number;
  readonly count: number;
  readonly median: number | null;
  readonly dropOuts: number;
  readonly steps: number;
}
export interface WiggleAnswer {
  readonly spread: number;
  /** 1.4826 times the median distance from the median: a few wild values do not move it. */
  readonly robustSpread: number;
  readonly dropOuts: number;
  /** Seconds at which the level changes. */
  readonly changePoints: readonly number[];
  readonly stretches: readonly WiggleStretch[];
  readonly verdict: 'steady' | 'follows' | 'unsteady' | 'too short';
  /** What was moved where it follows. */
  readonly where: string | null;
  readonly says: string;
}

/** A level must last this many values to be one. */
const leastStretch = 3;
/** Fewer values than this in a stretch say nothing of it. */
const leastValues = 4;

/**
 * The value follows what was moved where level changes and drop-outs fall, per second, mostly into the
 * stretches of one mark; it is unsteady where they fall anywhere, and steady where there are none.
 */
export function judgeWiggle({ series, marks, digits }: WiggleSheet): WiggleAnswer {
  const values = series.flatMap(({ value }) => (value === null ? [] : [value]));
  const middle = median(values);
  const robustSpread = 1.4826 * median(values.map((value) => Math.abs(value - middle)));
  const noise = Math.max(noiseOf(values), digits ?? 0.02);
  const changePoints = changesOf(series, noise);
  const dropOuts = series.filter(({ value }, n) => value === null && series[n - 1]?.value !== null).length;
  const stretches = stretchesOf(series, marks, changePoints);
  const spread = values.length === 0 ? 0 : Math.max(...values) - Math.min(...values);
  const base = { spread, robustSpread, dropOuts, changePoints, stretches };

  const named = [...new Set(stretches.map(({ moved }) => moved))].map((moved) => {
    const own = stretches.filter((stretch) => stretch.moved === moved);
    const sum = (of: (stretch: WiggleStretch) => number) =>
      own.reduce((total, stretch) => total + of(stretch), 0);
    return {
      moved,
      events: sum(({ steps, dropOuts }) => steps + dropOuts),
      seconds: sum(({ from, to }) => to - from),
      count: sum(({ count }) => count),
    };
  });
  if (named.filter(({ moved, count }) => moved !== '' && count >= leastValues).length === 0)
    return {
      ...base,
      verdict: 'too short',
      where: null,
      says: 'Mark what is moved, and record a few values while it moves.',
    };
  const events = named.reduce((sum, one) => sum + one.events, 0);
  if (events === 0)
    return { ...base, verdict: 'steady', where: null, says: 'It stayed where it was, whatever was moved.' };
  const rate = ({ events, seconds }: (typeof named)[number]) => events / Math.max(seconds, 0.5);
  const best = named.reduce((a, b) => (rate(b) > rate(a) ? b : a));
  const others = named.filter((one) => one !== best);
  const rest =
    others.reduce((sum, one) => sum + one.events, 0) /
    Math.max(
      others.reduce((sum, one) => sum + one.seconds, 0),
      0.5,
    );
  if (best.moved !== '' && best.events >= 2 && rate(best) >= 3 * rest)
    return {
      ...base,
      verdict: 'follows',
      where: best.moved,
      says: `It follows ${best.moved}: ${times(best.events)} there, ${times(events - best.events)} elsewhere.`,
    };
  return {
    ...base,
    verdict: 'unsteady',
    where: null,
    says:
      events === 1
        ? 'It changed once: move the same thing again and see whether it does so again.'
        : 'It changes with nothing in particular: look for what does it by itself, heat or load.',
  };
}

const times = (n: number) => (n === 0 ? 'never' : n === 1 ? 'once' : `${n} times`);

/** Noise from value to value: steps of the level hardly enter into it. */
function noiseOf(values: readonly number[]): number {
  const steps = values.slice(1).map((value, n) => Math.abs(value - values[n]!));
  return (1.4826 * median(steps)) / Math.SQRT2;
}

/** Seconds at which the median of what follows leaves the level before it by more than five times the noise. */
function changesOf(series: WiggleSheet['series'], noise: number): number[] {
  const known = series.flatMap(({ at, value }) => (value === null ? [] : [{ at, value }]));
  const changes: number[] = [];
  let level: number[] = [];
  for (const [n, { at, value }] of known.entries()) {
    if (level.length >= leastStretch && Math.abs(value - median(level.slice(-40))) > 5 * noise) {
      const next = known.slice(n, n + leastStretch).map((one) => one.value);
      if (next.length < leastStretch || Math.abs(median(next) - median(level.slice(-40))) > 5 * noise) {
        changes.push(at);
        level = [];
      }
    }
    level.push(value);
  }
  return changes;
}

function stretchesOf(
  series: WiggleSheet['series'],
  marks: WiggleSheet['marks'],
  changes: readonly number[],
): WiggleStretch[] {
  const end = series.at(-1)!.at;
  const starts = [{ at: 0, moved: '' }, ...[...marks].sort((a, b) => a.at - b.at)];
  return starts.flatMap(({ at: from, moved }, n): WiggleStretch[] => {
    const to = starts[n + 1]?.at ?? Math.max(end, from);
    const last = n === starts.length - 1;
    const inside = (at: number) => at >= from && (at < to || (last && at <= to));
    const own = series.filter(({ at }) => inside(at));
    if (own.length === 0) return [];
    const values = own.flatMap(({ value }) => (value === null ? [] : [value]));
    return [
      {
        moved,
        from,
        to,
        count: own.length,
        median: values.length === 0 ? null : median(values),
        dropOuts: own.filter(({ value }, m) => value === null && own[m - 1]?.value !== null).length,
        steps: changes.filter(inside).length,
      },
    ];
  });
}

function median(values: readonly number[]): number {
  if (values.length === 0) return 0;
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
