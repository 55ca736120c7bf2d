/** Access maps that the shop keeps, in versions. */
import { accessMap } from '@dormant-beacon/core/ledger';
import { instant } from '@dormant-beacon/core/record';
import * as z from 'zod';

const id = z.uuid();
const line = z.string().trim().min(1).max(200);

/** A version once saved stays as it is; `basedOn` is the version that was changed, 0 for a new map. */
export const keepAccessMap = z.strictObject({
  mapId: id,
  basedOn: z.int().min(0),
  map: accessMap,
  note: z.string().trim().max(200).nullish(),
  /** From this version on it is offered to nobody; a later one brings it back. */
  withdrawn: z.boolean().nullish(),
});
export type KeepAccessMap = z.infer<typeof keepAccessMap>;
export const accessMapKept = z.strictObject({ mapId: id, version: z.int().min(1) });
export type AccessMapKept = z.infer<typeof accessMapKept>;

export const accessMapRow = z.strictObject({
  mapId: id,
  version: z.int().min(1),
  make: line,
  model: line,
  title: line,
  note: z.string().nullish(),
  personId: id,
  addedAt: instant,
});
export type AccessMapRow = z.infer<typeof accessMapRow>;
export const accessMapRows = z.strictObject({ maps: z.array(accessMapRow) });
export const keptAccessMap = z.strictObject({
  ...accessMapRow.shape,
  map: accessMap,
  latest: z.int(),
  withdrawn: z.boolean(),
});
export type KeptAccessMap = z.infer<typeof keptAccessMap>;
