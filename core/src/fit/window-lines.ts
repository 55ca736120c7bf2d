/** Build months: whether the car lies in the window for which a part was made. */
import type { FitAttribute, Part } from './schema.js';

interface Window {
  readonly from: string | null;
  readonly to: string | null;
}

/** Judged where a part states a window; the months of two cars alone are a soft hint. Months compare as text. */
export function windowLines(original: Part, candidate: Part): readonly FitAttribute[] {
  const [own, other] = [windowOf(original), windowOf(candidate)];
  if (own === null && other === null) return monthsAlone(original, candidate);
  const [outcome, reason] = judged(original, candidate, own, other);
  return [{ name: 'buildWindow', outcome, weight: 'hard', reason }];
}

function judged(
  original: Part,
  candidate: Part,
  own: Window | null,
  other: Window | null,
): readonly [FitAttribute['outcome'], string] {
  // What counts first is this car: the one that the original came out of.
  if (other !== null && original.vehicleBuilt != null)
    return inside(original.vehicleBuilt, other)
      ? [
          own !== null && sameWindow(own, other) ? 'same' : 'compatible',
          `made for cars built ${said(other)}; this one was built ${original.vehicleBuilt}`,
        ]
      : ['differs', `made for cars built ${said(other)}; this one was built ${original.vehicleBuilt}`];
  if (own !== null && other !== null) {
    if (sameWindow(own, other)) return ['same', `made for cars built ${said(other)}, both`];
    if (apart(own, other))
      return ['differs', `made for cars built ${said(other)}, the original ${said(own)}`];
    return holds(other, own)
      ? ['compatible', `made for cars built ${said(other)}, the original ${said(own)}`]
      : [
          'unknown',
          `the windows overlap in part: ${said(other)} and ${said(own)}; the month of this car decides`,
        ];
  }
  if (own !== null) {
    if (candidate.vehicleBuilt == null)
      return ['unknown', `the original is for cars built ${said(own)}; nothing is stated here`];
    return inside(candidate.vehicleBuilt, own)
      ? ['compatible', `its car was built ${candidate.vehicleBuilt}, within ${said(own)}`]
      : ['differs', `its car was built ${candidate.vehicleBuilt}, outside ${said(own)}`];
  }
  return ['unknown', `made for cars built ${said(other!)}; the month of this car is not known`];
}

function monthsAlone({ vehicleBuilt: own }: Part, { vehicleBuilt: other }: Part): readonly FitAttribute[] {
  if (own == null) return [];
  const line = (outcome: FitAttribute['outcome'], reason: string): readonly FitAttribute[] => [
    { name: 'vehicleBuilt', outcome, weight: 'soft', reason },
  ];
  if (other == null)
    return line('unknown', `this car was built ${own}; the month of the other is not stated`);
  return own === other
    ? line('same', `both cars were built ${own}`)
    : line('differs', `its car was built ${other}, this one ${own}; that alone says little`);
}

function windowOf({ builtFrom, builtTo }: Part): Window | null {
  return builtFrom == null && builtTo == null ? null : { from: builtFrom ?? null, to: builtTo ?? null };
}

const first = '0000-01';
const last = '9999-12';

function inside(month: string, { from, to }: Window): boolean {
  return month >= (from ?? first) && month <= (to ?? last);
}

function sameWindow(one: Window, other: Window): boolean {
  return one.from === other.from && one.to === other.to;
}

function apart(one: Window, other: Window): boolean {
  return (one.to ?? last) < (other.from ?? first) || (other.to ?? last) < (one.from ?? first);
}

function holds(outer: Window, inner: Window): boolean {
  return (outer.from ?? first) <= (inner.from ?? first) && (outer.to ?? last) >= (inner.to ?? last);
}

function said({ from, to }: Window): string {
  if (from === null) return `up to ${to}`;
  return to === null ? `from ${from} on` : `from ${from} to ${to}`;
}
