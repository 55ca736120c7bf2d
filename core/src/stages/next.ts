/** The next thing to do, as a sentence computed from the record. */
import type { NextTests } from '../trace/index.js';
import { decisiveReason } from '../fit/index.js';
import { basicsWords, inventoryOf, type JobRecord, type Trace, originOf, standing } from '../record/index.js';
import { counted, percent } from '../units/index.js';
import { endKey } from './clear/index.js';
import { codeNext, saveFirst, teachNext } from './coding.js';
import { planned } from './planned.js';
import { doFirst } from './power.js';
import type { Situation } from './situation.js';
import { waitNow } from './strip.js';
import { stripNext, stripThing } from './strip-next.js';
import { momentAt, writtenClock } from '../calendar/index.js';
import { followUps, type Lacking, type Per, type Proof } from '../proof/index.js';
import { proofSchedule, type ScheduledStep } from '../proof/schedule/index.js';
import { say } from '../words/index.js';
import { type NextThing, thing } from './thing.js';
import { dueAt, offerToOrder, type UnitRoutes, type UnitStep } from './unit-routes.js';

/** What cures or dries is told whatever comes next: it shows in the bays until somebody goes on. */
export function nextThing(at: Situation, plans: ReadonlyMap<string, NextTests>): NextThing {
  const next = decided(at, plans);
  const wait = at.strip && waitNow(at.strip);
  return wait && next.waitsFor === null ? { ...next, waitsFor: wait.what, waitsUntil: wait.endsAt } : next;
}

function decided(at: Situation, plans: ReadonlyMap<string, NextTests>): NextThing {
  if (at.powered === 'ask' && !at.based)
    return thing(
      'take-in',
      'May it be powered? Look, before the ignition goes on.',
      'Fuel or coolant, harnesses, hanging units, wet modules, the cabin.',
    );
  if (at.powered === 'no' && !at.based) return notPowered(at);
  if (at.beacons.length === 0)
    return thing(
      'take-in',
      'Add the first beacon or complaint, as it shows now.',
      'Before anything is touched: also what was there before the event.',
    );
  const [told] = at.told;
  if (told?.shown)
    return thing('prove', say('told.again', { beacon: nameOf(at, told.beaconId) }), say('told.why'));
  if (at.short) return shortNext(at);
  if (!at.based && !at.battery)
    return thing(
      'take-in',
      'Measure the battery: resting volts, then the tester.',
      'Low volts put codes into modules that are well.',
    );
  if (!at.based)
    return thing(
      'baseline',
      'Read every module and paste the report.',
      'Before the battery is disconnected and before anything is cleared.',
    );
  const returned = at.proofs.find((proof) => proof.returned);
  if (returned && at.lastRepair && !traceAfter(at, returned.returned!.seq)) return comeback(at, returned);
  if (at.untreated.length > 0)
    return (
      basicsNext(at) ??
      restraintNext(at) ??
      saveFirst(at.codings) ??
      teachNext(at.codings) ??
      stripNext(at, plans) ??
      unitNext(at) ??
      approvalNext(at, traceNext(at, plans))
    );
  const open = at.strip && stripThing(at.strip);
  if (open) return open;
  const coding = codeNext(at.codings);
  if (coding) return coding;
  if (!at.clearing)
    return thing(
      'clear',
      'Clear the codes in every module, then say so here.',
      'The baseline is kept; clearing is never itself the cure.',
    );
  if (!at.final)
    return thing(
      'clear',
      'Read every module again and paste the final report.',
      'It is compared with the baseline, code by code.',
    );
  const ownMaking = at.codesLeft.filter((left) => at.madeByWork.has(endKey(left)));
  if (ownMaking.length > 0 && ownMaking.length === at.codesLeft.length)
    return thing(
      'clear',
      say('clear.again', { codes: counted(ownMaking.length, 'code') }),
      say('clear.againWhy', { step: at.madeByWork.get(endKey(ownMaking[0]!))!.says }),
    );
  const [code] = at.codesLeft;
  if (code)
    return thing(
      'clear',
      `${code.code} in ${code.module} is ${code.end}: give it an end.`,
      at.codesLeft.length === 1
        ? 'It is the only one left: trace on, or say why it stays.'
        : `Of the comparison ${counted(at.codesLeft.length, 'code')} ask for one: trace on, or say why it stays.`,
    );
  const [silent] = at.modulesLeft;
  if (silent) return thing('clear', say('clear.silent', { module: silent.module }), say('clear.silentWhy'));
  const unproven = at.proofs.filter((proof) => !proof.dormant);
  if (unproven.length > 0 && at.told.length > 0)
    return thing('prove', say('told.clean', { count: at.told.length }), say('told.why'));
  if (unproven.length > 0) return proveNext(at, unproven);
  const [kept] = at.codesKept;
  if (!at.handedBack && kept)
    return thing(
      'hand-back',
      `Tell the customer that ${kept.code} stays: the restraints are not complete.`,
      'The lead has signed why. It stands first on the report; the job is not complete.',
    );
  if (!at.handedBack)
    return thing('hand-back', 'Print the hand-back and give the car back.', 'Everything is proven dormant.');
  return followUp(at) ?? thing('hand-back', say('job.done'));
}

