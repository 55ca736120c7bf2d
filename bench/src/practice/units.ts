/** Units of a job as the car has them: which module a unit is, and what its memory holds. */
import type { CodingPlanData, ImageForm, Layout } from '@dormant-beacon/core/coding';
import { type Image, readImage } from '@dormant-beacon/core/coding/memory';
import { type JobRecord, standing } from '@dormant-beacon/core/record';
import {
  carFile,
  type CarFile,
  type CarIdentity,
  drawnMemory,
  identityOf,
  ModuleMemory,
} from '../vehicle/index.js';
import type { HiddenCase } from './hidden.js';

/** A memory image as the file in which it is kept. */
export interface ImageFile {
  readonly file: Uint8Array;
  readonly form: ImageForm;
}

/** Files of a job by the ids under which they are kept. */
export type ImageFiles = Readonly<Record<string, ImageFile>>;

type Images = Pick<JobRecord, 'codingPlans' | 'codingImages' | 'vehicle'>;

/** The module that a unit is, by the words of its name; null where the car has none of that name. */
export function moduleOf({ modules }: CarFile, unit: string): string | null {
  const words = unit.toLowerCase().split(/[^\p{L}\p{N}]+/u);
  const named = (name: string) => name.split(/[-\s]/).every((part) => words.includes(part));
  const found = modules.find(({ name, label }) => named(name) || named(label));
  return found?.name ?? null;
}

export interface Unit {
  readonly codingId: string;
  readonly module: string;
  readonly plan: CodingPlanData;
  /** Null where its memory cannot be looked into. */
  readonly layout: Layout | null;
}

/** Units that the car has a module of. */
export function unitsOf({ codingPlans }: Images, car: string): Unit[] {
  return standing(codingPlans).flatMap((plan) => {
    const module = moduleOf(carFile(car)!, plan.unit);
    return module ? [{ codingId: plan.id, module, plan, layout: plan.book?.layout ?? null }] : [];
  });
}

/** The last image of a role that was kept for a unit; null where there is none. */
export function imageOf(
  { codingImages }: Images,
  files: ImageFiles,
  codingId: string,
  role: 'original' | 'donor' | 'merged',
): Image | null {
  const fact = standing(codingImages).findLast((own) => own.codingId === codingId && own.role === role);
  const kept = fact && files[fact.imageId];
  return kept ? readImage(kept.file, kept.form) : null;
}

/** Whose car it is: as the old unit says, else as the record says, else as it was drawn. */
export function identityOfJob(record: Images, files: ImageFiles, { car, seed }: HiddenCase): CarIdentity {
  const drawn = identityOf(carFile(car)!.name, seed);
  const km = record.vehicle.odometerKm ?? drawn.km;
  const told = unitsOf(record, car).flatMap(({ codingId, layout }) => {
    const image = imageOf(record, files, codingId, 'original');
    const vin = image && layout && new ModuleMemory(layout, image).valueOf('vin');
    return typeof vin === 'string' && vin.length === 17 ? [vin] : [];
  });
  return { vin: told[0] ?? record.vehicle.vin ?? drawn.vin, km };
}

/** What the unit that is taken out holds. */
export function oldMemory(
  record: Images,
  files: ImageFiles,
  { codingId, layout }: Unit,
  { seed }: HiddenCase,
  identity: CarIdentity,
): ModuleMemory | null {
  if (!layout) return null;
  const image = imageOf(record, files, codingId, 'original');
  return image ? new ModuleMemory(layout, image) : drawnMemory(layout, identity, seed);
}

/** What the unit that goes in holds: as its image says, else as it was drawn; a car of its own in either case. */
export function donorMemory(
  record: Images,
  files: ImageFiles,
  { codingId, layout }: Unit,
  { car, seed }: HiddenCase,
): ModuleMemory | null {
  if (!layout) return null;
  const image = imageOf(record, files, codingId, 'donor');
  return image
    ? new ModuleMemory(layout, image)
    : drawnMemory(layout, identityOf(carFile(car)!.name, seed + 7), seed + 7);
}
