/** The voltage-drop sheet: where the volts of a loaded circuit stay on their way. */
import * as z from 'zod';
import { accuracy, pooled, uncertainty } from './accuracy.js';

export const sectionKind = z.enum(['wire', 'contact', 'switch', 'relay-contact', 'fuse', 'output', 'ground']);
export type SectionKind = z.infer<typeof sectionKind>;

/**
 * Volts that a section of each kind may take under its own load: general practice and shop data. The maker's
 * value stands above it.
 */
export const dropLimits: Readonly<Record<SectionKind, number>> = {
  wire: 0.2,
  contact: 0.05,
  switch: 0.2,
  'relay-contact': 0.2,
  fuse: 0.1,
  output: 0.3,
  ground: 0.1,
};

export const dropsSheet = z.strictObject({
  sheet: z.literal('drops'),
  what: z.string().trim().min(1).max(120),
  /** At the battery or the output, and across the load, both while it works. */
  supplyVolts: z.number().min(0).max(60),
  loadVolts: z.number().min(0).max(60),
  sections: z
    .array(
      z.strictObject({
        name: z.string().trim().min(1).max(80),
        kind: sectionKind,
        volts: z.number().min(-60).max(60),
        /** The maker's limit, where there is one. */
        limitVolts: z.number().gt(0).max(60).nullish(),
      }),
    )
    .min(1)
    .max(40),
  ...accuracy.shape,
});
export type DropsSheet = z.infer<typeof dropsSheet>;

export interface DropsRow {
  readonly name: string;
  readonly limit: number;
  readonly verdict: 'good' | 'high' | 'near';
}
export interface DropsAnswer {
  readonly rows: readonly DropsRow[];
  /** Volts that stay on the way by supply and load, and by the sections together. */
  readonly lost: number;
  readonly found: number;
  /** Both agree within the meter's width; else a section is missing, or was read without the load. */
  readonly complete: boolean;
  readonly worst: string | null;
  readonly says: string;
}

/** Sections against the limit of their kind, and their sum against what is lost between supply and load. */
export function judgeDrops(sheet: DropsSheet): DropsAnswer {
  const rows = sheet.sections.map(({ name, kind, volts, limitVolts }): DropsRow => {
    const limit = limitVolts ?? dropLimits[kind];
    const width = uncertainty(sheet, volts);
    const size = Math.abs(volts);
    return { name, limit, verdict: size - width > limit ? 'high' : size > limit ? 'near' : 'good' };
  });
  const lost = sheet.supplyVolts - sheet.loadVolts;
  const found = sheet.sections.reduce((sum, { volts }) => sum + volts, 0);
  const width = pooled(
    uncertainty(sheet, sheet.supplyVolts),
    uncertainty(sheet, sheet.loadVolts),
    ...sheet.sections.map(({ volts }) => uncertainty(sheet, volts)),
  );
  const complete = Math.abs(lost - found) <= width;
  const over = sheet.sections
    .filter((_, at) => rows[at]!.verdict === 'high')
    .sort((a, b) => Math.abs(b.volts) - Math.abs(a.volts));
  const worst = over[0]?.name ?? null;
  const missing = `${Math.abs(lost - found).toFixed(2)} V of ${lost.toFixed(2)} V are in no section: one is missing, or was read without the load.`;
  const verdict = worst
    ? `${worst} takes too much: open it, clean it, measure again.`
    : 'Every section is within its limit.';
  return {
    rows,
    lost,
    found,
    complete,
    worst,
    says: complete ? verdict : worst ? `${verdict} ${missing}` : missing,
  };
}
