/** What a test gave, in the words of the bench. */
import type { ForeseenOutcome, TraceCase, TraceReading, TraceTest } from '../trace/index.js';
import { showValue } from '../units/index.js';
import { type JobRecord, standingFor } from '../record/index.js';

/** The case that was read at, as its trace has it now; of a trace that was taken back, as it had it first. */
export function caseRead(
  { traces }: Pick<JobRecord, 'traces'>,
  { traceId }: { readonly traceId: string },
): TraceCase | undefined {
  return (standingFor(traces, traceId) ?? traces.find(({ id }) => id === traceId))?.case;
}

/** The test that was read, likewise. */
export function testRead(
  record: Pick<JobRecord, 'traces'>,
  reading: { readonly traceId: string; readonly test: string },
): TraceTest | undefined {
  return caseRead(record, reading)?.tests.find(({ id }) => id === reading.test);
}

/** The name of a test within a sentence. @param id where its trace does not have it any more */
export const testName = (test: TraceTest | undefined, id: string) => (test?.label ?? id).replace(/[.?]$/, '');

/** What a test lamp shows, and the volts that each stands for. */
export const lampShows = [
  { says: 'bright', volts: 12 },
  { says: 'dim', volts: 6 },
  { says: 'dark', volts: 0 },
] as const;
/** Below it the filament of a test lamp does not glow; from the other on it looks as at a battery. */
const [glows, full] = [2, 9];

/** The unit in which a metered test reads. */
export function unitOf(test: TraceTest): 'V' | 'Ω' | 'A' {
  if (test.kind === 'amps') return 'A';
  const ohms =
    test.kind === 'ohms' || test.kind === 'continuity' || (test.kind === 'live' && test.reads === 'ohms');
  return ohms ? 'Ω' : 'V';
}

/** A metered value as the test shows it: a figure with its unit, or the light of a test lamp. */
export function valueWords(test: TraceTest, value: number): string {
  if (test.kind !== 'testLamp') return showValue(value, unitOf(test));
  const shown = Math.abs(value) >= full ? 0 : Math.abs(value) >= glows ? 1 : 2;
  return lampShows[shown].says;
}

/** The volts that stood at the battery with a reading; empty where nobody measured them. */
export const supplyWords = ({ supplyVolts }: Pick<TraceReading, 'supplyVolts'>): string =>
  supplyVolts == null ? '' : `${showValue(supplyVolts, 'V')} at the battery`;

/** What a test gave; `test` undefined where its trace does not have it any more. */
export function readingWords(
  test: TraceTest | undefined,
  { value, overload, found, moved, gone, supplyVolts }: Omit<TraceReading, 'test'>,
): string {
  if (overload === true) return 'over-limit';
  const supply = supplyWords({ supplyVolts });
  if (value != null)
    return `${test ? valueWords(test, value) : showValue(value, 'V')}${supply && `, ${supply}`}`;
  if (gone === true) return 'fault gone, not told';
  if (moved != null) return moved ? 'fault moved' : 'fault stayed';
  return found === true ? 'yes' : 'no';
}

/** What a test may give, as it stands before `leaves`. */
export function outcomeName(
  test: TraceTest,
  { overload, value, moved, found }: Pick<ForeseenOutcome, 'value' | 'overload' | 'found' | 'moved'>,
): string {
  if (overload) return 'over-limit';
  if (value !== undefined) return `${test.kind === 'testLamp' ? '' : 'near '}${valueWords(test, value)}`;
  if (moved !== undefined) return moved ? 'fault moves' : 'fault stays';
  return found ? 'yes' : 'no';
}
