/** Units that a shop chooses: distances, temperatures, pressures. Kept in kilometres, °C and kilopascal. */
import * as z from 'zod';

export const distanceUnit = z.enum(['km', 'mi']);
export type DistanceUnit = z.infer<typeof distanceUnit>;
export const temperatureUnit = z.enum(['C', 'F']);
export type TemperatureUnit = z.infer<typeof temperatureUnit>;
export const pressureUnit = z.enum(['bar', 'kPa', 'psi']);
export type PressureUnit = z.infer<typeof pressureUnit>;

const kilometresPerMile = 1.609344;
const kilopascalsPer: Readonly<Record<PressureUnit, number>> = { bar: 100, kPa: 1, psi: 6.894757 };

/** A distance in whole kilometres; a mile is longer than one, so that whole miles come back as they were. */
export function kilometresOf(distance: number, unit: DistanceUnit): number {
  return unit === 'km' ? Math.round(distance) : Math.round(distance * kilometresPerMile);
}

/** Whole kilometres in a unit, rounded to a whole number of it. */
export function distanceIn(kilometres: number, unit: DistanceUnit): number {
  return unit === 'km' ? kilometres : Math.round(kilometres / kilometresPerMile);
}

export function celsiusOf(degrees: number, unit: TemperatureUnit): number {
  return unit === 'C' ? degrees : ((degrees - 32) * 5) / 9;
}

export function temperatureIn(celsius: number, unit: TemperatureUnit): number {
  return unit === 'C' ? celsius : (celsius * 9) / 5 + 32;
}

export function kilopascalsOf(pressure: number, unit: PressureUnit): number {
  return pressure * kilopascalsPer[unit];
}

export function pressureIn(kilopascals: number, unit: PressureUnit): number {
  return kilopascals / kilopascalsPer[unit];
}

/** A whole number in groups of three, parted by narrow blanks: a comma is always the decimal mark. */
export function showWhole(count: number): string {
  return count.toLocaleString('en').replaceAll(',', '\u202f');
}

/** @example showDistance(84230, 'km') // '84 230 km' */
export function showDistance(kilometres: number, unit: DistanceUnit): string {
  return `${showWhole(distanceIn(kilometres, unit))} ${unit}`;
}

/** @example showDistanceRange(84230, 84236, 'km') // '84 230 to 84 236 km' */
export function showDistanceRange(least: number, most: number, unit: DistanceUnit): string {
  const highest = showDistance(most, unit);
  return least === most ? highest : `${showWhole(distanceIn(least, unit))} to ${highest}`;
}

/** A whole distance as typed, with blanks, dots, commas or apostrophes between groups of three; null where it is none. */
export function readDistance(text: string): number | null {
  const trimmed = text.trim();
  return /^\d{1,7}$|^\d{1,3}(?:[ .,'’\u202f]\d{3})+$/.test(trimmed)
    ? Number(trimmed.replace(/\D/g, ''))
    : null;
}
