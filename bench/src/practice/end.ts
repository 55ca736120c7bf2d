/** How a practice job ended: what was hidden, what was spent, and what the planner would have spent. */
import { caseOf, type JobRecord, standing, standingFor } from '@dormant-beacon/core/record';
import { nextTests } from '@dormant-beacon/core/trace';
import { readingWords, testName, testRead } from '@dormant-beacon/core/words';
import { type CarFault, carFile } from '../vehicle/index.js';
import { clearMinutes, costOf, hintMinutes, safeMinutes, scanMinutes, usualRepair } from './costs.js';
import { type PracticeJob, storyOf } from './from-record.js';
import type { HiddenCase } from './hidden.js';
import { beliefIn, elementsOf, playCase, type Step } from './play.js';
import { type BestStep, foreignBest, writtenCase } from './written.js';

export interface PracticeEnd {
  readonly was: string;
  readonly mended: boolean;
  readonly minutes: number;
  readonly cents: number;
  readonly partsInVain: number;
  readonly hints: number;
  /** What was done although it was refused. */
  readonly breaches: readonly string[];
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
  binding: 'binds',
};

export function practiceEnd(job: PracticeJob): PracticeEnd {
  const { record, hidden } = job;
  const tests = standing(record.readings).map((reading) => testRead(record, reading)?.minutes ?? 0);
  const repairs = standing(record.repairs).map((repair) => {
    const trace = repair.traceId == null ? undefined : standingFor(record.traces, repair.traceId);
    return trace?.case.repairs.find((own) => own.element === repair.element) ?? usualRepair;
  });
  const minutes =
    [...tests, ...repairs.map((repair) => repair.minutes)].reduce((sum, own) => sum + own, 0) +
    scanMinutes * record.scans.length +
    clearMinutes * standing(record.clearings).length +
    hintMinutes * (hidden.hints ?? 0) +
    safeMinutes * record.safeties.filter(({ step }) => step === 'battery-off').length;
  const parts = repairs.reduce((sum, { priceCents }) => sum + priceCents, 0);
  const { car, mended } = storyOf(job);
  const best = bestOf(hidden);
  return {
    was: wasWords(hidden),
    mended: car.isSound,
    minutes,
    cents: costOf(minutes, parts),
    partsInVain: standing(record.repairs).filter(({ id }) => !mended.has(id)).length,
    steps: stepsOf(record, elementsOf(hidden), mended),
    hints: hidden.hints ?? 0,
    breaches: hidden.overridden ? [hidden.overridden.says] : [],
    planner: best,
  };
}

/** Undefined where the planner plays it. */
function bestWritten(hidden: HiddenCase): readonly BestStep[] | undefined {
  if (hidden.written != null) return writtenCase(hidden.written)?.best;
  return hidden.foreign == null ? undefined : foreignBest(moduleLabel(hidden, hidden.foreign));
}

/** The shortest way that was written down, else what the planner does by itself. */
function bestOf(hidden: HiddenCase): PracticeEnd['planner'] {
  const best = bestWritten(hidden);
  if (!best) {
    const { minutes, cents, steps } = playCase(hidden);
    return { minutes, cents, steps };
  }
  const minutes = best.reduce((sum, step) => sum + step.minutes, 0);
  const parts = best.reduce((sum, step) => sum + (step.cents ?? 0), 0);
  return {
    minutes,
    cents: costOf(minutes, parts),
    steps: best.map(({ did, came }) => ({ did, came, belief: null })),
  };
}

const moduleLabel = ({ car }: HiddenCase, module: string): string =>
  carFile(car)!.modules.find(({ name }) => name === module)?.label ?? module;

function wasWords(hidden: HiddenCase): string {
  const { car, faults, before, foreign, reader, written } = hidden;
  const told = written == null ? undefined : writtenCase(written);
  if (told) return told.was;
  const { elements } = carFile(car)!.circuit;
  const words = ({ element, mode, ohms, when }: CarFault) => {
    const label = elements.find(({ id }) => id === element)?.label ?? element;
    return `${label} ${modeWords[mode] ?? mode}${ohms == null ? '' : ` (${ohms.toFixed(1)} Ω)`}${when == null ? '' : `, but only in one condition: ${when}`}`;
  };
  return [
    ...faults.map(words),
    ...(foreign == null
      ? []
      : [`the ${moduleLabel(hidden, foreign)} came from another car, and holds that car’s identity`]),
    ...(before ?? [])
      .flatMap(({ unplugged }) => unplugged ?? [])
      .map((plug) => `the stored codes came of plug ${plug}, which somebody had parted`),
    ...(reader === 'lies' ? ['the printout left out which modules were silent'] : []),
  ].join('; ');
}

/** Of a job’s first steps alone, since each is planned anew. */
const mostBeliefs = 40;

function stepsOf(record: JobRecord, elements: readonly string[], mended: ReadonlySet<string>): Step[] {
  const read = standing(record.readings).map((reading) => {
    const test = testRead(record, reading);
    return { ...reading, did: testName(test, reading.test), came: readingWords(test, reading) };
  });
  const repaired = standing(record.repairs).map((repair) => ({
    ...repair,
    did: repair.label,
    came: mended.has(repair.id) ? 'that was it' : 'in vain',
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
