/** Access maps that the shop keeps: how the parts of a model are reached. */
import type { AccessMapKept, AccessMapRow, KeepAccessMap, KeptAccessMap } from '@dormant-beacon/contract';
import { type AccessMap, checkMap } from '@dormant-beacon/core/ledger';
import { under } from '@dormant-beacon/core/refusal';
import type { Knex } from 'knex';
import type { Author } from '../accounts/service.js';
import { keepVersion, newestVersions, type Versioned, versionOf, type VersionRow } from './versions.js';

const maps: Versioned = { table: 'access_maps', id: 'map_id', content: 'access_map', noun: 'access map' };

export const listAccessMaps = async (
  db: Knex,
  make: string | null,
  model: string | null,
): Promise<AccessMapRow[]> => (await newestVersions(db, maps, make, model)).map(rowOf);

/** @throws HttpProblem 404 where there is no such map or version */
export async function accessMapOf(db: Knex, mapId: string, version: number | null): Promise<KeptAccessMap> {
  const { content, latest, withdrawn, ...row } = await versionOf(db, maps, mapId, version);
  return { ...rowOf(row), latest, map: content as AccessMap, withdrawn };
}

/**
 * @throws HttpProblem 409 where somebody has kept another version meanwhile
 * @throws Refusal where a step is not there, stands twice, or can never be reached
 */
export async function keepAccessMap(
  db: Knex,
  author: Author,
  { mapId, basedOn, map, note, withdrawn }: KeepAccessMap,
): Promise<AccessMapKept> {
  under('map', () => checkMap(map));
  const { make, model, title } = map;
  const version = await keepVersion(db, author, maps, {
    id: mapId,
    basedOn,
    make,
    model,
    title,
    note: note ?? null,
    withdrawn: withdrawn === true,
    content: map,
  });
  return { mapId, version };
}

const rowOf = ({ id, model, ...row }: VersionRow): AccessMapRow => ({ mapId: id, model: model!, ...row });
