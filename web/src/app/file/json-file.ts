/** Data as a file of this product on the device: given away, and taken in with what is wrong named by its place. */
import { isRefusal } from '@dormant-beacon/core/refusal';
import { downloadBytes } from './download';

/** The largest thing that is kept in the library stays far below it. */
const mostBytes = 2_000_000;

/** @param name without the ending */
export function downloadJson(name: string, data: unknown): void {
  const text = new TextEncoder().encode(JSON.stringify(data, null, 2));
  downloadBytes(`${name.toLowerCase().replace(/[^a-z0-9.]+/g, '-')}.json`, text, 'application/json');
}

/**
 * @param what such as `circuit`
 * @param read refuses what the data is not
 * @throws Error that says where the file is wrong
 */
export async function readJsonFile<T>(file: File, what: string, read: (data: unknown) => T): Promise<T> {
  if (file.size > mostBytes)
    throw new Error(`${file.name} is larger than two megabytes: that is no ${what}.`);
  let data: unknown;
  try {
    data = JSON.parse(await file.text());
  } catch {
    throw new Error(`${file.name} is no JSON: was it cut short?`);
  }
  try {
    return read(data);
  } catch (error) {
    throw isRefusal(error)
      ? new Error(`${file.name} is no ${what} of this product: ${error.message}`)
      : error;
  }
}
