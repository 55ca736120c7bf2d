/** Which number took the place of which: a graph with a direction. */
import { normalNumber } from './part-number.js';
import type { Supersession } from './schema.js';

export interface Supersessions {
  /** Numbers that took the place of this one, at once or in turn, each with the number before it; in their order. */
  successors(number: string): ReadonlyMap<string, string>;
  /** Whether the later number stands in the chain of the earlier one. */
  leadsTo(earlier: string, later: string): boolean;
  /** Numbers that lead back to themselves, a list for each ring. */
  readonly rings: readonly (readonly string[])[];
}

/** Numbers are compared with case and separators aside; a row from a number to itself says nothing. */
export function supersessionGraph(rows: readonly Supersession[]): Supersessions {
  const written = new Map<string, string>();
  const after = new Map<string, Set<string>>();
  for (const row of rows) {
    const [old, next] = [normalNumber(row.old), normalNumber(row.new)];
    if (!written.has(old)) written.set(old, row.old);
    if (!written.has(next)) written.set(next, row.new);
    if (old === next) continue;
    if (!after.has(old)) after.set(old, new Set());
    after.get(old)!.add(next);
  }
  const kept = new Map<string, ReadonlyMap<string, string>>();
  const reach = (from: string): ReadonlyMap<string, string> => {
    const known = kept.get(from);
    if (known) return known;
    const before = new Map<string, string>();
    const queue = [from];
    for (const own of queue)
      for (const next of after.get(own) ?? [])
        if (!before.has(next)) {
          before.set(next, own);
          queue.push(next);
        }
    kept.set(from, before);
    return before;
  };
  return {
    successors: (number) => reach(normalNumber(number)),
    leadsTo: (earlier, later) =>
      normalNumber(earlier) !== normalNumber(later) && reach(normalNumber(earlier)).has(normalNumber(later)),
    rings: ringsOf(after).map((ring) => ring.map((number) => written.get(number)!)),
  };
}

/** Rings of the graph: its strongly connected parts of more than one number (Tarjan), without recursion. */
function ringsOf(after: ReadonlyMap<string, ReadonlySet<string>>): readonly (readonly string[])[] {
  const index = new Map<string, number>();
  const low = new Map<string, number>();
  const stack: string[] = [];
  const onStack = new Set<string>();
  const rings: string[][] = [];
  const enter = (number: string) => {
    index.set(number, index.size);
    low.set(number, index.get(number)!);
    stack.push(number);
    onStack.add(number);
    return { number, left: [...(after.get(number) ?? [])] };
  };
  for (const root of after.keys()) {
    if (index.has(root)) continue;
    const path = [enter(root)];
    while (path.length > 0) {
      const own = path.at(-1)!;
      const next = own.left.shift();
      if (next !== undefined) {
        if (!index.has(next)) path.push(enter(next));
        else if (onStack.has(next)) low.set(own.number, Math.min(low.get(own.number)!, index.get(next)!));
        continue;
      }
      path.pop();
      const before = path.at(-1);
      if (before) low.set(before.number, Math.min(low.get(before.number)!, low.get(own.number)!));
      if (low.get(own.number) !== index.get(own.number)) continue;
      const ring = stack.splice(stack.indexOf(own.number));
      ring.forEach((number) => onStack.delete(number));
      if (ring.length > 1) rings.push(ring);
    }
  }
  return rings;
}
