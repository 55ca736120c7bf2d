/** A job at a glance: every stage, the rail, the next thing to do, what it waits for. All from the record. */
import type { NextTests } from '../trace/index.js';
import { baselineOf, type JobRecord, type StageId, stageIds, standing } from '../record/index.js';
import type { CodingPhase } from '../coding/state/index.js';
import type { LedgerPhase } from '../ledger/index.js';
import type { Lens } from './lens.js';
import { type Coding, runningStep } from './coding.js';
import { nextThing } from './next.js';
import type { NextThing } from './thing.js';
import { defaultProofPolicy, followUps, type Proof, type ProofPolicy } from '../proof/index.js';
import type { JobPolicy } from '../shop/index.js';
import { counted } from '../units/index.js';
import { bringsPart, dueAt, type UnitRoutes, type UnitStep } from './unit-routes.js';
import { situationOf, type Situation } from './situation.js';
import { type Strip, waitNow } from './strip.js';

export type StageState = 'done' | 'open' | 'waiting' | 'closed' | 'not-needed';

export interface Stage {
  readonly id: StageId;
  readonly state: StageState;
  /** Why it is closed or waiting, in a few words. */
  readonly reason: string | null;
  readonly until: string | null;
}

export interface Assessment {
  readonly lenses: readonly Lens[];
  readonly stages: readonly Stage[];
  readonly next: NextThing;
  readonly proofs: readonly Proof[];
  /** Beacons without a repair that worked, and those that came back after it, by the id under which they began. */
  readonly untreated: Situation['untreated'];
  readonly clearing: Situation['clearing'];
  readonly final: Situation['final'];
  readonly powered: Situation['powered'];
  readonly battery: Situation['battery'];
  readonly basics: Situation['basics'];
  readonly approvals: Situation['approvals'];
  readonly safety: Situation['safety'];
  /** Something in this job is a matter of restraints. */
  readonly restraint: boolean;
  readonly units: Situation['units'];
  readonly strip: Situation['strip'];
  readonly codings: Situation['codings'];
  readonly uncoded: Situation['uncoded'];
  readonly aims: Situation['aims'];
  readonly temporaries: Situation['temporaries'];
  /** A lamp, fuse, socket or plain latch, and nothing beside it. */
  readonly short: boolean;
  /** Why the car may not be driven; empty where it may. */
  readonly notDriven: readonly string[];
  /** What the customer has told by their link and nobody has accepted yet. */
  readonly told: Situation['told'];
  /** It was given back, and what it was here for is proven; a short job asks for no proof. */
  readonly done: boolean;
}

/** @param plans for each trace that is open, what to test next */
export function assessJob(
  record: JobRecord,
  plans: ReadonlyMap<string, NextTests> = new Map(),
  policy: ProofPolicy & Partial<JobPolicy> = defaultProofPolicy,
): Assessment {
  const at = situationOf(record, policy);
  const stages = stageIds.map((id) => stage(id, at, plans));
  const { lenses, proofs, untreated, clearing, final, powered, battery, basics, approvals } = at;
  const {
    units,
    strip: opened,
    codings,
    uncoded,
    aims,
    safety,
    restraint,
    temporaries,
    short,
    notDriven,
    told,
  } = at;
  const next = nextThing(at, plans);
  return {
    lenses,
    stages,
    next,
    proofs,
    untreated,
    clearing,
    final,
    powered,
    battery,
    basics,
    approvals,
    units,
    strip: opened,
    codings,
    uncoded,
    aims,
    safety,
    restraint,
    temporaries,
    short,
    notDriven,
    told,
    done: isDone(stages, short),
  };
}

function isDone(stages: readonly Stage[], short: boolean): boolean {
  const stateOf = (id: StageId) => stages.find((stage) => stage.id === id)?.state;
  if (stateOf('hand-back') !== 'done') return false;
  return stateOf('prove') === 'done' || (short && stateOf('prove') === 'not-needed');
}

