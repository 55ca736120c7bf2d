/** What must be true before a fact may be entered; checked under the job's lock. */
import { isDeepStrictEqual } from 'node:util';
import type { FactKind } from '@dormant-beacon/contract';
import {
  baselineOf,
  isBased,
  isRestraint,
  type JobRecord,
  type Role,
  standing,
  standingFor,
} from '@dormant-beacon/core/record';
import { watchedByCustomer } from '@dormant-beacon/core/proof';
import { isMeasured, judgeBasics } from '@dormant-beacon/core/readings';
import { isShortJob, mayBePowered } from '@dormant-beacon/core/stages';
import { guardOf } from '@dormant-beacon/core/restraints';
import type { Scan } from '@dormant-beacon/core/scans';
import {
  checkReading,
  supplyVoltsOf,
  isRestraintCircuit,
  type TraceCase,
  type TraceReading,
} from '@dormant-beacon/core/trace';
import { conflict, HttpProblem, invalid } from '../http/problem.js';
import type { StoredFact } from './repository.js';
import {
  donors,
  inventories,
  loopReadings,
  offers,
  parcels,
  seatReadings,
  signs,
} from './restraint-gates.js';
import { codingEntries, codingImages, codingPlans, lockSets } from './coding-gates.js';
import { cureWaits, functionTries, ledgerEntries, stripPlans, takenAtStep } from './ledger-gates.js';
import {
  benchWorks,
  consignments,
  partOrders,
  parts,
  routeChoices,
  routeOutcomes,
  routePlans,
} from './route-gates.js';
import {
  driveGate,
  type Gate,
  handBacks,
  isReason,
  readingGate,
  repairGate,
  safeties,
  sheetGate,
  temporaries,
} from './safety-gates.js';

const mostLinkDays = 120;

const scans: Gate = (record, fact) => {
  const { modules, noModuleAnswered } = fact['scan'] as Scan;
  if (fact['kind'] === 'baseline') {
    if (baselineOf(record))
      throw conflict(
        'The baseline is saved already; it stays as it is. Save this report as an interim scan.',
      );
    const powered = mayBePowered(record);
    if (powered === 'ask' || powered === 'no')
      throw conflict(
        powered === 'ask'
          ? 'May it be powered? After a collision or water the five looks come first, at take-in.'
          : 'The last look says that it may not be powered. Do what is named there, look again, then read the baseline.',
      );
    if (noModuleAnswered === true || modules.length === 0)
      throw invalid(
        'data.text',
        'no module answered in this report. That is a connection fault, not a clean car: check ignition, plug and reader, then read again.',
      );
  } else if (!isBased(record))
    throw conflict('The baseline comes first. Save this report as the baseline, or read one now.');
};

const waivers: Gate = (record) => {
  if (isBased(record)) throw conflict('The job has its baseline already.');
};

const needsBaseline = (record: JobRecord) => {
  if (!isBased(record)) throw conflict('The baseline comes first. Paste or read it now.');
};

const approvals: Gate = (record, fact) => {
  if (fact['planId'] != null && !standingFor(record.routePlans, fact['planId'] as string))
    throw invalid('data.planId', 'no such unit in this job');
};

const knownBeacons = (record: JobRecord, ids: readonly string[], path: string) => {
  for (const [index, id] of ids.entries())
    if (!standingFor(record.beacons, id)) throw invalid(`${path}[${index}]`, 'no such beacon in this job');
};

const traces: Gate = (record, fact) => {
  needsBaseline(record);
  const beaconIds = fact['beaconIds'] as string[];
  knownBeacons(record, beaconIds, 'data.beaconIds');
  // What the circuit shows decides, not what was ticked on it.
  if (isRestraintCircuit(fact['case'] as TraceCase)) return;
  for (const [index, id] of beaconIds.entries()) {
    const beacon = standingFor(record.beacons, id)!;
    if (isRestraint(beacon))
      throw conflict(
        `“${beacon.name}” is a matter of restraints: it is never put behind a plain circuit, whatever was ticked. Its own circuits are opened only when it is made safe.`,
        { path: `data.beaconIds[${index}]` },
      );
  }
};

