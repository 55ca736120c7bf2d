/** The facts of a job, and those that stand: neither corrected by a later one nor withdrawn. */

import { type FactList, factLists, type JobRecord } from './schema.js';

/** A record's lists while nothing is entered. */
export const noFacts = () =>
  Object.fromEntries(factLists.map((list) => [list, []])) as unknown as Pick<JobRecord, FactList>;

/** Every fact of a record, whatever its kind. */
export const factsOf = (record: JobRecord) => factLists.flatMap((list) => [...record[list]]);

interface Correctable {
  readonly id: string;
  readonly seq: number;
  readonly corrects: string | null;
  readonly withdrawn: boolean;
}

/** In the order of entry. A correction takes the place in time of what it corrects no more: it counts as entered. */
export function standing<F extends Correctable>(facts: readonly F[]): F[] {
  const corrected = new Set(facts.map((fact) => fact.corrects));
  return facts.filter((fact) => !fact.withdrawn && !corrected.has(fact.id)).sort((a, b) => a.seq - b.seq);
}

/** The fact of an id or the one that stands in its place, or undefined where it was withdrawn. */
export function standingFor<F extends Correctable>(facts: readonly F[], id: string): F | undefined {
  const next = facts.find((fact) => fact.corrects === id);
  if (next) return standingFor(facts, next.id);
  const own = facts.find((fact) => fact.id === id);
  return own?.withdrawn ? undefined : own;
}

/** The id under which a chain of corrections began: what other facts refer to. */
export function originOf(facts: readonly Correctable[], fact: Correctable): string {
  const earlier = fact.corrects === null ? undefined : facts.find((other) => other.id === fact.corrects);
  return earlier ? originOf(facts, earlier) : fact.id;
}
