/** Which readings count: a disturbing test may hide the fault, and what is read then is of another car. */
import type { ReadyCase } from '../model/prepare.js';
import { connectorOf, type Element } from '../../circuit/index.js';
import type { TraceCase, TraceReading, TraceTest } from '../model/schema.js';

/**
 * P(the fault does not show after it) of a disturbing test: under a suspect that it moved, and under any other.
 * Judgement, not statistics: a bad contact that is parted and mated often makes contact again.
 */
export const hidesChance = { moved: 0.4, other: 0.03 } as const;

/** Whether what is read after a test may be of a changed car. */
export function isDisturbing(test: TraceTest): boolean {
  return (
    test.disturbs ??
    (test.kind === 'swap' || test.kind === 'wiggle' || (test.state?.unplugged?.length ?? 0) > 0)
  );
}

/** The elements that a test moves: its own, and the contacts of what it unplugs. */
export function movedElements(test: TraceTest, elements: readonly Element[]): ReadonlySet<string> {
  const unplugged = new Set(test.state?.unplugged ?? []);
  return new Set([
    ...('element' in test ? [test.element] : []),
    ...elements.flatMap((element) => {
      const connector = connectorOf(element);
      return connector !== null && unplugged.has(connector) ? [element.id] : [];
    }),
  ]);
}

export interface Heard {
  /** Readings of a car that still shows the fault, in their order. */
  readonly heard: readonly TraceReading[];
  /** Ids of the tests whose readings do not count. */
  readonly unheard: readonly string[];
  /** The last disturbing test of which nobody has said whether the fault still shows. */
  readonly asks: { readonly after: string } | null;
  /** The fault does not show now: what is read tells nothing until it shows again. */
  readonly hidden: boolean;
}

interface Answer {
  readonly after: string | null;
  readonly shows: boolean;
  /** The reading from which it holds. */
  readonly from: number;
  /** It was given right after its test, for the first time: then it tells of that test. */
  readonly atOnce: boolean;
}

/** The answers of a case in their order, each with its place among the readings. */
function answersOf({ readings, epochs }: TraceCase): Answer[] {
  const own = readings ?? [];
  const given = new Set<number>();
  return (epochs ?? []).map(({ after, shows, from: said }) => {
    const from = said ?? own.findLastIndex(({ test }) => test === after) + 1;
    const atOnce = after != null && own[from - 1]?.test === after && !given.has(from);
    given.add(from);
    return { after: after ?? null, shows, from, atOnce };
  });
}

export function heardReadings(source: TraceCase, tests: ReadonlyMap<string, TraceTest>): Heard {
  const readings = source.readings ?? [];
  const answers = answersOf(source);
  const showsAt = (index: number) => answers.findLast(({ from }) => from <= index)?.shows ?? true;
  const last = readings.findLastIndex(
    (reading) => isDisturbing(tests.get(reading.test)!) && reading.moved == null,
  );
  const asked = last >= 0 && !answers.some(({ from }) => from > last);
  return {
    heard: readings.filter((_, index) => showsAt(index)),
    unheard: readings.filter((_, index) => !showsAt(index)).map(({ test }) => test),
    asks: asked ? { after: readings[last]!.test } : null,
    hidden: !showsAt(readings.length),
  };
}

/** Likelihood, under every suspect, of what is said of the fault after each disturbing test. */
export function epochLikelihoods(ready: ReadyCase): readonly (readonly number[])[] {
  return answersOf(ready.source).flatMap(({ after, shows, atOnce }) => {
    const test = after === null ? undefined : ready.tests.get(after);
    if (!test || !atOnce || !isDisturbing(test)) return [];
    const moved = movedElements(test, ready.source.circuit.elements);
    return [
      ready.suspects.map(({ element, second }) => {
        const hides =
          moved.has(element) || (second && moved.has(second.element)) ? hidesChance.moved : hidesChance.other;
        return shows ? 1 - hides : hides;
      }),
    ];
  });
}
