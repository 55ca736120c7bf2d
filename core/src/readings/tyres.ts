/** Tyre pressures against the placard: a lamp that is right is no fault. */
import * as z from 'zod';
import { kilopascalsOf, pressureUnit } from '../units/index.js';

export const tyresSheet = z.strictObject({
  sheet: z.literal('tyres'),
  unit: pressureUnit,
  /** What the placard asks for, in the unit. */
  placardFront: z.number().gt(0).max(1000),
  placardRear: z.number().gt(0).max(1000),
  /** °C of the tyres when read, and of the morning that the placard means by cold. */
  tyreCelsius: z.number().min(-40).max(100),
  coldCelsius: z.number().min(-40).max(60),
  tyres: z
    .array(
      z.strictObject({
        place: z.enum(['front-left', 'front-right', 'rear-left', 'rear-right', 'spare']),
        pressure: z.number().min(0).max(1000),
      }),
    )
    .min(1)
    .max(5),
});
export type TyresSheet = z.infer<typeof tyresSheet>;

export interface TyreRow {
  readonly place: string;
  /** As it would be cold, in kilopascals. */
  readonly coldKilopascals: number;
  readonly share: number;
  readonly verdict: 'good' | 'low' | 'high' | 'warns';
}
export interface TyresAnswer {
  readonly rows: readonly TyreRow[];
  readonly says: string;
}

/** Shares of the placard: good within 5 %, and a pressure lamp is due at a fifth below. General practice, shop data. */
const limits = { good: 0.05, warns: 0.2 };
const airKilopascals = 101.3;
const kelvin = 273.15;

/** Every tyre as it would be cold, by the gas law on absolute pressure, against its placard. */
export function judgeTyres(sheet: TyresSheet): TyresAnswer {
  const rows = sheet.tyres.map(({ place, pressure }): TyreRow => {
    const placard = kilopascalsOf(
      place.startsWith('front') ? sheet.placardFront : sheet.placardRear,
      sheet.unit,
    );
    const absolute = kilopascalsOf(pressure, sheet.unit) + airKilopascals;
    const coldKilopascals =
      (absolute * (sheet.coldCelsius + kelvin)) / (sheet.tyreCelsius + kelvin) - airKilopascals;
    const share = coldKilopascals / placard;
    const verdict =
      share <= 1 - limits.warns
        ? 'warns'
        : share < 1 - limits.good
          ? 'low'
          : share > 1 + limits.good
            ? 'high'
            : 'good';
    return { place, coldKilopascals, share, verdict };
  });
  const due = rows.filter(({ verdict }) => verdict === 'warns').map(({ place }) => place);
  const off = rows.filter(({ verdict }) => verdict === 'low' || verdict === 'high');
  return {
    rows,
    says:
      due.length > 0
        ? `The lamp is right: ${due.join(', ')} a fifth or more below the placard. Find the leak before the sensor is blamed.`
        : off.length > 0
          ? 'Set them to the placard cold, then see whether the lamp stays.'
          : 'All are as the placard asks: a lamp that stays is the sensor’s or the module’s.',
  };
}
