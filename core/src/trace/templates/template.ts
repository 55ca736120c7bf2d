/** Circuits ready to be traced, filled in with a technician's own words. */
import type { TraceCase } from '../model/schema.js';

export interface TemplateField {
  readonly key: string;
  readonly label: string;
  readonly example: string;
}

export interface Template {
  readonly id: string;
  readonly title: string;
  readonly describes: string;
  /** Words of the beacons and complaints that it is usually behind. */
  readonly suits: RegExp;
  /** On a restraint circuit: traced by live data and looks, never with a meter. */
  readonly restraint?: true;
  /** No restraint circuit itself, but its parts lie beside an airbag: whatever is opened waits until it is safe. */
  readonly besideRestraint?: true;
  readonly fields: readonly TemplateField[];
  /** The case without readings. Fields left empty take their example. */
  build(values: Readonly<Record<string, string>>): TraceCase;
}

/** The value of every field, its example where it was left empty. */
export function filled<K extends string>(
  fields: readonly (TemplateField & { key: K })[],
  values: Readonly<Record<string, string>>,
): Record<K, string> {
  return Object.fromEntries(
    fields.map(({ key, example }) => [key, values[key]?.trim() || example]),
  ) as Record<K, string>;
}

/** A figure out of a technician's words, or another where it is none above 0. */
export function positive(text: string, otherwise: number): number {
  const value = Number(text.replace(',', '.'));
  return value > 0 && Number.isFinite(value) ? value : otherwise;
}
