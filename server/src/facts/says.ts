/** How an entry reads in the logbook. */
import type { FactKind } from '@dormant-beacon/contract';
import {
  type BasicsItem,
  basicsWords,
  type CustomerReportData,
  type JobRecord,
  type Powering,
  standing,
  standingFor,
  stripPlanOf,
  type Temporary,
} from '@dormant-beacon/core/record';
import { reportSays } from '@dormant-beacon/core/proof';
import { doFirst, labelOf, stripOf, temporaryWords, suspectLabel } from '@dormant-beacon/core/stages';
import { showDistance } from '@dormant-beacon/core/units';
import { readingWords, testName, testRead } from '@dormant-beacon/core/words';
import { type BatteryReading, judgeBattery, type Sheet, sheetSays } from '@dormant-beacon/core/readings';
import {
  type LoopMoment,
  type RestraintFile,
  safetySays,
  type SafetyStep,
} from '@dormant-beacon/core/restraints';
import { momentWords } from '@dormant-beacon/core/restraints/scope';
import type { CodingEntry, CodingImageData, CodingPlanData, LockSetData } from '@dormant-beacon/core/coding';
import {
  disturbedId,
  doing,
  itemsOf,
  type LedgerEntryData,
  type StripPlanData,
  type TryData,
  type WaitData,
} from '@dormant-beacon/core/ledger';
import type { Scan } from '@dormant-beacon/core/scans';
import type { TraceReading } from '@dormant-beacon/core/trace';
import type { StoredFact } from './repository.js';

const scanNames: Readonly<Record<string, string>> = {
  baseline: 'Baseline',
  interim: 'Interim scan',
  final: 'Final scan',
  'after-road': 'Scan after the road',
};