/** The customer is asked again where nobody knows what made a part fail. */
function followUp(at: Situation): NextThing | null {
  const [first] = followUps(at.proofs);
  if (!first) return null;
  return thing(
    'prove',
    say('job.followUp', { beacon: nameOf(at, first.beaconId) }),
    say('job.followUpWhy'),
    'the customer’s word',
    first.followUpAt,
  );
}

/** Look, swap, try, sign. */
function shortNext(at: Situation): NextThing {
  const [beacon] = at.untreated;
  if (beacon)
    return approvalNext(at, thing('trace', say('short.look', { beacon: beacon.name }), say('short.widens')));
  return at.handedBack
    ? thing('hand-back', say('job.done'))
    : thing('hand-back', say('short.try'), say('short.noReader'));
}

function notPowered(at: Situation): NextThing {
  const [first, ...others] = doFirst(standing(at.record.powerings).at(-1)!);
  return thing(
    'take-in',
    first!,
    [...others, 'Then look again. Where that cannot be had, the lead signs that there is no baseline.'].join(
      ' ',
    ),
  );
}

/** A module is not suspected before its supply, grounds and network are good, nor while the battery’s verdict is open. */
function basicsNext(at: Situation): NextThing | null {
  const begun = at.record.traces.length > 0;
  if (begun) return null;
  if (at.battery && at.battery.verdict !== 'good')
    return thing(
      'basics',
      {
        'charge-and-retest': 'Charge the battery fully, then test it again.',
        replace: 'Replace the battery before any module is suspected.',
        'cannot-judge-yet': 'Get the battery’s verdict before any module is suspected.',
        good: '',
      }[at.battery.verdict],
      at.battery.reasons.at(-1)!,
    );
  const [item] = at.basics.left;
  if (!item) return null;
  return thing('basics', `${basicsWords[item]}.`, `Basics first: ${at.basics.reasons.join(', ')}.`);
}

/** The unit whose routes were weighed and that is not fitted yet: what comes next for it. */
function unitNext({ units }: Situation): NextThing | null {
  const open = units.filter(({ step }) => step !== 'done');
  const busy = open.find(({ step }) => !waiting.has(step)) ?? open[0];
  return busy ? unitThing(busy) : null;
}

/** Steps in which nobody in the shop has anything to do. */
const waiting: ReadonlySet<UnitStep> = new Set(['asked', 'ordered', 'away']);

