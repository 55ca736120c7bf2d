/** What a module of a simulated car shows of an input. */
import type { CarParts } from '@dormant-beacon/contract';

export type Live = CarParts['live'][number];

const open = 0xffff;

/** Two bytes of hundredths behind the echo of the request; null where it is open, undefined where nothing was answered. */
export function liveValue(bytes: string | undefined): number | null | undefined {
  const value = bytes?.slice(6) ?? '';
  if (value.length !== 4) return undefined;
  const count = Number.parseInt(value, 16);
  return count === open ? null : count / 100;
}

export const liveRequests = (live: readonly Live[]): { module: string; bytes: string }[] =>
  live.map(({ module, did }) => ({ module, bytes: `22${did}` }));