export function says(kind: FactKind, record: JobRecord, fact: StoredFact): string {
  const text = (field: string) => String(fact[field] ?? '');
  const beacon = () => standingFor(record.beacons, text('beaconId'))?.name ?? 'beacon';
  switch (kind) {
    case 'beacons':
      return `${text('name')}: ${text('seen').replaceAll('-', ' ')}`;
    case 'scans': {
      const { codes, modules } = fact['scan'] as Scan;
      return `${scanNames[text('kind')]}: ${codes.length} codes in ${modules.length} modules`;
    }
    case 'waivers':
      return `Baseline impossible because ${text('reason')}`;
    case 'traces':
      return `Trace: ${text('title')}`;
    case 'readings':
      return readingSays(record, fact);
    case 'repairs':
      return `${text('label')}: ${fact['cured'] === true ? 'works' : 'fault still shows'}; root ${text('root').replaceAll('-', ' ')}${fact['rootNote'] ? ` (${text('rootNote')})` : ''}`;
    case 'epochs':
      if (fact['after'] == null)
        return fact['shows'] === true ? 'The fault shows again' : 'The fault does not show now';
      return `After ${testLabel(record, fact, text('after'))}: ${fact['shows'] === true ? 'the fault still shows' : 'the fault does not show'}`;
    case 'suspect-words': {
      const trace = standingFor(record.traces, text('traceId'));
      const name = trace ? suspectLabel(trace.case, text('suspect')) : text('suspect');
      return `${{ pinned: 'Pinned as suspect', 'ruled-out': 'Ruled out by hand', open: 'Suspect again' }[text('as')]}: ${name}${text('note') ? ` (${text('note')})` : ''}`;
    }
    case 'sheets':
      return sheetSays(fact['data'] as Sheet);
    case 'clearings':
      return 'Codes cleared';
    case 'exposures':
      return `${beacon()}: ${fact['shown'] === true ? 'showed again' : 'stayed dark'}${fact['drives'] == null ? '' : ` over ${String(fact['drives'])} drives`}${fact['reportedBy'] === 'customer' ? ', the customer reports' : ''}${fact['coldStart'] === true ? ', cold start' : ''}`;
    case 'code-ends':
      return `${text('code')} ${text('end').replaceAll('-', ' ')}: ${text('note')}`;
    case 'module-ends':
      return `${text('module')} stays silent, ${text('end').replaceAll('-', ' ')}: ${text('note')}`;
    case 'notes':
      return text('text');
    case 'powerings': {
      const found = doFirst(fact as unknown as Powering);
      return found.length === 0
        ? 'May be powered: all five looks clear'
        : `Not to be powered: ${found.join(' ')}`;
    }
    case 'batteries':
      return `Battery ${String(fact['restingVolts'])} V at rest: ${judgeBattery(fact as unknown as BatteryReading).verdict.replaceAll('-', ' ')}`;
    case 'approvals':
      return `${text('item')}: ${{ asked: 'asked', yes: 'approved', no: 'declined' }[text('answer')]} by ${text('by')}`;
    case 'photos':
      return `Photo${text('caption') ? `: ${text('caption')}` : ''}`;
    case 'basics':
      return `${basicsWords[fact['item'] as BasicsItem].split(':')[0]}: ${text('result')}${fact['volts'] == null ? '' : `, ${String(fact['volts'])} V`}${text('note') ? ` (${text('note')})` : ''}`;
    case 'judgements':
      return `${{ pin: 'Kept as a cause', reject: 'Ruled out', add: 'Added as a cause', open: 'Open again' }[text('decision')]}: ${text('title') || text('causeId')}${text('note') ? ` (${text('note')})` : ''}`;
    case 'workings':
      return `Seen working: ${text('function')} (${text('module')})`;
    case 'safeties':
      return safetySays(fact as unknown as SafetyStep);
    case 'temporaries':
      return `${fact['removes'] == null ? 'Put in' : 'Taken out'}: ${temporaryWords[text('kind') as Temporary['kind']]}, ${text('where')}`;
    case 'inventories':
      return `Restraint items of this car: ${(fact['file'] as RestraintFile).items.length}`;
    case 'signs':
      return `${itemName(record, text('item'))}: ${text('sign').replaceAll('-', ' ')}${fact['stage'] == null ? '' : `, stage ${text('stage')}`}${text('note') ? ` (${text('note')})` : ''}`;
    case 'loop-readings':
      return `Loop ${text('loop')}: ${fact['overload'] === true ? 'over the limit' : `${text('ohms')} Ω`}, ${momentWords[fact['moment'] as LoopMoment]}`;
    case 'seat-readings':
      return `${text('seat').replaceAll('-', ' ')}, ${text('moment')}: ${fact['ohms'] != null ? `${text('ohms')} Ω` : fact['milliamps'] != null ? `${text('milliamps')} mA` : text('shows')}`;
    case 'offers':
      return `Offer for ${itemName(record, text('item'))}: ${text('kind').replaceAll('-', ' ')} from ${text('from')}`;
    case 'donors':
      return `Salvage unit for ${itemName(record, text('item'))} from ${text('seller')}`;
    case 'parcels': {
      const { back } = fact as { back?: { lamp: string } | null };
      return `${itemName(record, text('item'))} ${back ? `back from ${text('service')}: lamp ${back.lamp.replaceAll('-', ' ')}` : `posted to ${text('service')}, due ${text('dueOn')}`}`;
    }
    case 'route-plans':
      return `${text('unit')}: ${(fact['routes'] as unknown[]).length} routes weighed`;
    case 'route-choices':
      return `${unitName(record, fact)}: ${routeName(record, fact)} chosen${text('reason') ? ` (${text('reason')})` : ''}`;
    case 'route-outcomes':
      return `${unitName(record, fact)}: ${routeName(record, fact)} ${text('result')}${fact['volts'] == null ? '' : `, ${String(fact['volts'])} V`}${text('note') ? ` (${text('note')})` : ''}`;
    case 'coverages':
      return `In service since ${text('inService')}: ${(fact['covers'] as unknown[]).length} covers`;
    case 'parts': {
      const { partNumber } = fact['part'] as { partNumber: string };
      const what = {
        removed: 'came out',
        offered: `on offer from ${text('seller')}`,
        delivered: 'in the opened box',
      };
      return `${unitName(record, fact)}: ${partNumber} ${what[text('role') as keyof typeof what]}`;
    }
    case 'part-orders': {
      const offer = standingFor(record.parts, text('offerId'));
      return `${offer?.part.partNumber ?? 'Part'} from ${offer?.seller ?? 'its seller'}: ${text('step').replaceAll('-', ' ')}${text('dueOn') ? `, due ${text('dueOn')}` : ''}`;
    }
    case 'consignments': {
      const back = fact['back'] as { result: string } | null | undefined;
      return `${unitName(record, fact)} ${back ? `back from ${text('service')}: ${back.result.replaceAll('-', ' ')}` : `sent to ${text('service')}, due ${text('dueOn')}`}`;
    }
    case 'bench-works': {
      const fails = (fact['tried'] as { works: boolean }[]).some(({ works }) => !works);
      return `${unitName(record, fact)} at the bench: ${text('found')}; ${fails ? 'it still fails' : 'it works'}`;
    }
    case 'strip-plans': {
      const { map, targets, way } = fact as unknown as StripPlanData;
      const names = targets.map(({ part }) => map.parts.find(({ id }) => id === part)?.label ?? part);
      return `Way in to ${names.join(', ')}: ${way.order.length} steps, ${way.minutes} min`;
    }
    case 'ledger-entries':
      return ledgerSays(record, fact as unknown as LedgerEntryData);
    case 'cure-waits': {
      const { what, minutes, ends, reason } = fact as unknown as WaitData;
      return ends == null ? `${what}: ${minutes} min` : `${what}: ended early (${reason ?? ''})`;
    }
    case 'function-tries': {
      const { part, moment, modes } = fact as unknown as TryData;
      const fails = modes.filter(({ result }) => result === 'fails').map(({ mode }) => mode);
      const name = part === disturbedId ? 'What was unplugged on the way' : stripLabel(record, part);
      return `${name} tried ${moment.replaceAll('-', ' ')}: ${fails.length === 0 ? 'works' : `fails at ${fails.join(', ')}`}`;
    }
    case 'coding-plans': {
      const { unit, notNeeded, book } = fact as unknown as CodingPlanData;
      if (notNeeded != null) return `${unit}: nothing to code (${notNeeded})`;
      return `${unit} to be coded${book ? `, by “${book.title}”` : ''}`;
    }
    case 'coding-images': {
      const { role, bytes, sha256 } = fact as unknown as CodingImageData;
      return `${codedUnit(record, fact)}: ${imageWords[role]}, ${bytes} bytes, SHA-256 ${(sha256 ?? '').slice(0, 12)}…`;
    }
    case 'coding-entries':
      return `${codedUnit(record, fact)}: ${codingSays(record, fact)}`;
    case 'lock-sets': {
      const { where, codes, tried } = fact as unknown as LockSetData;
      const turned = tried ? `; ${tried.turns} turns${tried.caught ? ', it catches' : ', clean'}` : '';
      return `Cylinder ${where} set to ${codes.join('-')}${turned}`;
    }
    case 'customer-links':
      return `A link for the customer, until ${text('until').slice(0, 10)}`;
    case 'customer-reports': {
      const report = fact as unknown as CustomerReportData;
      const on = report.on == null ? '' : ` on ${report.on}`;
      return `The customer by their link: ${reportSays(report, standingFor(record.beacons, report.beaconId))}${on}${report.words ? ` (“${report.words}”)` : ''}`;
    }
    case 'hand-backs':
      return 'Car handed back';
  }
}