function stage(id: StageId, at: Situation, plans: ReadonlyMap<string, NextTests>): Stage {
  const [state, reason, until] = stageState(id, at, plans);
  return { id, state, reason: reason ?? null, until: until ?? null };
}

type Decided = readonly [state: StageState, reason?: string | undefined, until?: string | undefined];

/** Of a short job these do not apply until it widens; whoever has something to enter there may. */
const notInShort: ReadonlySet<StageId> = new Set([
  'baseline',
  'basics',
  'make-safe',
  'route',
  'match',
  'strip',
  'code',
  'clear',
  'prove',
]);

function stageState(id: StageId, at: Situation, plans: ReadonlyMap<string, NextTests>): Decided {
  const touched =
    noted(at, id) ||
    (id === 'route' && at.approvals.length > 0) ||
    (id === 'prove' && at.told.some(({ shown }) => shown));
  if (at.short && notInShort.has(id) && !touched) return ['not-needed', 'short job'];
  switch (id) {
    case 'take-in':
      return takeIn(at);
    case 'baseline':
      return baseline(at);
    case 'basics':
      return basics(at);
    case 'make-safe':
      return makeSafe(at);
    case 'trace':
      return trace(at);
    case 'route':
      return route(at, plans);
    case 'match':
      return match(at);
    case 'strip':
      return strip(at);
    case 'code':
      return code(at);
    case 'clear':
      return clear(at);
    case 'prove':
      return prove(at);
    case 'hand-back':
      return handBack(at);
  }
}

function takeIn(at: Situation): Decided {
  if (at.powered === 'ask') return ['open', 'may it be powered?'];
  if (at.powered === 'no') return ['open', 'not to be powered yet'];
  if (at.beacons.length === 0) return ['open'];
  return at.battery || at.based || at.short ? ['done'] : ['open', 'the battery is not measured'];
}

function baseline(at: Situation): Decided {
  if (baselineOf(at.record)) return ['done'];
  if (at.based) return ['done', 'signed as impossible'];
  if (at.powered === 'ask' || at.powered === 'no') return ['closed', 'after the five looks'];
  return at.beacons.length > 0 ? ['open'] : ['closed', 'after take in'];
}

function basics(at: Situation): Decided {
  if (!at.based) return ['closed', 'after the baseline'];
  const { items, left } = at.basics;
  if (at.untreated.length === 0) return items.length > left.length ? ['done'] : ['not-needed'];
  if (at.battery && at.battery.verdict !== 'good') return ['open', 'battery still open'];
  if (items.length === 0) return ['not-needed', 'codes are few'];
  return left.length === 0 ? ['done'] : ['open', `${left.length} to look at`];
}

function makeSafe(at: Situation): Decided {
  const { until, confirmed, missing, poweredOnAt } = at.safety;
  if (until !== null) return ['waiting', 'power off, safe to open', until];
  if (confirmed.size > 0 && missing.length > 0) return ['open', `${missing.length} to confirm`];
  const reasons = [
    ...(at.restraint ? ['restraints'] : []),
    ...(at.record.vehicle.highVoltage === true ? ['high voltage'] : []),
  ];
  if (reasons.length === 0) return ['not-needed'];
  if (poweredOnAt !== null && at.untreated.length === 0) return ['done'];
  if (at.beacons.length > 0 && at.untreated.length === 0) return ['not-needed', 'nothing is open'];
  return ['open', `before ${reasons.join(' and ')} are opened`];
}

/** What keeps a unit on the route page, in the words of the path. */
const onRoute: Partial<Record<UnitStep, Decided>> = {
  choose: ['open', 'choose a route'],
  'none-open': ['open', 'no route is left'],
  ask: ['open', 'ask the customer'],
  declined: ['open', 'declined: find another way'],
  order: ['open', 'order the part'],
  pack: ['open', 'pack it for its repair'],
  bench: ['open', 'repair it at the bench'],
};

