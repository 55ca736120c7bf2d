/** What the server made of an entry and keeps beside it: the logbook's hash covers that too. */
import { createHash } from 'node:crypto';
import type { FactKind } from '@dormant-beacon/contract';
import type { StoredFact } from './repository.js';

export function derivedOf(kind: FactKind, fact: StoredFact): unknown {
  if (kind === 'scans') return { reader: fact['reader'] ?? null, scan: scanDigest(fact['scan']) };
  if (kind === 'repairs')
    return {
      chance: fact['chance'] ?? null,
      cure: fact['cure'] ?? null,
      faultKind: fact['faultKind'] ?? null,
      faultMode: fact['faultMode'] ?? null,
    };
  return undefined;
}

/** The same for the same scan, in whatever order its parts are written, and whether nothing is left out or null. */
export const scanDigest = (scan: unknown): string =>
  createHash('sha256')
    .update(JSON.stringify(scan, (_name, value: unknown) => inOrder(value)))
    .digest('hex');

function inOrder(value: unknown): unknown {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, own]) => own != null)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );
}
