/** The head of a report against the job: is it of this car, and of this visit? */
import type { Scan } from '../scans/index.js';
import type { JobRecord } from './schema.js';

export type HeadQuestion =
  | { readonly kind: 'vin'; readonly printed: string; readonly job: string }
  /** Both in kilometres. */
  | { readonly kind: 'odometer'; readonly printed: number; readonly job: number }
  | { readonly kind: 'date'; readonly printed: string };

/** So far a car may have been driven between take-in and a scan. */
const drivenKm = 300;
const kmPerMile = 1.609344;
const dayMs = 86_400_000;
/** A report may have been printed this long before the job was opened. */
const daysBefore = 14;

/**
 * What the head of a report says otherwise than the job: nothing where either is silent.
 * @example headQuestions({ ...scan, vin: 'CVNLM4E20N0003142' }, job) // [] where the job has the same
 */
export function headQuestions(
  scan: Pick<Scan, 'vin' | 'odometer' | 'date'>,
  job: Pick<JobRecord, 'vehicle' | 'openedAt'>,
): readonly HeadQuestion[] {
  const questions: HeadQuestion[] = [];
  const plain = (vin: string) => vin.toUpperCase().replace(/[^A-Z\d]/g, '');
  const own = plain(job.vehicle.vin ?? '');
  const vin = plain(scan.vin ?? '');
  if (own.length >= 6 && vin.length >= 6 && !vin.endsWith(own) && !own.endsWith(vin))
    questions.push({ kind: 'vin', printed: vin, job: own });
  const printed = scan.odometer == null ? null : kmOf(scan.odometer);
  const known = job.vehicle.odometerKm ?? null;
  if (printed !== null && known !== null && (printed < known - 5 || printed > known + drivenKm))
    questions.push({ kind: 'odometer', printed, job: known });
  const day = scan.date == null ? null : dayOf(scan.date);
  if (day !== null && day < Date.parse(job.openedAt) - daysBefore * dayMs)
    questions.push({ kind: 'date', printed: scan.date! });
  return questions;
}

/** `61 204 km`, `142.880` or `38,412 mi` in kilometres; null where it is no distance. */
function kmOf(text: string): number | null {
  const figures = /^\D*(\d{1,3}(?:[ .,'\u00a0]\d{3})+|\d{1,7})(?![\d])/.exec(text)?.[1];
  if (figures === undefined) return null;
  const number = Number(figures.replace(/\D/g, ''));
  return Math.round(/\bmi(?:les)?\b/i.test(text) ? number * kmPerMile : number);
}

/** A date that can be read in one way only, as the milliseconds of its day; else null. */
function dayOf(text: string): number | null {
  const iso = /\b(20\d\d)[-/.](\d{2})[-/.](\d{2})\b/.exec(text);
  if (iso) return Date.UTC(Number(iso[1]), Number(iso[2]) - 1, Number(iso[3]));
  const dotted = /\b(\d{1,2})\.(\d{1,2})\.(20\d\d)\b/.exec(text);
  return dotted ? Date.UTC(Number(dotted[3]), Number(dotted[2]) - 1, Number(dotted[1])) : null;
}
