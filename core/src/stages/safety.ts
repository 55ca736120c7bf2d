/** Whether the car is safe to open, what bypasses are in it, and whether it may be driven: all from the record. */
import { plainWord } from '../codes/index.js';
import { defaultSafetyPolicy, type SafetyPolicy } from '../shop/index.js';
import {
  type Guard,
  guardOf,
  nearZone,
  safetyCourse,
  type SafetyCourse,
  type SafetyEvent,
} from '../restraints/index.js';
import type { Scan, ScanCode } from '../scans/index.js';
import { isRestraintCircuit, namesOfElement, type TraceTest } from '../trace/index.js';
import { showValue } from '../units/index.js';
import {
  isRestraint,
  inventoryOf,
  type JobRecord,
  type Repair,
  type RoutePlanFact,
  type Temporary,
  type Trace,
  standing,
  standingFor,
  stepsOff,
} from '../record/index.js';
import { testRead } from '../words/index.js';

export { defaultSafetyPolicy, type SafetyPolicy };

/** Nothing can fire at a simulated car: there the wait is practised, not sat through. */
const simulatedWait = { minutes: 1, source: 'simulated car’s rule that a minute stands for thirty' };

/** The course of making this car safe. @param clockJumps when the server’s clock was found to have jumped */
export function safetyOf(
  record: JobRecord,
  policy: SafetyPolicy = defaultSafetyPolicy,
  clockJumps: readonly string[] = [],
): SafetyCourse {
  // Where nothing was confirmed nothing can have been revoked: nearly every entry of nearly every job.
  return safetyCourse(record.safeties.length === 0 ? [] : safetyEvents(record), {
    waitingMinutes: policy.waitingMinutes,
    secondPerson: policy.secondPerson,
    filed: record.simulated ? simulatedWait : (inventoryOf(record)?.wait ?? null),
    highVoltage: record.vehicle.highVoltage === true,
    clockJumps,
  });
}

/**
 * Confirmations, and every entry that shows power at the car, in the order in which the server received them. An
 * entry that was taken back has been made all the same: undoing it gives no clock back.
 */
function safetyEvents(record: JobRecord): SafetyEvent[] {
  const powered = (seq: number, recordedAt: string, why: string | null) =>
    why === null ? [] : [{ seq, event: { step: 'powered' as const, at: recordedAt, why } }];
  const events = [
    ...record.safeties.map((own) => ({ seq: own.seq, event: { ...own, at: own.recordedAt } as SafetyEvent })),
    ...record.scans.flatMap(({ seq, recordedAt, scan, printed }) =>
      powered(
        seq,
        recordedAt,
        printed === 'before-power-off' || !answers(scan) ? null : 'a report in which modules answer',
      ),
    ),
    ...record.readings.flatMap((reading) =>
      powered(reading.seq, reading.recordedAt, showsPower(testRead(record, reading), reading.value ?? null)),
    ),
    ...record.batteries.flatMap(({ seq, recordedAt, restingVolts, where }) =>
      powered(
        seq,
        recordedAt,
        where === 'disconnected' || restingVolts <= 1
          ? null
          : `${showValue(restingVolts, 'V')} at the vehicle’s clamps`,
      ),
    ),
    ...record.loopReadings.flatMap(({ seq, recordedAt }) => powered(seq, recordedAt, 'a live loop value')),
    ...record.seatReadings.flatMap(({ seq, recordedAt }) =>
      powered(seq, recordedAt, 'a live value of a seat'),
    ),
    ...record.clearings.flatMap(({ seq, recordedAt }) => powered(seq, recordedAt, 'codes were cleared')),
    ...record.exposures.flatMap(({ seq, recordedAt, reportedBy }) =>
      powered(seq, recordedAt, reportedBy === 'technician' ? 'the car was started' : null),
    ),
    ...record.sheets.flatMap(({ seq, recordedAt, data }) =>
      powered(
        seq,
        recordedAt,
        data.sheet === 'tyres' || data.sheet === 'relay' ? null : 'readings under load',
      ),
    ),
    // What is worked by hand alone cannot be told from what needs its supply.
    ...record.functionTries.flatMap(({ seq, recordedAt }) =>
      powered(seq, recordedAt, 'a function was tried'),
    ),
    ...record.codingEntries.flatMap(({ seq, recordedAt, entry }) =>
      powered(
        seq,
        recordedAt,
        entry.what === 'step' || entry.what === 'keys' || (entry.what === 'check' && (entry.volts ?? 0) > 1)
          ? 'a unit was coded with power'
          : null,
      ),
    ),
    ...record.ledgerEntries.flatMap(({ seq, recordedAt, step }) =>
      powered(seq, recordedAt, needsPower(record, step) ? 'a step was done that needs power' : null),
    ),
  ]
    .sort((a, b) => a.seq - b.seq)
    .map(({ event }) => event);
  return record.origin ? broughtIn(events, record.origin.importedAt) : events;
}

