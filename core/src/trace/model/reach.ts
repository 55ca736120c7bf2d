/** Where the work stands: what is open already, and whether the car is live or dead. */
import { Refusal } from '../../refusal/index.js';
import type { PowerWanted, TraceAccess, TraceCase } from './schema.js';

/** Minutes that must be spent first, already part of the expected cost. */
export interface BeforeIt {
  readonly accessMinutes: number;
  /** Accesses that are not gained yet. */
  readonly accesses: readonly string[];
  /** Power down, wait, power up. */
  readonly powerMinutes: number;
}

export interface Place {
  readonly gained: ReadonlySet<string>;
  readonly power: 'live' | 'dead';
}

/** What an action needs before it can begin. */
export interface Reached {
  readonly needs?: readonly string[] | null | undefined;
  readonly power?: PowerWanted | null | undefined;
}

const nothing: BeforeIt = { accessMinutes: 0, accesses: [], powerMinutes: 0 };

/** The ways between places of one case, in minutes. */
export class Ways {
  private readonly access: ReadonlyMap<string, TraceAccess>;
  private readonly down: number;
  private readonly wait: number;
  private readonly up: number;
  /** Nothing in this case has to be reached or powered down: every place is the same. */
  readonly none: boolean;

  constructor(private readonly source: TraceCase) {
    this.access = new Map((source.accesses ?? []).map((access) => [access.id, access]));
    this.down = source.power?.downMinutes ?? 0;
    this.wait = source.power?.waitMinutes ?? 0;
    this.up = source.power?.upMinutes ?? 0;
    this.none = this.access.size === 0 && !source.power;
  }

  /** Where the case begins: with what is gained by hand, by the tests that were read and by the repairs that were done. */
  start(): Place {
    const { tests, repairs, readings, done, gained, power } = this.source;
    const read = new Set((readings ?? []).map(({ test }) => test));
    const behind = [
      ...tests.filter(({ id }) => read.has(id)),
      ...repairs.filter(({ element, method }) =>
        done?.some((own) => own.element === element && (own.method == null || own.method === method)),
      ),
    ];
    return {
      gained: new Set([...(gained ?? []), ...behind.flatMap(({ needs }) => needs ?? [])]),
      power: power?.now ?? 'live',
    };
  }

  before({ gained, power }: Place, { needs, power: wanted }: Reached): BeforeIt {
    if (this.none) return nothing;
    const accesses = (needs ?? []).filter((id) => !gained.has(id));
    return {
      accesses,
      accessMinutes: this.minutesOf(accesses, gained),
      powerMinutes: this.change(power, wanted ?? null, this.down + this.wait),
    };
  }

  /** A step that two accesses share, or that is done already, is not paid again. */
  private minutesOf(accesses: readonly string[], gained: ReadonlySet<string>): number {
    const own = accesses.flatMap((id) => this.access.get(id) ?? []);
    if (own.every(({ steps }) => steps == null)) return own.reduce((sum, { minutes }) => sum + minutes, 0);
    const done = new Set([
      ...(this.source.gainedSteps ?? []),
      ...[...gained].flatMap((id) => this.access.get(id)?.steps?.map((step) => step.id) ?? []),
    ]);
    let sum = 0;
    for (const { steps, minutes } of own) {
      if (steps == null) sum += minutes;
      for (const step of steps ?? []) {
        if (done.has(step.id)) continue;
        done.add(step.id);
        sum += step.minutes;
      }
    }
    return sum;
  }

  /** Minutes of labour: the wait is none, other work is done meanwhile. */
  minutes(place: Place, wanted: Reached): number {
    const { accessMinutes } = this.before(place, wanted);
    return accessMinutes + this.change(place.power, wanted.power ?? null, this.down);
  }

  after({ gained, power }: Place, { needs, power: wanted }: Reached): Place {
    return {
      gained: needs?.length ? new Set([...gained, ...needs]) : gained,
      power: wanted == null ? power : wanted === 'dead' ? 'dead' : 'live',
    };
  }

  /** Minutes of labour to make a live car dead. */
  toDead(place: Place): number {
    return place.power === 'live' ? this.down : 0;
  }

  private change(from: Place['power'], wanted: PowerWanted | null, down: number): number {
    switch (wanted) {
      case null:
        return 0;
      case 'live':
        return from === 'dead' ? this.up : 0;
      case 'dead':
        return from === 'live' ? down : 0;
      case 'dead-then-live':
        return (from === 'live' ? down : 0) + this.up;
    }
  }
}

export const placeKey = ({ gained, power }: Place) => `${power} ${[...gained].sort().join(' ')}`;

/** @throws Refusal where something needs an access that the case does not have */
export function checkNeeds({ accesses, tests, repairs, gained }: TraceCase): void {
  const known = new Set<string>();
  for (const [index, { id }] of (accesses ?? []).entries()) {
    if (known.has(id)) throw new Refusal(`accesses[${index}].id`, `"${id}" is used twice`);
    known.add(id);
  }
  const check = (needs: readonly string[] | null | undefined, path: string) => {
    for (const [index, id] of (needs ?? []).entries())
      if (!known.has(id)) throw new Refusal(`${path}[${index}]`, `no access "${id}"`);
  };
  check(gained, 'gained');
  tests.forEach(({ needs }, index) => check(needs, `tests[${index}].needs`));
  repairs.forEach(({ needs }, index) => check(needs, `repairs[${index}].needs`));
}
