/** Counts and torques of a step as they are typed: each begins with what the map says. */
import type { FactData } from '@dormant-beacon/contract';
import { countedOf, type MapItem } from '@dormant-beacon/core/ledger';
import { type Field, field, numberOf, trouble, type Trouble, typedNumber } from '../entry';

export interface CountField {
  readonly kind: string;
  readonly drive: string | null;
  readonly listed: number;
  readonly field: Field<string>;
}

type Entry = FactData<'ledger-entries'>;

/** @param came what was counted when it came off, where that was not as the map has it */
export const countFields = (item: MapItem | undefined, came: Entry['counts'] = null): readonly CountField[] =>
  countedOf(item, { counts: came ?? null }).map(({ kind, drive, count }) => ({
    kind,
    drive,
    listed: count,
    field: field(String(count)),
  }));

export const torqueFields = (item: MapItem | undefined): readonly CountField[] =>
  (item?.fasteners ?? []).flatMap(({ kind, drive, torqueNm }) =>
    torqueNm == null
      ? []
      : [{ kind, drive: drive ?? null, listed: torqueNm, field: field(typedNumber(torqueNm)) }],
  );

/** Null where all are as listed. */
export function countsTyped(fields: readonly CountField[]): NonNullable<Entry['counts']> | null | Trouble {
  const counts = fields.map((one) => ({ ...one, count: numberOf(one.field()) }));
  const wrong = counts.find(({ count }) => !Number.isInteger(count) || count < 0 || count > 1000);
  if (wrong) return trouble(wrong.field, `How many ${wrong.kind}s? Type a whole number.`);
  return counts.every(({ count, listed }) => count === listed)
    ? null
    : counts.map(({ kind, drive, count }) => ({ kind, drive, count }));
}

export function torquesTyped(fields: readonly CountField[]): NonNullable<Entry['torques']> | Trouble {
  const torques = fields.map((one) => ({ ...one, nm: numberOf(one.field()) }));
  const wrong = torques.find(({ nm }) => Number.isNaN(nm) || nm < 0 || nm > 2000);
  if (wrong) return trouble(wrong.field, 'Type the torque that was reached, in Nm.');
  return torques.map(({ kind, drive, nm }) => ({ kind, drive, nm }));
}

export const named = ({ kind, drive }: Pick<CountField, 'kind' | 'drive'>): string =>
  [kind, drive].filter(Boolean).join(' ');

/** As a form's fields are named. */
export const asFields = (prefix: string, fields: readonly CountField[]): Record<string, Field<string>> =>
  Object.fromEntries(fields.map((one, n) => [`${prefix}${n}`, one.field]));
