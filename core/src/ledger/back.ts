/** Whether something may go back yet: what cures there, what is still open behind it, whether the function was tried. */
import type { AccessGraph } from './graph.js';
import { itemsOf } from './map-steps.js';
import { lostBehind } from './refit.js';
import type { LedgerState } from './state.js';

/** Why something is not closed yet; empty where it may be. */
export interface NotYet {
  readonly why: 'time' | 'untried' | 'behind' | 'not-off';
  readonly says: string;
  /** Of a time that runs. */
  readonly until: string | null;
}

/**
 * What stands against putting a step back, at a moment.
 * @param now ISO moment of the server's clock
 */
export function notYetBack(state: LedgerState, step: string, now: string): readonly NotYet[] {
  const { off, graph, map, refit, beforeTry, untried, parts, waits } = state;
  const why: NotYet[] = [];
  if (!off.has(step))
    return parts.some(({ part, exchange }) => part.id === step && !exchange)
      ? []
      : [{ why: 'not-off', says: 'It is not off.', until: null }];
  const place = graph.places.get(step);
  for (const wait of waits)
    if (wait.endsAt > now && closesOver(state, step, wait.over))
      why.push({ why: 'time', says: `The time for ${wait.what} is not up.`, until: wait.endsAt });
  const items = itemsOf(map);
  for (const { over, name, minutes } of state.untimed)
    if (step !== over && closesOver(state, step, over))
      why.push({
        why: 'time',
        says: `The time for ${name} at ${items.find(({ id }) => id === over)!.label} was not started: ${minutes} min.`,
        until: null,
      });
  const isOut = parts.some(({ part }) => part.id === step);
  if (place !== undefined) {
    const open = new Set([...off.keys()].flatMap((id) => graph.places.get(id) ?? []));
    const behind = lostBehind(graph, open, place).map((lost) => items[lost]!.label);
    const reached = parts.filter(
      ({ is, part }) => is !== 'in' && part.id !== step && !behind.includes(part.label),
    );
    const shut = reached
      .filter(({ part }) => needs(graph, open, part.id, place))
      .map(({ part }) => part.label);
    if (behind.length + shut.length > 0)
      why.push({
        why: 'behind',
        says: `Behind it is still open: ${[...behind, ...shut].join(', ')}.`,
        until: null,
      });
  }
  const early = refit.slice(0, beforeTry).includes(step);
  if (!isOut && !early && untried.open.length > 0)
    why.push({
      why: 'untried',
      says: `Not tried yet: ${untried.open.map(({ label }) => label).join(', ')}.`,
      until: null,
    });
  return why;
}

/** Whether a part that was not taken out is within reach only through this. */
function needs(graph: AccessGraph, open: ReadonlySet<number>, part: string, closing: number): boolean {
  const place = graph.places.get(part);
  if (place === undefined || open.has(place)) return false;
  const reach = (set: ReadonlySet<number>) => {
    const ways = graph.needs[place]!;
    return ways.length === 0 || ways.some((way) => way.every((need) => set.has(need)));
  };
  return reach(open) && !reach(new Set([...open].filter((own) => own !== closing)));
}

/** Whether putting this back closes over what cures there. */
function closesOver({ graph, off }: LedgerState, step: string, over: string | null): boolean {
  if (over === null || step === over) return true;
  const [place, target] = [graph.places.get(step), graph.places.get(over)];
  if (place === undefined || target === undefined) return true;
  const open = new Set([...off.keys()].flatMap((id) => graph.places.get(id) ?? []));
  open.add(target);
  return lostBehind(graph, open, place).includes(target);
}
