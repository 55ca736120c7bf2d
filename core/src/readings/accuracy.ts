/** How far a meter's reading can be trusted, and what is taken off it before it is used. */
import * as z from 'zod';

/** Of a meter: percent of the reading, and digits in the reading's unit. */
export const accuracy = z.strictObject({
  percent: z.number().min(0).max(50).nullish(),
  digits: z.number().min(0).nullish(),
});
export type Accuracy = z.infer<typeof accuracy>;

/** Half the width within which a reading may be wrong, in its unit: 1 % and 0.02 where nothing is said. */
export function uncertainty({ percent, digits }: Accuracy, value: number): number {
  return ((percent ?? 1) / 100) * Math.abs(value) + (digits ?? 0.02);
}

/** Several uncertainties of one sum or difference, pooled: the root of their squares. */
export const pooled = (...parts: readonly number[]) => Math.hypot(...parts);

/** Ohms without those of the leads, never below 0. @param leadOhms what the meter shows with its tips together */
export function withoutLeads(ohms: number, leadOhms: number): number {
  return Math.max(0, ohms - leadOhms);
}

/** Share of copper's resistance per kelvin, at 20 °C. Source: computation page, section 5. */
const copperPerKelvin = 0.00393;

/** A copper resistance measured at one temperature, as it would be at another. @param celsius both in °C */
export function copperAt(ohms: number, measuredCelsius: number, wantedCelsius = 20): number {
  const factor = (celsius: number) => 1 + copperPerKelvin * (celsius - 20);
  return (ohms * factor(wantedCelsius)) / factor(measuredCelsius);
}