function needsPower(record: JobRecord, step: string): boolean {
  return record.stripPlans.some(({ map }) =>
    map.steps.some(({ id, power }) => id === step && power === 'on'),
  );
}

/** A job that came from another shop: whatever was confirmed there, nobody here has seen it. */
function broughtIn(events: readonly SafetyEvent[], at: string): SafetyEvent[] {
  const before = events.filter((event) => event.at <= at).length;
  return [
    ...events.slice(0, before),
    { step: 'powered', at, why: 'the job came from another shop' },
    ...events.slice(before),
  ];
}

/**
 * Whether any module has answered: a report of silent ones shows no power. One that refused has answered; one of
 * which nobody knows what the report says may have.
 */
const answers = ({ modules, codes, noModuleAnswered }: Scan): boolean =>
  noModuleAnswered !== true &&
  (codes.length > 0 ||
    modules.some(({ answered, reach }) => answered || reach === 'refused' || reach === 'unclear'));

/** What a reading says of the supply; null where it says nothing. */
function showsPower(test: TraceTest | undefined, value: number | null): string | null {
  if (!test) return null;
  switch (test.kind) {
    case 'live':
      return 'a live value';
    case 'volts':
    case 'testLamp':
      return value !== null && Math.abs(value) > 1 ? `${showValue(value, 'V')} at the car` : null;
    case 'amps':
      return value !== null && Math.abs(value) > 0.05 ? `${showValue(value, 'A')} at the car` : null;
    case 'ohms':
    case 'continuity':
    case 'inspect':
    case 'swap':
      return null;
    default:
      return test.power === 'dead' ? null : 'a test of the powered car';
  }
}

/** Jumpers, loads, pulled fuses and open plugs that are still in the car. */
export function openTemporaries(record: JobRecord): Temporary[] {
  const removed = new Set(record.temporaries.flatMap(({ removes }) => (removes == null ? [] : [removes])));
  return record.temporaries.filter(({ id, removes }) => removes == null && !removed.has(id));
}

/**
 * Codes of restraints that a module still holds, as active or stored, as far as anybody has read: each stays until
 * its own module has answered without it. A module that is silent, or not in a report, gives nothing back.
 */
export function restraintCodesLeft({ scans }: JobRecord): readonly { module: string; code: string }[] {
  const known = restraintCodes.get(scans);
  if (known) return known;
  const held = new Map<string, Map<string, { module: string; code: string }>>();
  for (const { scan, printed } of scans) {
    const codes = scan.codes.filter(({ status }) => status !== 'history' && status !== 'pending');
    // A report from before the power went off shows what was there, not what has gone since.
    if (printed !== 'before-power-off')
      for (const { name, answered } of scan.modules) if (answered) held.delete(plainWord(name));
    for (const one of codes) {
      const { module, code } = one;
      const key = plainWord(module);
      const own = held.get(key) ?? new Map<string, { module: string; code: string }>();
      if (own.has(code) || !isRestraintCode(one)) continue;
      held.set(key, own.set(code, { module, code }));
    }
  }
  const found = [...held.values()].flatMap((own) => [...own.values()]);
  restraintCodes.set(scans, found);
  return found;
}

/** By its module, its number and its text; the same module and the same text are not read twice. */
function isRestraintCode({ module, code, text }: Pick<ScanCode, 'module' | 'code' | 'text'>): boolean {
  return (
    namesRestraints.of(`code ${code}`, () => guardOf({ code })) ||
    namesRestraints.of(`module ${module}`, () => guardOf({ module })) ||
    (text != null && namesRestraints.of(`text ${text}`, () => guardOf({ text })))
  );
}

/** What was found of words lately: reports repeat themselves by the thousand. */
const namesRestraints = {
  known: new Map<string, boolean>(),
  of(words: string, look: () => Guard): boolean {
    const before = this.known.get(words);
    if (before !== undefined) return before;
    const says = look().guard === 'restraint';
    if (this.known.size >= 2000) this.known.clear();
    this.known.set(words, says);
    return says;
  },
};

const restraintCodes = new WeakMap<object, readonly { module: string; code: string }[]>();

/** Of those, the ones for which the lead has not signed a reason. */
export function restraintCodesUnsigned(record: JobRecord): readonly { module: string; code: string }[] {
  const ends = standing(record.codeEnds);
  return restraintCodesLeft(record).filter(
    ({ module, code }) => !ends.some((end) => end.module === module && end.code === code),
  );
}

/**
 * Restraint modules that did not answer when they were last read: what such a module would do in a crash cannot be told.
 */
