/**
 * Gates of restraint work: what is opened only while the car is safe, and what must stand before it leaves. Each
 * follows from the record under the job’s lock; none from a box that somebody ticked.
 */
import { leastWaitingMinutes, type RoutePolicy } from '@dormant-beacon/core/shop';
import {
  inventoryOf,
  type JobRecord,
  type Role,
  standing,
  standingFor,
  type Trace,
} from '@dormant-beacon/core/record';
import {
  bridgeAsked,
  isRestraintTrace,
  notDriven,
  openTemporaries,
  restraintCodesUnsigned,
  silentModulesUnsigned,
  restraintWork,
  safetyOf,
  type SafetyPolicy,
  temporaryWords,
} from '@dormant-beacon/core/stages';
import {
  guardOf,
  powerAt,
  type PowerWord,
  type SafetyCourse,
  type SafetyStep,
  stepWords,
  wasSafeBetween,
} from '@dormant-beacon/core/restraints';
import { actionClassOf, closedTests, hasClosedLine, repairClassOf } from '@dormant-beacon/core/trace';
import { conflict, HttpProblem, invalid } from '../http/problem.js';
import type { StoredFact } from './repository.js';

/** What a gate asks of the shop and of the server’s clock. */
export interface GateShop {
  readonly safety: SafetyPolicy;
  readonly route: RoutePolicy;
  readonly clockJumps: readonly string[];
  /** Whether a customer's telephone reaches this server. */
  readonly reached: boolean;
}

export type Gate = (record: JobRecord, fact: StoredFact, role: Role, shop: GateShop) => void;

export const courseOf = (record: JobRecord, { safety, clockJumps }: GateShop): SafetyCourse =>
  safetyOf(record, safety, clockJumps);

function whyNot(word: PowerWord, { missing, until }: SafetyCourse, now: string): string {
  switch (word) {
    case 'waiting': {
      const minutes = Math.ceil((Date.parse(until!) - Date.parse(now)) / 60_000);
      return `The wait has ${minutes === 1 ? 'a minute' : `${minutes} minutes`} to go.`;
    }
    case 'check':
      return 'The isolation has to be looked at again in person first.';
    default:
      return `It counts as live: confirm first “${missing.map((step) => stepWords[step].states).join('”, “')}”.`;
  }
}

/** @throws HttpProblem 409 unless the car is safe at the moment at which the server received the entry */
export function mustBeSafe(record: JobRecord, fact: StoredFact, shop: GateShop, what: string): void {
  const course = courseOf(record, shop);
  const word = powerAt(course, fact.recordedAt);
  if (word !== 'safe')
    throw conflict(`${what} only while the car is safe. ${whyNot(word, course, fact.recordedAt)}`);
}

/** A test of a trace: closed ones are never taken, the others in the state that their class asks for. */
export function readingGate(
  record: JobRecord,
  fact: StoredFact,
  shop: GateShop,
  { case: source }: Trace,
): void {
  const test = source.tests.find(({ id }) => id === fact['test']);
  if (!test) return;
  const closed = closedTests({ ...source, tests: [test] })[0];
  if (closed) throw conflict(closed.reason, { path: 'data.test' });
  switch (actionClassOf(source, test, inventoryOf(record))) {
    case 'open-dead':
      mustBeSafe(record, fact, shop, 'Here this is done');
      return loopSavedFirst(record, source);
    case 'move-live':
      if (courseOf(record, shop).confirmed.size > 0)
        throw conflict('The power is off now. Put it on by the list, then read.');
      if (test.state?.jumpers?.length) {
        if (!openTemporaries(record).some(({ kind }) => kind === 'jumper'))
          throw conflict(
            'A bridge is put in while the car is safe, and entered as a temporary state. Enter it first.',
          );
        return;
      }
      if (!openTemporaries(record).some(({ kind }) => kind === 'substitute-load'))
        throw conflict(
          'A restraint harness is moved or read this way only with a substitute load in the place of the unit, fitted while the car was safe. Enter the load first.',
        );
      return;
    default:
      return;
  }
}

/** Opening a plug may cure it: what its loop read is saved before, where the car could be powered. */
function loopSavedFirst(record: JobRecord, source: Trace['case']): void {
  const loop = source.tests.some(({ kind }) => kind === 'live') && hasSquib(source);
  const live = new Set(source.tests.filter(({ kind }) => kind === 'live').map(({ id }) => id));
  const read =
    standing(record.loopReadings).length > 0 ||
    standing(record.readings).some(({ test }) => live.has(test)) ||
    standing(record.waivers).length > 0;
  if (loop && !read)
    throw conflict(
      'Opening a plug may cure it: read the loop live first, with its lowest and highest, and enter it. Power is put on again by the list for that.',
    );
}

