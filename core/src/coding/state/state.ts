/** Where the coding of a unit stands, from its entries alone. */
import type { CodingBook, Procedure, ProcedureStep } from '../book.js';
import { readTrim, type TrimFinding, compareTrims, type TrimReading } from './trim.js';
import type { CodingEntry, CodingImageData, CodingPlanData, LockSetData } from '../records.js';
import { type SheetLine, type SheetPart, sheetOf } from './sheet.js';

/** Clean turns after which a cylinder is taken as set. */
export const cleanTurns = 10;

/** Turned often enough with the owner’s key, and never caught. */
export const isCylinderAccepted = (tried: LockSetData['tried']): boolean =>
  tried != null && tried.turns >= cleanTurns && !tried.caught;

/** Any fact, with what this needs of its stamp. */
export type Entered<T> = T & { readonly id: string; readonly seq: number; readonly recordedAt: string };

export interface LineState {
  readonly line: SheetLine;
  readonly part: SheetPart;
  readonly is: 'open' | 'done' | 'not-needed';
  readonly note: string | null;
}

/** The step of a procedure that is going on. */
export interface RunningStep {
  readonly procedure: Procedure;
  readonly step: ProcedureStep;
  readonly startedAt: string;
  /** By the server’s clock; null where no time has to pass. */
  readonly readyAt: string | null;
  readonly lateAt: string | null;
}

export interface ProcedureState {
  readonly procedure: Procedure;
  readonly is: 'open' | 'running' | 'done';
  readonly running: RunningStep | null;
  /** The step that comes next; null where all are done. */
  readonly next: ProcedureStep | null;
  readonly done: readonly string[];
  /** What has to be so, as far as it was said since the procedure began anew. */
  readonly said: readonly string[];
  /** Why it was given up the last time. */
  readonly givenUp: string | null;
}

export interface OdometerStore {
  readonly store: string;
  readonly before: number | null;
  readonly donor: number | null;
  readonly after: number | null;
  readonly verdict: 'open' | 'agrees' | 'below' | 'above';
}

export interface OdometerCard {
  readonly stores: readonly OdometerStore[];
  /** Null where nothing tells what the car has driven. */
  readonly least: number | null;
  readonly most: number | null;
  /** Stores of the car that did not agree before anything was done. */
  readonly disagree: boolean;
  /** The donor shows more: powered in the car, it may spread to the other stores. */
  readonly mayRise: boolean;
}

export interface TrimState {
  readonly position: string;
  readonly before: TrimReading | null;
  readonly after: TrimReading | null;
  readonly finding: TrimFinding | null;
}

export type CodingPhase = 'not-needed' | 'save' | 'wait' | 'do' | 'done';

export interface CodingState {
  readonly book: CodingBook | null;
  readonly lines: readonly LineState[];
  readonly procedures: readonly ProcedureState[];
  readonly odometer: OdometerCard | null;
  readonly trims: readonly TrimState[];
  readonly options: Extract<CodingEntry, { what: 'options' }> | null;
  readonly keys: { readonly start: number; readonly doNotStart: number } | null;
  readonly images: readonly Entered<CodingImageData>[];
  readonly phase: CodingPhase;
  /** The line that comes next; null where none is open now. */
  readonly next: LineState | null;
}

export interface CodingFacts {
  readonly plan: CodingPlanData;
  readonly entries: readonly Entered<{ readonly entry: CodingEntry }>[];
  readonly images: readonly Entered<CodingImageData>[];
  /** The new unit is in the car. */
  readonly fitted: boolean;
  /** The distance that the car showed at take-in, in kilometres. */
  readonly takenInKm: number | null;
  /** Of a unit with routes: what came is compared, and fits; null where it was bought without. */
  readonly compared: boolean | null;
}

type Of<W extends CodingEntry['what']> = Extract<CodingEntry, { what: W }>;

export function codingState({
  plan,
  entries,
  images,
  fitted,
  takenInKm,
  compared,
}: CodingFacts): CodingState {
  const book = plan.book ?? null;
  const all = <W extends CodingEntry['what']>(what: W) =>
    entries.filter(({ entry }) => entry.what === what) as unknown as readonly Entered<{
      readonly entry: Of<W>;
    }>[];
  const sheet = book
    ? sheetOf(book, plan.route ?? null, { teachOnly: plan.teachOnly === true, compared: compared !== null })
    : { parts: [] };
  const procedures = (book?.procedures ?? []).map((own) => procedureState(own, all('step'), all('check')));
  const odometer = book
    ? odometerCard(book, all('odometer'), all('driven').at(-1)?.entry.km ?? 0, takenInKm)
    : null;
  const trims = trimStates(book, all('trim'));
  const keys = all('keys').at(-1)?.entry ?? null;
  const lineState = (line: SheetLine, part: SheetPart): LineState => {
    if (line.kind === 'procedure') {
      const own = procedures.find(({ procedure }) => procedure.id === line.procedure.id);
      return { line, part, is: own?.is === 'done' ? 'done' : 'open', note: null };
    }
    if (line.kind === 'check') {
      if (line.check === 'image') {
        const there = ['original', 'donor'].every((role) => images.some((own) => own.role === role));
        return { line, part, is: there ? 'done' : 'open', note: null };
      }
      if (line.check === 'fit') return { line, part, is: compared === true ? 'done' : 'open', note: null };
      const said = all('check').findLast(({ entry }) => `check:${entry.check}` === line.id)?.entry;
      const note = said?.volts == null ? (said?.note ?? null) : `${said.volts} V`;
      return { line, part, is: said ? 'done' : 'open', note };
    }
    const said = all('item').findLast(({ entry }) => entry.item === line.item.id)?.entry;
    return { line, part, is: said ? said.as : 'open', note: said?.note ?? null };
  };
  const lines = sheet.parts.flatMap(({ part, lines: own }) => own.map((line) => lineState(line, part)));
  const openIn = (part: (own: SheetPart) => boolean) =>
    lines.find((own) => own.is === 'open' && part(own.part)) ?? null;
  const save = openIn((part) => part === 'save');
  const rest = openIn(() => true);
  const unread =
    odometer?.stores.some(({ verdict }) => verdict !== 'agrees') === true && writesDistance(book);
  const phase: CodingPhase =
    plan.notNeeded != null
      ? 'not-needed'
      : save && !fitted
        ? 'save'
        : !fitted
          ? 'wait'
          : rest || unread || !book
            ? 'do'
            : 'done';
  return {
    book,
    lines,
    procedures,
    odometer,
    trims,
    options: all('options').at(-1)?.entry ?? null,
    keys,
    images,
    phase,
    next: phase === 'save' ? save : phase === 'do' ? rest : null,
  };
}