export function restraintModulesSilent({ scans }: JobRecord): readonly string[] {
  const known = silentModules.get(scans);
  if (known) return known;
  const last = new Map<string, { name: string; silent: boolean }>();
  for (const { scan } of scans)
    for (const { name, answered, reach } of scan.modules)
      last.set(plainWord(name), { name, silent: !answered && (reach == null || notHeard.has(reach)) });
  const found = [...last.values()]
    .filter(({ name, silent }) => silent && isRestraintModule(name))
    .map(({ name }) => name);
  silentModules.set(scans, found);
  return found;
}
const silentModules = new WeakMap<JobRecord['scans'], readonly string[]>();
const notHeard: ReadonlySet<string> = new Set(['silent', 'timed-out']);
const isRestraintModule = (name: string): boolean =>
  namesRestraints.of(`module ${name}`, () => guardOf({ module: name }));

/** Those of which nobody has signed why they stay silent. */
export function silentModulesUnsigned(record: JobRecord): readonly string[] {
  const signed = new Set(standing(record.moduleEnds).map(({ module }) => module));
  return restraintModulesSilent(record).filter((module) => !signed.has(module));
}

/** Why the car may not be driven; empty where it may. */
export function notDriven(
  record: JobRecord,
  policy: SafetyPolicy = defaultSafetyPolicy,
  course: SafetyCourse = safetyOf(record, policy),
): string[] {
  const temporaries = openTemporaries(record);
  const codes = restraintCodesLeft(record);
  const open = stepsOff(record).size;
  const away = [
    ...standing(record.parcels).filter(({ back }) => back == null),
    ...standing(record.consignments).filter(({ back, planId }) => back == null && roadNeeds(record, planId)),
  ];
  return [
    ...(course.confirmed.size > 0 ? ['its power is off: put it on again by the list first'] : []),
    ...temporaries.map(({ kind, where }) => `a ${temporaryWords[kind]} is still in it: ${where}`),
    ...(codes.length > 0
      ? [`its restraints are not complete: ${codes.map(({ code }) => code).join(', ')} as last read`]
      : []),
    ...restraintModulesSilent(record).map(
      (module) => `its restraints cannot be told: ${module} did not answer when it was last read`,
    ),
    ...(open > 0 ? [`it is taken apart: ${open === 1 ? 'one step is' : `${open} steps are`} still off`] : []),
    ...(away.length > 0
      ? [`${away.length === 1 ? 'a unit is' : `${away.length} units are`} away for repair`]
      : []),
  ];
}

/** Sorts of unit without which a car can be driven; of any other it cannot be told. */
const notOfTheRoad: ReadonlySet<RoutePlanFact['sort']> = new Set(['actuator', 'switch', 'lock']);

function roadNeeds(record: JobRecord, planId: string): boolean {
  const plan = standingFor(record.routePlans, planId);
  return plan === undefined || !notOfTheRoad.has(plan.sort);
}

export const temporaryWords: Readonly<Record<Temporary['kind'], string>> = {
  'substitute-load': 'substitute load',
  jumper: 'jumper',
  'pulled-fuse': 'pulled fuse',
  'calibration-bridge': 'calibration bridge',
  unplugged: 'plug left open',
  other: 'temporary state',
};

/** Why work of a repair lies in the restraint system; null where nothing says so. */
export function restraintWork(
  record: JobRecord,
  repair: Pick<Repair, 'label' | 'beaconIds'> & Partial<Pick<Repair, 'traceId' | 'part' | 'element'>>,
): string | null {
  const beacon = repair.beaconIds
    .map((id) => standingFor(record.beacons, id))
    .find((own) => own && isRestraint(own));
  if (beacon) return `it is for “${beacon.name}”`;
  const trace = repair.traceId == null ? undefined : standingFor(record.traces, repair.traceId);
  if (trace && isRestraintTrace(trace)) return `it lies on the circuit of “${trace.title}”`;
  const near = nearZone(inventoryOf(record), {
    label: [repair.label, repair.part].filter(Boolean).join(', '),
    touches: repair.element
      ? [trace ? namesOfElement(trace.case.circuit, repair.element) : [repair.element]]
      : [],
  });
  if (near.says !== 'unknown') return near.why;
  const { guard, why } = guardOf({ work: repair.label, part: repair.part ?? null });
  return guard === 'restraint' ? why[0]! : null;
}

/** A trace of the restraint system, by its circuit or its title; judged once. */
export function isRestraintTrace(trace: Pick<Trace, 'case' | 'title'>): boolean {
  const before = restraintTraces.get(trace);
  if (before !== undefined) return before;
  const says = isRestraintCircuit(trace.case) || guardOf({ part: trace.title }).guard === 'restraint';
  restraintTraces.set(trace, says);
  return says;
}
const restraintTraces = new WeakMap<object, boolean>();
