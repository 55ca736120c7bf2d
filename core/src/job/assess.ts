/** A job at a glance: every stage, the rail, the next thing to do, what it waits for. All from the record. */
import type { NextTests } from '../trace/index.js';
import { baselineOf } from './codes.js';
import type { Lens } from './lens.js';
import { type NextThing, nextThing } from './next.js';
import { defaultProofPolicy, type Proof, type ProofPolicy } from './proof.js';
import { type JobRecord, type StageId, stageIds } from './schema.js';
import { stand, type Standing } from './stand.js';

export type StageState = 'done' | 'open' | 'waiting' | 'closed' | 'later';

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
  readonly untreated: Standing['untreated'];
  readonly clearing: Standing['clearing'];
  readonly final: Standing['final'];
}

/** @param plans for each trace that is open, what to test next */
export function assessJob(
  record: JobRecord,
  plans: ReadonlyMap<string, NextTests> = new Map(),
  policy: ProofPolicy = defaultProofPolicy,
): Assessment {
  const at = stand(record, policy);
  const stages = stageIds.map((id) => stage(id, at));
  const { lenses, proofs, untreated, clearing, final } = at;
  return { lenses, stages, next: nextThing(at, plans), proofs, untreated, clearing, final };
}

function stage(id: StageId, at: Standing): Stage {
  const [state, reason, until] = stageState(id, at);
  return { id, state, reason: reason ?? null, until: until ?? null };
}

type Decided = readonly [state: StageState, reason?: string, until?: string];

function stageState(id: StageId, at: Standing): Decided {
  switch (id) {
    case 'take-in':
      return at.beacons.length > 0 ? ['done'] : ['open'];
    case 'baseline':
      return baseline(at);
    case 'trace':
      return trace(at);
    case 'clear':
      return clear(at);
    case 'prove':
      return prove(at);
    case 'hand-back':
      return at.handedBack
        ? ['done']
        : at.beacons.length === 0
          ? ['closed', 'nothing is taken in yet']
          : ['open'];
    default:
      return ['later'];
  }
}

function baseline(at: Standing): Decided {
  if (baselineOf(at.record)) return ['done'];
  if (at.based) return ['done', 'signed as impossible'];
  return at.beacons.length > 0 ? ['open'] : ['closed', 'take the beacons in first'];
}

function trace(at: Standing): Decided {
  if (!at.based) return ['closed', 'the baseline comes first'];
  return at.untreated.length === 0 ? ['done'] : ['open'];
}

function clear(at: Standing): Decided {
  if (!at.based) return ['closed', 'the baseline comes first'];
  if (!at.lastRepair) return ['closed', 'after a repair'];
  if (!at.final) return ['open'];
  return at.codesLeft.length > 0
    ? ['open', `${at.codesLeft.length} ${at.codesLeft.length === 1 ? 'code asks' : 'codes ask'} for an end`]
    : ['done'];
}

function prove(at: Standing): Decided {
  if (!at.final) return ['closed', 'after the final scan'];
  if (at.proofs.some((proof) => proof.returned)) return ['closed', 'a beacon has returned'];
  const open = at.proofs.filter((proof) => !proof.dormant);
  if (open.length === 0)
    return at.untreated.length === 0 ? ['done'] : ['closed', 'not every beacon is repaired'];
  const until = open.map((proof) => proof.lookAgainAt).reduce((a, b) => (b > a ? b : a));
  return ['waiting', 'clean drives', until];
}
