/** The restraint items that a car has, as its last inventory that counts lists them. */
import type { RestraintFile } from '../restraints/index.js';
import type { JobRecord } from './schema.js';
import { standing } from './standing.js';

/** Null while the car has none. */
export const inventoryOf = (record: JobRecord): RestraintFile | null =>
  standing(record.inventories).at(-1)?.file ?? null;