/** What a unit keeps open or waits for on the route page; null where it is past it. */
function unitRoute({ step, plan, ordered, consignment }: UnitRoutes): Decided | null {
  if (step === 'asked') return ['waiting', `the customer’s answer: ${plan.unit}`];
  if (step === 'ordered') return ['waiting', plan.unit, dueAt(ordered?.order?.dueOn)];
  if (step === 'away') return ['waiting', plan.unit, dueAt(consignment?.dueOn)];
  return onRoute[step] ?? null;
}

function route(at: Situation, plans: ReadonlyMap<string, NextTests>): Decided {
  if (at.units.length > 0) {
    const left = at.units.map(unitRoute).filter((own) => own !== null);
    return left.find(([state]) => state === 'open') ?? left[0] ?? ['done'];
  }
  const asked = at.approvals.find(({ answer }) => answer === 'asked');
  if (asked) return ['waiting', `the customer’s answer: ${asked.item}`];
  if (at.approvals.some(({ answer }) => answer === 'yes')) return ['done'];
  if (at.approvals.some(({ answer }) => answer === 'no')) return ['open', 'declined: find another way'];
  if (!at.based) return ['closed', 'after the baseline'];
  if (at.untreated.length === 0) return ['not-needed', 'nothing was asked for'];
  return [...plans.values()].some((plan) => plan.next[0]?.action === 'repair')
    ? ['open', 'ask the customer']
    : ['closed', 'after the trace'];
}

/** Somebody wrote what was done there: a stage that nobody touched is never done. */
const noted = (at: Situation, id: StageId): boolean =>
  standing(at.record.notes).some(({ stage }) => stage === id);

/** Repairs that stand and put a part in. */
const withPart = (at: Situation) =>
  standing(at.record.repairs).filter((repair) => repair.part != null || repair.method === 'replace');

/** What keeps a unit on the match page, in the words of the path. */
const onMatch: Partial<Record<UnitStep, string>> = {
  original: 'enter the unit that came out',
  'open-box': 'compare what came',
  wrong: 'what came does not fit',
  verify: 'make sure before it is fitted',
};

function match(at: Situation): Decided {
  const units = at.units.filter(({ chosen }) => chosen !== null && bringsPart(chosen.kind));
  const [open] = units.flatMap(({ step }) => onMatch[step] ?? []);
  if (open !== undefined) return ['open', open];
  if (units.length > 0 && units.every(({ delivered }) => delivered?.comparison)) return ['done'];
  if (units.some(({ step }) => step !== 'done')) return ['closed', 'after delivery'];
  if (at.units.length > 0 && at.untreated.length > 0 && units.length === 0)
    return at.units.every(({ chosen }) => chosen !== null)
      ? ['not-needed', 'no part was bought']
      : ['closed', 'after the choice'];
  if (at.beacons.length > 0 && at.untreated.length === 0)
    return ['not-needed', withPart(at).length > 0 ? 'not compared' : 'no part was fitted'];
  const part = at.approvals.some(({ answer, origin }) => answer === 'yes' && origin !== 'no-part');
  return part ? ['open', 'compare old and new'] : ['closed', 'after approval'];
}

/** What the ledger asks for, in the words of the path. */
const onLedger: Readonly<Record<LedgerPhase, (strip: Strip) => string>> = {
  off: ({ left }) => `${left.length} to take off`,
  fit: () => 'fit the part',
  back: ({ refit }) => `${refit.length} to put back`,
  try: () => 'try it before closing',
  'try-again': ({ findings }) => `“${findings[0]!.mode}” fails`,
  'try-closed': () => 'try it once more, closed',
  count: () => 'the counts are not even',
  done: () => '',
};

function strip(at: Situation): Decided {
  if (at.strip) {
    const { phase } = at.strip;
    if (phase === 'done') return ['done'];
    const wait = waitNow(at.strip);
    if (wait && phase === 'back') return ['waiting', wait.what, wait.endsAt];
    return ['open', onLedger[phase](at.strip)];
  }
  // In a short job a note is all that is asked for; elsewhere it is no ledger.
  if (noted(at, 'strip') && at.short) return ['done'];
  if (at.beacons.length > 0 && at.untreated.length === 0)
    return ['not-needed', withPart(at).length > 0 ? 'no ledger was kept' : 'nothing was taken off'];
  if (at.units.some(({ step }) => step === 'fit')) return ['open', 'plan the way in'];
  return at.based ? ['closed', 'after the trace'] : ['closed', 'after the baseline'];
}

