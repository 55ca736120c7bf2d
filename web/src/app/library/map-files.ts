/** Access maps as files on this device. */
import { type AccessMap, accessMapFile, accessMapFormat, checkMap } from '@dormant-beacon/core/ledger';
import { check } from '@dormant-beacon/core/refusal';
import { downloadJson, readJsonFile } from '../file';

export function downloadMap(map: AccessMap): void {
  downloadJson(`${map.title || 'map'}.access-map`, { format: accessMapFormat, version: 1, ...map });
}

/** @throws Error that says where the file is wrong */
export const readMapFile = (file: File): Promise<AccessMap> =>
  readJsonFile(file, 'access map', (data) => {
    const { format: _, version: __, ...map } = check(accessMapFile, data);
    checkMap(map);
    return map;
  });
