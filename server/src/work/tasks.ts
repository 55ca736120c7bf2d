/** What is worked out beside the server's own thread: reading reports, solving circuits, planning. */
import {
  type Beside,
  besideCar,
  carOfRecord,
  type CarReport,
  doLine,
  doStep,
  type Drive,
  type Driven,
  driven,
  type ImageFile,
  hintOf,
  openingOf,
  openingOfWritten,
  overriddenBy,
  practiceEnd,
  type PracticeJob,
  provoke,
  readingOf,
  readMemory,
  reportOf,
  type StepWanted,
  tracedPart,
  tracedParts,
  type Trial,
  type Unit,
  unitsOf,
  writeMemory,
} from '@dormant-beacon/bench/practice';
import type { Difficulty } from '@dormant-beacon/core/practice';
import { carFile, liveList } from '@dormant-beacon/bench/vehicle';
import type { ImageForm, Layout, MergeFacts, Recipe, SheetLine } from '@dormant-beacon/core/coding';
import { merge, type MergeRefusal, readImage, writeImage } from '@dormant-beacon/core/coding/memory';
import { finish } from '@dormant-beacon/core/progress';
import {
  type CureChance,
  CureEstimator,
  type CureFacts,
  type CureOutcome,
} from '@dormant-beacon/core/proof/cure';
import type { HandBackDocument } from '@dormant-beacon/core/stages/hand-back';
import { readReport, type LineMark, type ReportPatterns, type Scan } from '@dormant-beacon/core/scans';
import {
  type JudgedRepair,
  judgeRepair,
  type NextTests,
  planning,
  type Predictions,
  predicting,
  type TraceCase,
  type TraceRepair,
} from '@dormant-beacon/core/trace';
import { type DocumentPhoto, handBackPdf } from '../documents/hand-back-pdf.js';
import type { PaperSize } from '../documents/paper.js';
import { invalid } from '../http/problem.js';
import { unpacked } from '../logbook/archive.js';
import { provenStory, type ProvenStory } from '../logbook/prove-story.js';

/** Elements × suspects × metered tests up to which the server plans itself; above, the page does it in a worker. */
export const mostPlannedWork = 60_000;
/** No car has more; what lists them all is no report, and would weigh on every later look at the job. */
const mostCodes = 80_000;
const keptPredictions = 12;

/** Predictions by the id of the trace's row, which never changes. */
const known = new Map<string, Predictions>();

export type { ImageFile };

export interface MergedFile {
  /** Null where the merge is refused. */
  readonly file: Uint8Array | null;
  readonly refusals: readonly MergeRefusal[];
}