/** What the sheet asks for, in the words of the path. */
const onSheet: Readonly<Record<CodingPhase, (coding: Coding) => Decided | null>> = {
  'not-needed': () => null,
  save: ({ lines }) => [
    'open',
    `save ${lines.filter(({ part, is }) => part === 'save' && is === 'open').length} first`,
  ],
  wait: () => ['closed', 'after the fitting'],
  do: ({ lines }) => {
    const left = lines.filter(({ is }) => is === 'open').length;
    return ['open', left === 0 ? 'read the distance again' : `${left} left on the sheet`];
  },
  done: () => null,
};

function code(at: Situation): Decided {
  const running = runningStep(at.codings);
  if (running) return ['waiting', running.step.does, running.readyAt!];
  const left = at.codings.map((coding) => onSheet[coding.phase](coding)).filter((own) => own !== null);
  const [first] = left.filter(([state]) => state === 'open');
  if (first) return first;
  const [unit] = at.uncoded;
  if (unit) return ['open', `does “${unit.label}” need it?`];
  const [aim] = at.aims;
  if (aim) return ['open', `${aim.why}: ${aim.unit.toLowerCase()}?`];
  if (left.length > 0) return left[0]!;
  if (at.codings.some(({ phase }) => phase === 'done')) return ['done'];
  // In a short job a note is all that is asked for; elsewhere it answers for no unit.
  if (noted(at, 'code') && at.short) return ['done'];
  if (at.codings.length > 0) return ['not-needed', at.codings[0]!.plan.notNeeded ?? undefined];
  return at.untreated.length > 0 || at.beacons.length === 0 ? ['closed', 'for a new module'] : ['not-needed'];
}

function handBack(at: Situation): Decided {
  if (at.handedBack) return ['done'];
  if (at.temporaries.length > 0) return ['closed', 'a temporary state is in the car'];
  if (at.unsignedCodes.length > 0) return ['closed', 'a restraint code is left'];
  if (at.unsignedSilent.length > 0) return ['closed', 'a restraint module is silent'];
  return at.beacons.length === 0 ? ['closed', 'after take in'] : ['open'];
}

function trace(at: Situation): Decided {
  if (!at.based && !at.short) return ['closed', 'after the baseline'];
  return at.untreated.length === 0 ? ['done'] : ['open'];
}

function clear(at: Situation): Decided {
  if (!at.based) return ['closed', 'after the baseline'];
  if (!at.lastRepair) return ['closed', 'after a repair'];
  if (!at.final) return ['open'];
  const [codes, modules] = [at.codesLeft.length, at.modulesLeft.length];
  if (codes > 0) return ['open', `${counted(codes, 'code')} ${codes === 1 ? 'asks' : 'ask'} for an end`];
  if (modules > 0)
    return ['open', `${counted(modules, 'silent module')} ${modules === 1 ? 'asks' : 'ask'} for an end`];
  return ['done'];
}

function prove(at: Situation): Decided {
  if (at.told.some(({ shown }) => shown)) return ['open', 'the customer says that it is back'];
  if (!at.final) return ['closed', 'after the final scan'];
  if (at.proofs.some((proof) => proof.returned)) return ['closed', 'a beacon is back'];
  const open = at.proofs.filter((proof) => !proof.dormant);
  if (open.length === 0) {
    if (at.untreated.length > 0) return ['closed', 'after every repair'];
    const [asked] = at.handedBack ? followUps(at.proofs) : [];
    return asked ? ['waiting', 'ask the customer again', asked.followUpAt] : ['done'];
  }
  const until = open.map((proof) => proof.lookAgainAt).reduce((a, b) => (b > a ? b : a));
  return ['waiting', 'clean drives', until];
}