function unitThing(own: UnitRoutes): NextThing {
  const { unit, checkFirst } = own.plan;
  const route = own.chosen?.label ?? '';
  const first = checkFirst ? say('unit.checkFirst', { check: checkFirst }) : null;
  switch (own.step) {
    case 'choose':
      return thing(
        'route',
        say('unit.choose', { unit }),
        say('unit.chooseWhy', { count: own.open.length, best: own.open[0]!.route.label }),
      );
    case 'none-open':
      return thing('route', say('unit.noneOpen', { unit }));
    case 'ask':
      return thing('route', say('unit.ask', { unit, route }), first);
    case 'declined':
      return thing('route', say('unit.declined', { unit, route }));
    case 'order': {
      const seller = offerToOrder(own)?.fact.seller;
      return thing(
        'route',
        seller ? say('unit.orderFrom', { unit, seller }) : say('unit.order', { unit, route }),
        first,
      );
    }
    case 'pack':
      return thing('route', say('unit.pack', { unit }));
    case 'bench':
      return thing('route', say('unit.bench', { unit }));
    case 'original':
      return thing('match', say('unit.original', { unit }), say('unit.originalWhy'));
    case 'open-box':
      return thing('match', say('unit.open', { unit }), say('unit.openWhy'));
    case 'wrong':
      return thing('match', say('unit.wrong', { unit }), own.delivered!.fails[0] ?? reasonOf(own));
    case 'verify':
      return thing('match', say('unit.verify', { unit, line: reasonOf(own) }));
    case 'asked':
      return thing('route', say('unit.wait', { unit }), null, `the customer’s answer: ${unit}`);
    case 'ordered':
      return thing(
        'route',
        say('unit.wait', { unit }),
        first,
        unit,
        dueAt(own.ordered?.order?.dueOn) ?? null,
      );
    case 'away':
      return thing('route', say('unit.wait', { unit }), first, unit, dueAt(own.consignment?.dueOn) ?? null);
    default:
      return own.plan.traceId == null
        ? thing('route', say('unit.fitHere', { unit }), first)
        : thing('trace', say('unit.fit', { unit }), first);
  }
}

function reasonOf({ delivered }: UnitRoutes): string {
  return (delivered?.comparison && decisiveReason(delivered.comparison)) ?? '';
}

/** After a collision: what the car has, what is still to be looked at, and which unit is away. */
function restraintNext(at: Situation): NextThing | null {
  const away = standing(at.record.parcels)
    .filter(({ back }) => back == null)
    .sort((a, b) => (a.dueOn < b.dueOn ? -1 : 1))[0];
  if (away)
    return thing(
      'make-safe',
      `Wait for ${itemName(at.record, away.item)} from ${away.service}.`,
      'The car is not driven while a unit is away.',
      `${itemName(at.record, away.item)} from ${away.service}`,
      `${away.dueOn}T12:00:00.000Z`,
    );
  if (at.record.head.event !== 'collision' || !at.restraint) return null;
  const file = inventoryOf(at.record);
  if (!file)
    return thing(
      'make-safe',
      'List the restraint items of this car, then look at each.',
      'After a collision every item gets an answer: replace, inspect, or it stays.',
    );
  const looked = new Set(standing(at.record.signs).map(({ item }) => item));
  const left = file.items.filter(({ id }) => !looked.has(id));
  if (left.length === 0) return null;
  return thing(
    'make-safe',
    `Look at ${left[0]!.label}${left.length === 1 ? '' : ` and ${left.length - 1} more`}: ${left.length === 1 ? 'it has' : 'they have'} no sign entered yet.`,
    'After a collision each unit gets a look, also one that stays; what it shows decides.',
  );
}

function itemName(record: JobRecord, id: string): string {
  return inventoryOf(record)?.items.find((item) => item.id === id)?.label ?? id;
}

/** Adds what the customer must be asked before a part is bought, or whose answer is waited for. */
function approvalNext(at: Situation, next: NextThing): NextThing {
  const asked = at.approvals.find(({ answer }) => answer === 'asked');
  return asked ? { ...next, waitsFor: `the customer’s answer: ${asked.item}` } : next;
}