export const tasks = {
  drawPractice: ({
    seed,
    difficulty,
    written,
  }: {
    seed: number;
    difficulty: Difficulty;
    written: string | null;
  }) => (written === null ? openingOf(seed, difficulty) : openingOfWritten(written)),

  carReport: ({ other, trial, ...job }: PracticeJob & { other: boolean; trial: Trial | null }): CarReport => {
    const car = carOfRecord(job);
    provoke(car, trial);
    return reportOf(car, other ? 'usual' : (job.hidden.reader ?? 'usual'));
  },

  carBeside: ({ trial, ...job }: PracticeJob & { trial: Trial | null }): Beside => besideCar(job, trial),

  carParts: ({ hidden }: { hidden: PracticeJob['hidden'] }) => {
    const file = carFile(hidden.car)!;
    return {
      parts: tracedParts(file),
      modules: file.modules.map(({ name, label }) => ({ module: name, label })),
      live: liveList(file),
      // Those that were paid for already.
      hints: ([1, 2] as const).slice(0, hidden.hints ?? 0).map((number) => hintOf(hidden, number)),
    };
  },

  carPart: ({ car, target }: { car: string; target: string }) => tracedPart(carFile(car)!, target),

  carReading: ({
    source,
    test,
    trial,
    ...job
  }: PracticeJob & { source: TraceCase; test: TraceCase['tests'][number]; trial: Trial | null }) => {
    const shown = readingOf(job, source, test, trial);
    return 'why' in shown
      ? { reading: null, refused: shown.why, overridable: shown.refused === true && !job.hidden.overridden }
      : { reading: shown, refused: null, overridable: false };
  },

  override: ({
    source,
    test,
    ...job
  }: PracticeJob & { source: TraceCase; test: TraceCase['tests'][number] }) =>
    overriddenBy(job, source, test),

  hint: ({ hidden, number }: { hidden: PracticeJob['hidden']; number: 1 | 2 }) => hintOf(hidden, number),

  practiceEnd: (job: PracticeJob) => practiceEnd(job),

  /** A line of a coding sheet over the link; null where it is done by hand. */
  carLine: ({ codingId, line, ...job }: PracticeJob & { codingId: string; line: SheetLine }) => {
    const unit = unitOf(job, codingId);
    return unit && doLine(carOfRecord(job), unit, line, job.record);
  },

  driven: ({ watched, drive, ...job }: PracticeJob & { watched: string; drive: Drive }): Driven =>
    driven(job, watched, drive),

  /** A step of a procedure at the car; null where there is none such. */
  carStep: ({ codingId, wanted, ...job }: PracticeJob & { codingId: string; wanted: StepWanted }) => {
    const unit = unitOf(job, codingId);
    return unit && doStep(carOfRecord(job), unit, wanted);
  },

  /** The memory of a unit over its link, an image written to it before; as Intel HEX. Null where it has none to be read. */
  carMemory: ({ codingId, write, ...job }: PracticeJob & { codingId: string; write: ImageFile | null }) => {
    const unit = unitOf(job, codingId);
    if (!unit) return null;
    const car = carOfRecord(job);
    const { talk, refused, bytes } =
      write === null ? readMemory(car, unit) : writeMemory(car, unit, readImage(write.file, write.form));
    const text = bytes && Buffer.from(writeImage([{ address: 0, bytes }], 'ihex')).toString('latin1');
    return { talk, refused, text };
  },

  readReport: ({
    text,
    patterns,
    marks,
  }: {
    text: string;
    patterns: ReportPatterns;
    marks: readonly LineMark[];
  }): Scan => {
    const scan = readReport(text, { patterns, marks });
    if (scan.codes.length > mostCodes)
      throw invalid(
        'data.text',
        `holds ${scan.codes.length} codes; a report of one car is taken with ${mostCodes} at most`,
      );
    return scan;
  },

  /** Solves a case under every suspect, as far as the server plans itself; of a larger one only its suspects are looked at. */
  soundCase: ({ source, traceId }: { source: TraceCase; traceId: string | null }): null => {
    if (plannedWork(source) > mostPlannedWork) finish(planning({ ...source, tests: [], readings: [] }));
    else if (traceId === null) finish(predicting(source));
    else remember(traceId, finish(predicting(source)));
    return null;
  },

  /** `bare` is the case as it was saved; `source` has every reading since. */
  plan: ({ source, bare, traceId }: { source: TraceCase; bare: TraceCase; traceId: string }): NextTests =>
    finish(planning(source, known.get(traceId) ?? remember(traceId, finish(predicting(bare))))),

  /** What a trace says of a repair that is being entered. */
  judgeRepair: ({
    source,
    element,
    method,
  }: {
    source: TraceCase;
    element: string;
    method: TraceRepair['method'];
  }): JudgedRepair => judgeRepair(source, { element, method }),

  /** The chance that a repair cured, from what others of this shop achieved. */
  cureChance: ({ facts, outcomes }: { facts: CureFacts; outcomes: readonly CureOutcome[] }): CureChance =>
    new CureEstimator(outcomes).of(facts),

  handBackPdf: ({
    content,
    photos,
    paper,
  }: {
    content: HandBackDocument;
    photos: readonly DocumentPhoto[];
    paper: PaperSize;
  }): Promise<Uint8Array> => handBackPdf(content, photos, paper),

  /** Reads an image in its form; what is wrong with it is refused. */
  soundImage: ({ file, form }: ImageFile): null => {
    readImage(file, form);
    return null;
  },

  mergeImages: ({
    layout,
    original,
    donor,
    recipe,
    facts,
    form,
  }: {
    layout: Layout;
    original: ImageFile;
    donor: ImageFile;
    recipe: Recipe;
    facts: MergeFacts;
    form: ImageForm;
  }): MergedFile => {
    const [first, second] = [readImage(original.file, original.form), readImage(donor.file, donor.form)];
    const { merged, refusals } = merge(layout, first, second, recipe, facts);
    return { file: merged && writeImage(merged.image, form), refusals };
  },

  /** Unpacks a story's file into its folder and holds it against itself. */
  provenStory: async ({
    file,
    folder,
    patterns,
  }: {
    file: string;
    folder: string;
    patterns: ReportPatterns;
  }): Promise<ProvenStory> => provenStory(await unpacked(file, folder), patterns),
};

const unitOf = ({ record, hidden }: PracticeJob, codingId: string): Unit | null =>
  unitsOf(record, hidden.car).find((own) => own.codingId === codingId) ?? null;

export type Tasks = typeof tasks;
export type TaskName = keyof Tasks;

export function plannedWork({ circuit, suspects, tests }: TraceCase): number {
  return (
    circuit.elements.length *
    (suspects?.length ?? 2 * circuit.elements.length) *
    tests.filter((test) => !('element' in test)).length
  );
}

function remember(traceId: string, predictions: Predictions): Predictions {
  known.set(traceId, predictions);
  const oldest = known.keys().next();
  if (known.size > keptPredictions && !oldest.done) known.delete(oldest.value);
  return predictions;
}