const hasSquib = ({ circuit }: Trace['case']): boolean =>
  circuit.elements.some(({ kind }) => kind === 'squib');

/** Sheets of readings at points belong to no restraint circuit. */
export function sheetGate(record: JobRecord, fact: StoredFact): void {
  const trace = fact['traceId'] == null ? undefined : standingFor(record.traces, fact['traceId'] as string);
  const { sheet } = fact['data'] as { sheet: string };
  if (trace && isRestraintTrace(trace) && !['wiggle', 'provoke', 'tyres'].includes(sheet))
    throw conflict('On a restraint circuit nothing is measured at points, in any state. Use live values.');
}

/** Letters of a source that can be found again. */
export const leastSource = 8;

/** Letters of a reason that says something. */
export const leastReason = 20;
export const isReason = (text: unknown): boolean =>
  typeof text === 'string' && text.trim().length >= leastReason && /\s/.test(text.trim());

/** A restraint repair: made while safe, of a unit that is known, and confirmed with the power back. */
export function repairGate(record: JobRecord, fact: StoredFact, role: Role, shop: GateShop): void {
  const repair = fact as unknown as Parameters<typeof restraintWork>[1] & {
    method: string;
    element?: string | null;
    part?: string | null;
    identity?: string | null;
    proof?: string | null;
    cured: boolean;
    notMadeSafe?: string | null;
  };
  const trace = repair.traceId == null ? undefined : standingFor(record.traces, repair.traceId);
  // Whichever way it was repaired: one that lies there is enough.
  const planned = (trace?.case.repairs ?? []).filter(({ element }) => element === repair.element);
  const why =
    restraintWork(record, repair) ??
    (trace && planned.some((one) => repairClassOf(trace.case, one, inventoryOf(record)) !== null)
      ? 'it lies on a restraint circuit, or in the zone of a restraint item'
      : null);
  if (why === null) {
    if (repair.notMadeSafe != null)
      throw invalid('data.notMadeSafe', 'nothing of this repair lies in the restraint system');
    return;
  }
  const course = courseOf(record, shop);
  const began = trace?.recordedAt ?? earliest(record, repair.beaconIds);
  if (!wasSafeBetween(course, began, fact.recordedAt)) notSafe(repair.notMadeSafe, role, why);
  if (repair.method === 'replace') {
    if (!repair.part || !repair.identity)
      throw invalid(
        'data.identity',
        'say which restraint unit went in: its part number and what stands on it',
      );
    if (!repair.proof)
      throw invalid('data.proof', 'say what shows that the unit is good: new, rebuilt by whom, or its proof');
  }
  if (repair.cured && (course.confirmed.size > 0 || !confirmedSince(record, lastPowered(record, trace))))
    throw conflict(
      'A restraint repair counts as working only when it was confirmed with the power back: put it on by the list, read the loop or the codes, enter that, then this.',
    );
}

function notSafe(reason: string | null | undefined, role: Role, why: string): void {
  if (reason == null)
    throw conflict(
      `This is restraint work (${why}): it is taken only after the car was made safe for it. Where the maker’s procedure asks for something else, the lead signs why.`,
    );
  if (role !== 'lead')
    throw new HttpProblem(
      403,
      'Not for this role',
      'Only the lead signs for restraint work on a car that was not made safe.',
    );
  if (!isReason(reason))
    throw invalid(
      'data.notMadeSafe',
      'say in a sentence that can be read later why the car was not made safe',
    );
}

const earliest = (record: JobRecord, ids: readonly string[]): string =>
  ids
    .flatMap((id) => record.beacons.find((beacon) => beacon.id === id)?.recordedAt ?? [])
    .reduce((a, b) => (a < b ? a : b));

/** The place in order after which a reading confirms: power put on by the list, or the trace’s beginning. */
const lastPowered = (record: JobRecord, trace: Trace | undefined): number =>
  record.safeties.findLast(({ step }) => step === 'power-on')?.seq ?? trace?.seq ?? baselineSeq(record);

const baselineSeq = (record: JobRecord): number => record.scans[0]?.seq ?? 0;

