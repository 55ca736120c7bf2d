/** Access maps as files on this device: given away, and taken in with what is wrong named by its place. */
import { type AccessMap, accessMapFile, accessMapFormat, checkMap } from '@dormant-beacon/core/ledger';
import { check, isRefusal } from '@dormant-beacon/core/refusal';
import { downloadJson } from './download-json';

/** A map of three hundred steps stays far below it. */
const mostBytes = 2_000_000;

export function downloadMap(map: AccessMap): void {
  downloadJson(`${map.title || 'map'}.access-map`, { format: accessMapFormat, version: 1, ...map });
}

/** @throws Error that says where the file is wrong */
export async function readMapFile(file: File): Promise<AccessMap> {
  if (file.size > mostBytes)
    throw new Error(`${file.name} is larger than two megabytes: that is no access map.`);
  let data: unknown;
  try {
    data = JSON.parse(await file.text());
  } catch {
    throw new Error(`${file.name} is no JSON: was it cut short?`);
  }
  try {
    const { format: _, version: __, ...map } = check(accessMapFile, data);
    checkMap(map);
    return map;
  } catch (error) {
    throw isRefusal(error)
      ? new Error(`${file.name} is no access map of this product: ${error.message}`)
      : error;
  }
}
