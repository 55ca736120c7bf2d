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
  /** Values that leap away and are back at once. */
  readonly blips: number;
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
/** A value that wanders over more than this share of itself is not steady. */
const widest = 0.1;

/**
 * The value follows what was moved where level changes and drop-outs fall, per second, mostly into the
 * stretches of one mark; it is unsteady where they fall anywhere, and steady where there are none.
 */
export function judgeWiggle({ series, marks, digits }: WiggleSheet): WiggleAnswer {
  const values = series.flatMap(({ value }) => (value === null ? [] : [value]));
  const middle = median(values);
  const robustSpread = 1.4826 * median(values.map((value) => Math.abs(value - middle)));
  const least = digits ?? 0.02;
  const noise = Math.max(noiseOf(series, marks), least);
  const { changes: changePoints, blips } = eventsOf(series, noise);
  const dropOuts = series.filter(({ value }, n) => value === null && series[n - 1]?.value !== null).length;
  const stretches = stretchesOf(series, marks, changePoints, blips);
  const spread = values.length === 0 ? 0 : Math.max(...values) - Math.min(...values);
  const base = { spread, robustSpread, dropOuts, changePoints, stretches };

  const named = [...new Set(stretches.map(({ moved }) => moved))].map((moved) => {
    const own = stretches.filter((stretch) => stretch.moved === moved);
    const sum = (of: (stretch: WiggleStretch) => number) =>
      own.reduce((total, stretch) => total + of(stretch), 0);
    return {
      moved,
      events: sum(({ steps, dropOuts, blips }) => steps + dropOuts + blips),
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
  if (events === 0 && spread > widest * Math.abs(middle) + 3 * least)
    return {
      ...base,
      verdict: 'unsteady',
      where: null,
      says: 'It wanders by itself, whatever is touched: look for what moves it, heat or load, or record it faster.',
    };
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

/**
 * Noise from value to value while nothing is touched. Where that was never so, the quieter quarter of the steps stands
 * for it: chatter is no noise.
 */
function noiseOf(series: WiggleSheet['series'], marks: WiggleSheet['marks']): number {
  const ordered = [...marks].sort((a, b) => a.at - b.at);
  const touched = (at: number) => (ordered.findLast((mark) => mark.at <= at)?.moved ?? '') !== '';
  const steps = (which: (at: number) => boolean) =>
    series.flatMap(({ at, value }, n) => {
      const before = series[n - 1];
      if (value === null || !before || before.value === null || !which(at) || !which(before.at)) return [];
      return [Math.abs(value - before.value)];
    });
  const untouched = steps((at) => !touched(at));
  // The median of the steps between values of a normal noise is 0.954 of it; their quarter is 0.451.
  if (untouched.length >= 2 * leastValues) return median(untouched) / 0.954;
  const all = steps(() => true).sort((a, b) => a - b);
  return (all[all.length >> 2] ?? 0) / 0.451;
}

/**
 * What leaves the level before it by more than five times the noise: for at least three values a change of the level,
 * for fewer a blip. Seconds of each.
 */
function eventsOf(
  series: WiggleSheet['series'],
  noise: number,
): { readonly changes: number[]; readonly blips: number[] } {
  const known = series.flatMap(({ at, value }) => (value === null ? [] : [{ at, value }]));
  const changes: number[] = [];
  const blips: number[] = [];
  let level: number[] = [];
  let away = false;
  for (const [n, { at, value }] of known.entries()) {
    const middle = median(level.slice(-40));
    const leaps = level.length >= leastStretch && Math.abs(value - middle) > 5 * noise;
    if (!leaps) {
      away = false;
      level.push(value);
      continue;
    }
    const next = known.slice(n, n + leastStretch).map((one) => one.value);
    if (next.length < leastStretch || Math.abs(median(next) - middle) > 5 * noise) {
      changes.push(at);
      level = [value];
      away = false;
    } else {
      if (!away) blips.push(at);
      away = true;
    }
  }
  return { changes, blips };
}

function stretchesOf(
  series: WiggleSheet['series'],
  marks: WiggleSheet['marks'],
  changes: readonly number[],
  blips: readonly number[],
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
        blips: blips.filter(inside).length,
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