const readings: Gate = (record, fact, _role, shop) => {
  const trace = standingFor(record.traces, fact['traceId'] as string);
  if (!trace) throw invalid('data.traceId', 'no such trace in this job');
  const tests = new Map(trace.case.tests.map((test) => [test.id, test]));
  checkReading(fact as unknown as TraceReading, tests, 'data', supplyVoltsOf(trace.case));
  readingGate(record, fact, shop, trace);
};

const ofTrace = (record: JobRecord, fact: StoredFact): void => {
  if (fact['traceId'] != null && !standingFor(record.traces, fact['traceId'] as string))
    throw invalid('data.traceId', 'no such trace in this job');
};

const epochs: Gate = (record, fact) => {
  ofTrace(record, fact);
  if (fact['after'] == null) return;
  const own = standing(record.readings).filter(({ traceId }) => traceId === fact['traceId']);
  if (!own.some(({ test }) => test === fact['after']))
    throw invalid('data.after', 'this test has not been read in this trace');
};

const suspectWords: Gate = (record, fact) => {
  ofTrace(record, fact);
  const trace = standingFor(record.traces, fact['traceId'] as string)!;
  if (!trace.case.suspects?.some(({ id }) => id === fact['suspect']))
    throw invalid('data.suspect', `no suspect "${fact['suspect'] as string}" in this trace`);
};

const sheets: Gate = (record, fact) => {
  ofTrace(record, fact);
  sheetGate(record, fact);
};

const repairs: Gate = (record, fact, role, shop) => {
  // A short job goes without one until it widens.
  if (!isShortJob(record)) needsBaseline(record);
  knownBeacons(record, fact['beaconIds'] as string[], 'data.beaconIds');
  repairedElement(record, fact);
  repairGate(record, fact, role, shop);
};

const repairedElement = (record: JobRecord, fact: StoredFact): void => {
  if (fact['traceId'] == null) return;
  const trace = standingFor(record.traces, fact['traceId'] as string);
  if (!trace) throw invalid('data.traceId', 'no such trace in this job');
  if (
    fact['element'] != null &&
    !trace.case.circuit.elements.some((element) => element.id === fact['element'])
  )
    throw invalid('data.element', `no element "${fact['element'] as string}" in this trace`);
};

const clearings: Gate = (record) => {
  if (!isBased(record))
    throw conflict('The baseline must be saved before codes are cleared. Paste or read it now.');
};

const exposures: Gate = (record, fact, role, shop) => {
  if (role === 'desk' && fact['reportedBy'] !== 'customer')
    throw new HttpProblem(
      403,
      'Not for this role',
      'The desk enters what the customer reports; a drive of the shop’s own is a technician’s to enter.',
    );
  if (fact['drives'] != null && fact['reportedBy'] !== 'customer')
    throw invalid('data.drives', 'each of the shop’s own drives is an entry of its own');
  knownBeacons(record, [fact['beaconId'] as string], 'data.beaconId');
  reported(record, fact);
  driveGate(record, fact, shop);
};

/** What accepts a customer's report speaks of the same light; a report that was set aside is not accepted, nor one twice. */
function reported(record: JobRecord, fact: StoredFact): void {
  if (fact['reportId'] == null) return;
  const report = standing(record.customerReports).find(({ id }) => id === fact['reportId']);
  if (!report || fact['reportedBy'] !== 'customer' || report.beaconId !== fact['beaconId'])
    throw invalid('data.reportId', 'no such report of the customer about this light');
  const taken = standing(record.exposures).some(
    ({ reportId, conditions, id }) =>
      reportId === report.id && id !== fact.corrects && isDeepStrictEqual(conditions, fact['conditions']),
  );
  if (taken) throw conflict('Somebody has accepted this report already.');
}

/** Made where a telephone can open it, while there is something to watch. */
const customerLinks: Gate = (record, fact, _role, { reached }) => {
  if (!reached)
    throw conflict(
      'A customer’s telephone cannot reach this server: it runs without TLS, or has no name of its own.',
    );
  if (watchedByCustomer(record).length === 0)
    throw conflict('Nothing was mended yet that a customer could watch.');
  const [from, until] = [fact.recordedAt, fact['until'] as string].map(Date.parse) as [number, number];
  if (until <= from || until > from + mostLinkDays * 86_400_000)
    throw invalid('data.until', `a link ends after now, and within ${mostLinkDays} days`);
};