function comeback(at: Situation, { beaconId }: Proof): NextThing {
  return thing(
    'trace',
    `“${nameOf(at, beaconId)}” has come back: compare with the first visit, then trace it anew.`,
    'Nothing is touched before what was found and done then has been read.',
  );
}

function traceAfter(at: Situation, seq: number): boolean {
  return at.record.traces.some((trace) => trace.seq > seq);
}

/** The trace on which a beacon is being worked: the last one that names it. */
export function traceOf(traces: readonly Trace[], beaconId: string): Trace | undefined {
  return standing(traces).findLast((trace) => trace.beaconIds.includes(beaconId));
}

function traceNext(at: Situation, plans: ReadonlyMap<string, NextTests>): NextThing {
  for (const beacon of at.untreated) {
    const trace = traceOf(at.record.traces, beacon.origin);
    const returned = at.proofs.find((proof) => proof.beaconId === beacon.origin)?.returned;
    if (!trace || (returned && trace.seq < returned.seq)) continue;
    const plan = plans.get(originOf(at.record.traces, trace));
    // A large circuit is planned at the bench alone; the bays say where to look.
    return plan
      ? planned(trace.case, plan)
      : thing('trace', `Open the trace “${trace.title}” for its next test.`);
  }
  const [beacon] = at.untreated;
  return thing(
    'trace',
    `Choose the circuit behind “${beacon!.name}”.`,
    'Then the next best test is worked out from its suspects.',
  );
}

/** Sets that the plan of a proof looks at for the next thing: it is worked out with every entry. */
const plannedSets = 20_000;

function proveNext(at: Situation, unproven: readonly Proof[]): NextThing {
  const proof = unproven.reduce((a, b) => (b.lacking.length > a.lacking.length ? b : a));
  const [first, ...others] = proof.lacking.map(lackingText);
  const step = firstStep(at, proof);
  return thing(
    'prove',
    `“${nameOf(at, proof.beaconId)}” needs ${first ?? 'one more look'}.`,
    [
      others.length > 0 ? `Also ${others.join(', ')}.` : '',
      step ? `Next: ${step.label}, ${writtenClock(step.at)}.` : '',
      `It is ${percent(proof.watch.probability)} proven.`,
    ]
      .filter(Boolean)
      .join(' '),
    'clean drives',
    step ? momentAt(step.at, at.policy.timeZone) : proof.lookAgainAt,
  );
}

/** What the shop, or the customer who has the car, does next to prove it soonest; from the last entry on. */
function firstStep(at: Situation, proof: Proof): ScheduledStep | null {
  const beacon = at.beacons.find(({ origin }) => origin === proof.beaconId);
  if (!beacon || proof.returned) return null;
  const { steps } = proofSchedule(at.record, beacon, proof, at.policy, { sets: plannedSets });
  return steps?.[0] ?? null;
}

const drivenWords: Readonly<Record<Per, readonly [one: string, many?: string]>> = {
  starts: ['more clean drive'],
  hours: ['more clean hour of driving', 'more clean hours of driving'],
  km: ['more clean kilometre'],
};

/** What is lacking, as it stands in a sentence behind “needs”. */
export function lackingText(lacking: Lacking): string {
  switch (lacking.what) {
    case 'exposures':
      return Number.isFinite(lacking.count)
        ? counted(lacking.count, ...drivenWords[lacking.per])
        : 'another kind of proof: it shows too seldom for drives alone';
    case 'coldStarts':
      return `${counted(lacking.count, 'more cold start')}, 30 minutes or more apart`;
    case 'tries':
      return `${counted(lacking.count, 'more try', 'more tries')} of its function sheet`;
    case 'span':
      return 'a day between the first and the last clean drive';
    case 'condition':
      return `a clean drive in its condition “${lacking.condition}”`;
    case 'bulbCheck':
      return 'its bulb check seen at ignition on';
    case 'monitor':
      return 'its monitor run';
  }
}

function nameOf(at: Situation, beaconId: string): string {
  return at.beacons.find((beacon) => beacon.origin === beaconId)?.name ?? 'The beacon';
}
