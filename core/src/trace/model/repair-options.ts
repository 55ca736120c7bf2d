/**
 * Repairs as they are bought: one option is a method on an element, and covers what comes with it, such as the switch
 * inside a latch. Source: computation page, section 4.
 */
import type { TraceCase, TraceRepair } from './schema.js';

export interface RepairOption {
  readonly element: string;
  readonly method: TraceRepair['method'];
  /** Every element that it ends the faults of, its own first. */
  readonly covers: readonly string[];
  /** Labour and price, in cents. */
  readonly cents: number;
  readonly minutes: number;
  /** The chance that it cures what it covers. */
  readonly succeeds: number;
  readonly needs: TraceRepair['needs'];
  readonly power: TraceRepair['power'];
}

/** The options of a case in the order in which it names them; of two that are the same, the cheaper. */
export function repairOptions({ repairs }: TraceCase, hourlyRateCents: number): RepairOption[] {
  const best = new Map<string, RepairOption>();
  for (const repair of repairs) {
    const cents = (repair.minutes / 60) * hourlyRateCents + repair.priceCents;
    const covers = [...new Set([repair.element, ...(repair.covers ?? [])])];
    const key = JSON.stringify([repair.method ?? null, covers]);
    const known = best.get(key);
    if (known && known.cents <= cents) continue;
    best.set(key, {
      element: repair.element,
      method: repair.method,
      covers,
      cents,
      minutes: repair.minutes,
      succeeds: repair.succeeds ?? 1,
      needs: repair.needs,
      power: repair.power,
    });
  }
  return [...best.values()];
}

/** The repair of a case that an action calls for. */
export function repairOf(
  { repairs }: Pick<TraceCase, 'repairs'>,
  action: {
    readonly element: string;
    readonly method?: TraceRepair['method'];
    readonly covers?: readonly string[];
  },
): TraceRepair | undefined {
  const covers = (own: readonly string[] | null | undefined) => [...(own ?? [])].sort().join(' ');
  const own = repairs.filter(({ element }) => element === action.element);
  const byMethod = own.filter(({ method }) => (method ?? null) === (action.method ?? null));
  return byMethod.find((one) => covers(one.covers) === covers(action.covers)) ?? byMethod[0] ?? own[0];
}

/**
 * Which option each repair that was done is, in the order of entry; -1 where the case has none such. Where nothing says
 * how it was done, the cheapest of its element that was not done before.
 */
export function optionsDone(
  options: readonly RepairOption[],
  done: NonNullable<TraceCase['done']>,
): number[] {
  const taken = new Set<number>();
  return done.map(({ element, method }) => {
    const own = [...options.keys()].filter((n) => options[n]!.element === element && !taken.has(n));
    const sameMethod = own.filter((n) => method != null && options[n]!.method === method);
    const among = sameMethod.length > 0 ? sameMethod : own;
    if (among.length === 0) return -1;
    const option = among.reduce((best, n) => (options[n]!.cents < options[best]!.cents ? n : best));
    taken.add(option);
    return option;
  });
}

/** The weight that a suspect keeps at least after its repair was done and the fault still shows. */
const leastKept = 0.02;

/** What a fault that an option covers keeps of its weight, where it was done and the fault still shows. */
export const keptAfter = (option: RepairOption | undefined): number =>
  Math.max(leastKept, 1 - (option?.succeeds ?? 1));

type Done = NonNullable<TraceCase['done']>[number];

/** Every element that a repair which was done ended the faults of: what comes with it, where it was done in that way. */
export const coversOf = (
  option: RepairOption | undefined,
  { element, method }: Pick<Done, 'element' | 'method'>,
): readonly string[] => (option && (method == null || option.method === method) ? option.covers : [element]);

/** As `coversOf`, of a repair that is being entered. */
export function coveredBy(source: TraceCase, done: Pick<Done, 'element' | 'method'>): readonly string[] {
  const options = repairOptions(source, 0);
  const [option] = optionsDone(options, [{ ...done, cured: false }]);
  return coversOf(options[option!], done);
}