/** An item by its own name, as the inventory that counts has it. */
function itemName(record: JobRecord, id: string): string {
  return (
    standing(record.inventories)
      .at(-1)
      ?.file.items.find((item) => item.id === id)?.label ?? id
  );
}

function stripLabel(record: JobRecord, step: string): string {
  const strip = stripOf(record);
  return strip ? labelOf(strip, step) : step;
}

function ledgerSays(record: JobRecord, entry: LedgerEntryData): string {
  const item = itemsOf(stripPlanOf(record)!.map).find(({ id }) => id === entry.step);
  const name = entry.own?.label ?? stripLabel(record, entry.step);
  const what = item ? doing(item, entry.as) : `${entry.as === 'off' ? 'Take off' : 'Put back'} ${name}`;
  const more = [
    ...(entry.bag == null ? [] : [`bag ${entry.bag}`]),
    ...(entry.torques ?? []).map(({ nm }) => `${nm} Nm`),
    ...(entry.mark ? [entry.mark] : []),
    ...(entry.despite ? [`all the same: ${entry.despite}`] : []),
  ];
  return [what, ...more].join(', ');
}

function unitName(record: JobRecord, fact: StoredFact): string {
  return standingFor(record.routePlans, String(fact['planId']))?.unit ?? 'unit';
}

