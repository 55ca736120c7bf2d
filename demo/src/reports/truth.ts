/** What a report must be read as, whatever its layout. */
import type { Layout } from './layouts.js';
import { moduleNames, type ReportFact } from './facts.js';

export interface Truth {
  readonly codes: readonly {
    readonly module: string;
    readonly code: string;
    readonly failureType: string | null;
    readonly status: string;
  }[];
  readonly modules: readonly { readonly name: string; readonly reach: string }[];
}

/** A status byte without its stored, pending and failed bits says nothing that our words hold. */
export function truthOf({ language, modules }: ReportFact, { silence }: Layout): Truth {
  const shown = silence ? modules : modules.filter(({ codes }) => codes.length > 0);
  return {
    codes: shown.flatMap(({ module, codes }) =>
      codes.map(({ code, failureType, status }) => ({
        module: moduleNames[module]![language],
        code,
        failureType,
        status,
      })),
    ),
    modules: shown.map(({ module, reach }) => ({ name: moduleNames[module]![language], reach })),
  };
}

/** A name without regard to capitals, since some readers shout, and to a point at its end, where it was cut short. */
export const plainName = (name: string): string => name.toLowerCase().replace(/\.$/, '');

/** A scan in the form of a truth, in one order. */
export function comparable({ codes, modules }: Truth): string[] {
  return [
    ...modules.map(({ name, reach }) => `${plainName(name)}: ${reach}`),
    ...codes.map(
      ({ module, code, failureType, status }) =>
        `${plainName(module)} ${code}${failureType === null ? '' : `-${failureType}`} ${status}`,
    ),
  ].sort();
}
