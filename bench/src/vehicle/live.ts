/** What a module shows of its own inputs, as its reader lists it. */
import { identifiers } from './identity.js';
import type { Measured } from './monitor.js';

export interface LiveValue {
  readonly module: string;
  /** The loop, switch or sensor that it is of. */
  readonly target: string;
  readonly label: string;
  readonly unit: 'Ω' | 'V';
  /** Infinity where it is open. */
  of(at: Measured): number;
}

export const loopValue = (id: string, label: string, module: string): LiveValue => {
  const at = id.toLowerCase();
  return {
    module,
    target: id,
    label,
    unit: 'Ω',
    of: ({ quiet }) => quiet.ohms(`${at}.plus`, `${at}.minus`),
  };
};

export const inputValue = (id: string, label: string, module: string): LiveValue => ({
  module,
  target: id,
  label,
  unit: 'V',
  of: ({ quiet }) => quiet.volts(`${id.toLowerCase()}.in`) ?? Infinity,
});

const open = 0xffff;

/** Two bytes: hundredths, or FFFF where it is open or beyond what two bytes hold. */
export function liveBytes(value: number): Uint8Array {
  const count = Number.isFinite(value) ? Math.min(open - 1, Math.max(0, Math.round(100 * value))) : open;
  return Uint8Array.of(count >> 8, count & 0xff);
}

/** @example liveOf(liveBytes(2.13)) // 2.13; null where it is open */
export function liveOf(bytes: Uint8Array): number | null {
  const count = (bytes[0]! << 8) | bytes[1]!;
  return count === open ? null : count / 100;
}

/** Every live value of a car, with the data identifier under which its module gives it, in hexadecimal. */
export function liveList({
  live,
}: {
  readonly live: readonly LiveValue[];
}): { module: string; did: string; label: string; unit: LiveValue['unit'] }[] {
  const seen = new Map<string, number>();
  return live.map(({ module, label, unit }) => {
    const n = seen.get(module) ?? 0;
    seen.set(module, n + 1);
    return { module, did: (identifiers.firstLive + n).toString(16).padStart(4, '0'), label, unit };
  });
}
