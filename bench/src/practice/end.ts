/** How a practice job ended: what was hidden, what was spent, and what the planner would have spent. */
import type { Fault } from '@dormant-beacon/core/circuit';
import { caseOf, type JobRecord, standing, standingFor } from '@dormant-beacon/core/record';
import { nextTests } from '@dormant-beacon/core/trace';
import { readingWords, testName, testRead } from '@dormant-beacon/core/words';
import { carFile } from '../vehicle/index.js';
import { clearMinutes, costOf, scanMinutes, usualRepair } from './costs.js';
import { carOfRecord, type PracticeJob } from './from-record.js';
import type { HiddenCase } from './hidden.js';
import { beliefIn, elementsOf, playCase, type Step } from './play.js';

export interface PracticeEnd {
  readonly was: string;
  readonly mended: boolean;
  readonly minutes: number;
  readonly cents: number;
  readonly partsInVain: number;
  /** Every test and repair, in its order. */
  readonly steps: readonly Step[];
  readonly planner: { readonly minutes: number; readonly cents: number; readonly steps: readonly Step[] };
}

const modeWords: Readonly<Record<string, string>> = {
  open: 'is open',
  resistive: 'has resistance',
  shortToGround: 'touches ground',
  shortToSupply: 'touches the supply',
  intermittent: 'comes and goes',
  stuckOpen: 'does not close',
  stuckClosed: 'does not open',
  wrongPart: 'is the wrong part',
};

export function practiceEnd({ record, hidden, images }: PracticeJob): PracticeEnd {
  const elements = elementsOf(hidden);
  const tests = standing(record.readings).map((reading) => testRead(record, reading)?.minutes ?? 0);
  const repairs = standing(record.repairs).map((repair) => {
    const trace = repair.traceId == null ? undefined : standingFor(record.traces, repair.traceId);
    return trace?.case.repairs.find((own) => own.element === repair.element) ?? usualRepair;
  });
  const minutes =
    [...tests, ...repairs.map((repair) => repair.minutes)].reduce((sum, own) => sum + own, 0) +
    scanMinutes * record.scans.length +
    clearMinutes * standing(record.clearings).length;
  const parts = repairs.reduce((sum, { priceCents }) => sum + priceCents, 0);
  const played = playCase(hidden);
  return {
    was: wasWords(hidden),
    mended: carOfRecord(record, hidden, images).standing.faults.length === 0,
    minutes,
    cents: costOf(minutes, parts),
    partsInVain: standing(record.repairs).filter((repair) => !elements.includes(repair.element ?? '')).length,
    steps: stepsOf(record, elements),
    planner: { minutes: played.minutes, cents: played.cents, steps: played.steps },
  };
}

function wasWords({ car, faults, wasOpen, reader }: HiddenCase): string {
  const { elements } = carFile(car)!.circuit;
  const words = ({ element, mode, ohms }: Fault) => {
    const label = elements.find(({ id }) => id === element)?.label ?? element;
    return `${label} ${modeWords[mode] ?? mode}${ohms == null ? '' : ` (${ohms.toFixed(1)} Ω)`}`;
  };
  return [
    ...faults.map(words),
    ...(wasOpen ? [`the stored codes came of plug ${wasOpen}, which somebody had parted`] : []),
    ...(reader === 'lies' ? ['the printout left out which modules were silent'] : []),
  ].join('; ');
}

/** Of a job’s first steps alone, since each is planned anew. */
const mostBeliefs = 40;

function stepsOf(record: JobRecord, elements: readonly string[]): Step[] {
  const read = standing(record.readings).map((reading) => {
    const test = testRead(record, reading);
    return { ...reading, did: testName(test, reading.test), came: readingWords(test, reading) };
  });
  const repaired = standing(record.repairs).map((repair) => ({
    ...repair,
    did: repair.label,
    came: elements.includes(repair.element ?? '') ? 'that was it' : 'in vain',
  }));
  return [...read, ...repaired]
    .sort((a, b) => a.seq - b.seq)
    .map(({ did, came, seq, traceId }, n) => ({
      did,
      came,
      belief: came === 'that was it' || n >= mostBeliefs ? null : beliefAt(record, traceId, seq, elements),
    }));
}

/** As a job stood after that entry; null where its trace does not have the part. */
function beliefAt(
  record: JobRecord,
  traceId: string | null | undefined,
  seq: number,
  elements: readonly string[],
): number | null {
  const trace = traceId == null ? undefined : standingFor(record.traces, traceId);
  if (!trace?.case.circuit.elements.some(({ id }) => elements.includes(id))) return null;
  const until = <F extends { readonly seq: number }>(facts: readonly F[]) =>
    facts.filter((fact) => fact.seq <= seq);
  const then = { ...record, readings: until(record.readings), repairs: until(record.repairs) };
  return beliefIn(elements, nextTests(caseOf(then, trace)));
}