function routeName(record: JobRecord, fact: StoredFact): string {
  const plan = standingFor(record.routePlans, String(fact['planId']));
  return plan?.routes.find(({ id }) => id === fact['routeId'])?.label ?? String(fact['routeId']);
}

function testOf(record: JobRecord, fact: StoredFact, id: string) {
  return testRead(record, { traceId: fact['traceId'] as string, test: id });
}

function testLabel(record: JobRecord, fact: StoredFact, id: string): string {
  return testName(testOf(record, fact, id), id);
}

function readingSays(record: JobRecord, fact: StoredFact): string {
  const id = String(fact['test']);
  const test = testOf(record, fact, id);
  return `${testName(test, id)}: ${readingWords(test, fact as Omit<TraceReading, 'test'>)}`;
}

const imageWords: Readonly<Record<CodingImageData['role'], string>> = {
  original: 'image of the old unit',
  donor: 'image of the donor',
  merged: 'image merged for this car',
  'read-back': 'image read back from the car',
};

const codingOf = (record: JobRecord, fact: StoredFact) =>
  standingFor(record.codingPlans, fact['codingId'] as string);
const codedUnit = (record: JobRecord, fact: StoredFact) => codingOf(record, fact)?.unit ?? 'Unit';

function codingSays(record: JobRecord, fact: StoredFact): string {
  const { entry } = fact as unknown as { entry: CodingEntry };
  const book = codingOf(record, fact)?.book;
  switch (entry.what) {
    case 'item': {
      const does = book?.carries.find(({ id }) => id === entry.item)?.does ?? entry.item;
      return entry.as === 'done' ? `${does}: done` : `${does}: not needed (${entry.note ?? ''})`;
    }
    case 'check':
      return `${entry.check.replaceAll(/[-:]/g, ' ')}${entry.volts == null ? '' : `, ${entry.volts} V`}`;
    case 'step': {
      const procedure = book?.procedures?.find(({ id }) => id === entry.procedure);
      const does = procedure?.steps.find(({ id }) => id === entry.step)?.does ?? entry.step;
      return `${does}: ${entry.as.replaceAll('-', ' ')}${entry.note ? ` (${entry.note})` : ''}`;
    }
    case 'odometer':
      return `${entry.store} of the ${entry.of} shows ${showDistance(entry.km, 'km')} ${entry.moment}`;
    case 'driven':
      return `${showDistance(entry.km, 'km')} driven in this job`;
    case 'trim':
      return `trim code ${entry.label} at ${entry.position}, ${entry.moment}`;
    case 'options':
      return `coding ${entry.base} becomes ${entry.bytes}`;
    case 'keys':
      return `${entry.start} keys start, ${entry.doNotStart} do not`;
  }
}
