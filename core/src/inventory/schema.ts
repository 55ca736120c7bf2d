/** A row of a yard's stock: what can be searched, and what a comparison needs. */
import * as z from 'zod';
import { part } from '../fit/index.js';

const short = z.string().trim().min(1).max(80);

export const inventoryRow = z.strictObject({
  /** The yard's own number for it. */
  reference: short.nullish(),
  make: short.nullish(),
  model: short.nullish(),
  part: part.omit({ id: true }),
});
export type InventoryRow = z.infer<typeof inventoryRow>;

/** What a column of a yard's list can hold. */
export const inventoryFields = [
  'partNumber',
  'kind',
  'price',
  'reference',
  'make',
  'model',
  'vehicleBuilt',
  'hand',
  'cavities',
  'key',
  'plugColour',
  'hardware',
  'software',
  'options',
  'interchangeGroup',
  'watts',
  'base',
  'stages',
  'distance',
  'event',
  'fired',
  'storage',
  'donorVin',
  'condition',
] as const;
const inventoryField = z.enum(inventoryFields);
export type InventoryField = z.infer<typeof inventoryField>;

/** Which field each column holds, by its place; null for a column that is left out. */
export const columnMapping = z.array(inventoryField.nullable()).max(200);
export type ColumnMapping = z.infer<typeof columnMapping>;