const writesDistance = (book: CodingBook | null): boolean =>
  book?.carries.some(({ kind, how }) => kind === 'odometer' && how === 'write') === true;

/** Steps are done in their order; one that was given up, or whose sign never came, begins the procedure anew. */
function procedureState(
  procedure: Procedure,
  steps: readonly Entered<{ readonly entry: Of<'step'> }>[],
  checks: readonly Entered<{ readonly entry: Of<'check'> }>[],
): ProcedureState {
  const own = steps.filter(({ entry }) => entry.procedure === procedure.id);
  const broken = own.findLastIndex(({ entry }) => entry.as === 'aborted' || entry.as === 'sign-missing');
  const since = own.slice(broken + 1);
  const done = procedure.steps
    .filter(({ id }) => since.some(({ entry }) => entry.step === id && entry.as === 'done'))
    .map(({ id }) => id);
  const next = procedure.steps.find(({ id }) => !done.includes(id)) ?? null;
  const started = since.findLast(({ entry }) => entry.step === next?.id && entry.as === 'started');
  const running = next && started ? runningStep(procedure, next, started.recordedAt) : null;
  const last = own[broken]?.entry;
  return {
    procedure,
    is: next === null ? 'done' : running || done.length > 0 ? 'running' : 'open',
    running,
    next,
    done,
    said: checks.flatMap(({ entry, seq }) =>
      seq > (own[broken]?.seq ?? 0) && entry.check.startsWith(`${procedure.id}:`)
        ? [entry.check.slice(procedure.id.length + 1)]
        : [],
    ),
    givenUp: last ? (last.note ?? 'given up') : null,
  };
}

function runningStep(procedure: Procedure, step: ProcedureStep, startedAt: string): RunningStep {
  const after = (seconds: number | null | undefined) =>
    seconds == null ? null : new Date(Date.parse(startedAt) + seconds * 1000).toISOString();
  return {
    procedure,
    step,
    startedAt,
    readyAt: after(step.seconds?.least),
    lateAt: after(step.seconds?.most),
  };
}

function odometerCard(
  { odometerStores }: CodingBook,
  all: readonly { readonly entry: Of<'odometer'> }[],
  drivenKm: number,
  takenInKm: number | null,
): OdometerCard | null {
  if (!odometerStores || odometerStores.length === 0) return null;
  const reading = (store: string | null, of: 'car' | 'donor', moment: 'before' | 'after') =>
    all.findLast(
      ({ entry }) => (store === null || entry.store === store) && entry.of === of && entry.moment === moment,
    )?.entry.km ?? null;
  const before = odometerStores.map((store) => reading(store, 'car', 'before'));
  const known = [...before, takenInKm].filter((km) => km !== null);
  const least = known.length === 0 ? null : Math.max(...known);
  const most = least === null ? null : least + drivenKm;
  const donor = reading(null, 'donor', 'before');
  const stores = odometerStores.map((store, n): OdometerStore => {
    const after = reading(store, 'car', 'after');
    const verdict =
      after === null || least === null || most === null
        ? 'open'
        : after < least
          ? 'below'
          : after > most
            ? 'above'
            : 'agrees';
    return { store, before: before[n]!, donor: reading(store, 'donor', 'before'), after, verdict };
  });
  return {
    stores,
    least,
    most,
    disagree: new Set(before.filter((km) => km !== null)).size > 1,
    mayRise: donor !== null && most !== null && donor > most,
  };
}

function trimStates(book: CodingBook | null, all: readonly { readonly entry: Of<'trim'> }[]): TrimState[] {
  const trim = book?.trim;
  if (!trim) return [];
  const label = (position: string, moment: 'before' | 'after') => {
    const typed = all.findLast(({ entry }) => entry.position === position && entry.moment === moment)?.entry
      .label;
    return typed === undefined ? null : readTrim(trim.scheme, typed);
  };
  const rows = trim.positions.map((position) => ({
    position,
    before: label(position, 'before'),
    after: label(position, 'after'),
  }));
  const findings = compareTrims(
    rows
      .filter((row) => row.after !== null)
      .map((row) => ({ position: row.position, label: row.after!.code, kept: row.before?.code ?? null })),
  );
  return rows.map((row) => ({
    ...row,
    finding: findings.find(({ position }) => position === row.position) ?? null,
  }));
}