const customerReports: Gate = (record, fact) => {
  const link = standing(record.customerLinks).find(({ id }) => id === fact['linkId']);
  if (!link) throw conflict('This link has ended.');
  const watched = watchedByCustomer(record).some(({ beaconId }) => beaconId === fact['beaconId']);
  if (!watched) throw invalid('data.beaconId', 'no such light is watched');
};

const photos: Gate = (record, fact) => {
  takenAtStep(record, fact);
  if (fact['beaconId'] != null) knownBeacons(record, [fact['beaconId'] as string], 'data.beaconId');
};

/** A restraint code is not talked away: its end is signed by the lead, with a reason of its own. */
const codeEnds: Gate = (record, fact, role) => {
  needsBaseline(record);
  const { module, code, note } = fact as unknown as Record<'module' | 'code' | 'note', string>;
  const seen = record.scans
    .flatMap(({ scan }) => scan.codes)
    .find((other) => other.module === module && other.code === code);
  signedByLead(guardOf({ module, code, text: seen?.text ?? null }), role, code, note);
};

/** A restraint module that is silent protects nobody: only the lead signs why it stays so. */
const moduleEnds: Gate = (record, fact, role) => {
  needsBaseline(record);
  const { module, note } = fact as unknown as Record<'module' | 'note', string>;
  if (!record.scans.some(({ scan }) => scan.modules.some(({ name }) => name === module)))
    throw invalid('data.module', 'no such module in any scan of this job');
  signedByLead(guardOf({ module, code: null, text: null }), role, module, note);
};

function signedByLead(
  { guard, why }: ReturnType<typeof guardOf>,
  role: Role,
  what: string,
  note: string,
): void {
  if (guard !== 'restraint') return;
  if (role !== 'lead')
    throw new HttpProblem(
      403,
      'Not for this role',
      `${what} is a matter of restraints (${why[0]!}): only the lead signs why it stays.`,
    );
  if (!isReason(note))
    throw invalid(
      'data.note',
      'what belongs to restraints stays only for a reason that can be read later: say it in a sentence',
    );
}

/** A reading of the basics is judged by its limits, not by who enters it. */
const basics: Gate = (record, fact) => {
  needsBaseline(record);
  const volts = fact['volts'] as number | null | undefined;
  const item = fact['item'] as string;
  if (volts == null) return;
  if (!isMeasured(item)) throw invalid('data.volts', 'this is looked at, not measured');
  const judged = judgeBasics(item, volts);
  if (judged.result !== fact['result'])
    throw invalid('data.result', `${volts} V is ${judged.result}. ${judged.says}`);
};

const open: Gate = () => undefined;

export const gates: Readonly<Record<FactKind, Gate>> = {
  beacons: open,
  notes: open,
  powerings: open,
  batteries: open,
  approvals,
  basics,
  judgements: needsBaseline,
  workings: open,
  photos,
  scans,
  waivers,
  traces,
  readings,
  epochs,
  'suspect-words': suspectWords,
  sheets,
  repairs,
  clearings,
  exposures,
  'code-ends': codeEnds,
  'module-ends': moduleEnds,
  safeties,
  temporaries,
  inventories,
  signs,
  'loop-readings': loopReadings,
  // A live value may be read in any state; it begins the wait again.
  'seat-readings': seatReadings,
  offers,
  donors,
  parcels,
  'route-plans': routePlans,
  'route-choices': routeChoices,
  'route-outcomes': routeOutcomes,
  coverages: open,
  parts,
  'part-orders': partOrders,
  consignments,
  'bench-works': benchWorks,
  'strip-plans': stripPlans,
  'ledger-entries': ledgerEntries,
  'cure-waits': cureWaits,
  'function-tries': functionTries,
  'coding-plans': codingPlans,
  'coding-images': codingImages,
  'coding-entries': codingEntries,
  'lock-sets': lockSets,
  'customer-links': customerLinks,
  'customer-reports': customerReports,
  'hand-backs': handBacks,
};