/** A live reading, a loop or a report that was entered after that place. */
function confirmedSince(record: JobRecord, since: number): boolean {
  const live = standing(record.readings).some((reading) => {
    const trace = standingFor(record.traces, reading.traceId);
    const test = trace?.case.tests.find(({ id }) => id === reading.test);
    return reading.seq > since && (test?.kind === 'live' || test?.kind === 'function');
  });
  return (
    live ||
    standing(record.loopReadings).some(({ seq }) => seq > since) ||
    standing(record.scans).some(
      ({ seq, scan, printed }) => seq > since && scan.noModuleAnswered !== true && printed == null,
    )
  );
}

export const safeties: Gate = (record, fact, _role, shop) => {
  const { step, note, minutes, source, undisturbed } = fact as unknown as SafetyStep;
  switch (step) {
    case 'wait-set': {
      if (minutes == null) throw invalid('data.minutes', 'say how many minutes the service data asks for');
      const least = Math.max(leastWaitingMinutes, shop.safety.waitingMinutes);
      if (minutes < least && !(source && source.trim().length >= leastSource))
        throw invalid(
          'data.source',
          `a wait shorter than ${least} minutes needs its source: the service data, with its page or number`,
        );
      return;
    }
    case 'isolation-checked':
      if (undisturbed == null) throw invalid('data.undisturbed', 'say whether it was found as it was left');
      return;
    case 'seen-by-second': {
      const { confirmed } = courseOf(record, shop);
      const by = confirmed.get('battery-off') ?? confirmed.get('fuses-pulled');
      if (!by) throw conflict('The isolation is confirmed first, then seen by a second person.');
      if (by.personId === fact.personId)
        throw new HttpProblem(403, 'Another person', 'Who has isolated the car is no second person for it.');
      return;
    }
    case 'second-supply-off':
    case 'hv-locked-out':
    case 'hv-absence-checked':
      if (record.vehicle.highVoltage !== true)
        throw conflict('This car has no high voltage, as it was taken in. Correct the car first.');
      if (!note || note.trim().length < 4) throw invalid('data.note', 'say which qualified person did it');
      return;
    case 'fuses-pulled':
      if (!note || note.trim().length < 2)
        throw invalid('data.note', 'say which fuses, in which carrier or under which lid');
      return;
    default:
      return;
  }
};

export const temporaries: Gate = (record, fact, _role, shop) => {
  const { kind, where, traceId, removes } = fact as unknown as {
    kind: keyof typeof temporaryWords;
    where: string;
    traceId?: string | null;
    removes?: string | null;
  };
  const trace = traceId == null ? undefined : standingFor(record.traces, traceId);
  if (traceId != null && !trace) throw invalid('data.traceId', 'no such trace in this job');
  if (removes != null && !openTemporaries(record).some(({ id, kind: own }) => id === removes && own === kind))
    throw invalid('data.removes', 'no such temporary state is in the car');
  // A bridge in its own socket opens no plug: the procedure that runs asks for it, and it may always come out.
  if (kind === 'calibration-bridge' && (removes != null || bridgeAsked(record))) return;
  const restraint =
    kind === 'substitute-load' ||
    (trace !== undefined && isRestraintTrace(trace)) ||
    guardOf({ part: where, work: where }).guard === 'restraint';
  if (!restraint) return;
  // The switch of a buckle may be bridged, where its circuit shows that it is no squib's, sensor's or network's line.
  if (kind === 'jumper' && removes == null && (!trace || hasClosedLine(trace.case)))
    throw conflict('No jumper goes on a restraint line, in any state.');
  mustBeSafe(record, fact, shop, `A ${temporaryWords[kind]} is put in or taken out here`);
};

export const handBacks: Gate = (record) => {
  if (standing(record.beacons).length === 0)
    throw conflict('Nothing is taken in yet, so there is nothing to hand back.');
  const [temporary] = openTemporaries(record);
  if (temporary)
    throw conflict(
      `The car does not leave with a ${temporaryWords[temporary.kind]} in it: ${temporary.where}. Take it out, then enter that.`,
    );
  const [code] = restraintCodesUnsigned(record);
  if (code)
    throw conflict(
      `${code.code} in ${code.module} is a restraint code, as last read: mend it and read again, or the lead signs why it stays.`,
    );
  const [silent] = silentModulesUnsigned(record);
  if (silent !== undefined)
    throw conflict(
      `${silent} belongs to the restraints and did not answer when it was last read: read it again, or the lead signs why it stays silent.`,
    );
};

/** A drive of the shop’s own; one on which the warning came back is told whatever the rules say. */
export function driveGate(record: JobRecord, fact: StoredFact, shop: GateShop): void {
  if (fact['reportedBy'] !== 'technician' || fact['shown'] === true) return;
  const [first] = notDriven(record, shop.safety);
  if (first) throw conflict(`It may not be driven: ${first}.`);
}
