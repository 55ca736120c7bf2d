/** Observations, the facts around them, and the causes that explain them. The one definition of their data. */
import * as z from 'zod';
import { eventKind } from '../event/index.js';
import { batteryVerdict } from '../readings/index.js';
import { comparableScan, scanCode } from '../scans/index.js';

const name = z.string().trim().min(1).max(200);
const moment = z.string().trim().min(4).max(40);

export const observedCode = z.strictObject({
  ...scanCode.partial().shape,
  id: name,
  module: name,
  code: name,
  /** An earlier scan had it, the last one that read its module has not. */
  gone: z.boolean().nullish(),
});
export type ObservedCode = z.infer<typeof observedCode>;

/**
 * A beacon or complaint: it hangs under the cause of the codes that speak of the same thing. A module that does not
 * answer is a finding too, under the cause of its silence.
 */
export const observedBeacon = z.strictObject({
  id: name,
  name,
  kind: z.enum(['beacon', 'complaint', 'silent-module']).nullish(),
  /** Of a module that does not answer. */
  module: name.nullish(),
});

export const givenCause = z.strictObject({
  id: name,
  title: name.nullish(),
  /** −log of its odds, floored above 0; the higher, the less likely. */
  cost: z.number().min(0).max(1e6),
  explains: z.array(name).max(2000),
});

/** What a vehicle's file knows of a module, or of one of its codes. */
export const codeLink = z.strictObject({
  module: name,
  code: name.nullish(),
  supplies: z.array(name).max(50).nullish(),
  grounds: z.array(name).max(50).nullish(),
  networks: z.array(name).max(50).nullish(),
  connectors: z.array(name).max(50).nullish(),
  /** Where the module or its circuit sits: `rear`, `driver door`. */
  places: z.array(name).max(20).nullish(),
});
export type CodeLink = z.infer<typeof codeLink>;

export const ledgerEntry = z.strictObject({
  connector: name,
  unpluggedAt: moment,
  pluggedAt: moment.nullish(),
});

/** A known weakness of the model, or what the shop has seen itself: it raises one cause, within a limit. */
export const weakness = z.strictObject({
  module: name,
  code: name.nullish(),
  says: name,
  source: name,
  times: z.number().min(1).max(5),
});

export const explainRequest = z.strictObject({
  codes: z.array(observedCode).max(5000),
  beacons: z.array(observedBeacon).max(200).nullish(),
  causes: z.array(givenCause).max(500).nullish(),
  event: z
    .strictObject({
      kind: eventKind,
      place: name.nullish(),
      zones: z.array(z.int().min(1).max(12)).nullish(),
      severity: z.enum(['light', 'moderate', 'severe', 'unknown']).nullish(),
    })
    .nullish(),
  battery: z
    .strictObject({
      restingVolts: z.number().min(0).max(100).nullish(),
      verdict: batteryVerdict.nullish(),
    })
    .nullish(),
  ledger: z.array(ledgerEntry).max(2000).nullish(),
  links: z.array(codeLink).max(5000).nullish(),
  working: z
    .array(z.strictObject({ module: name, function: name }))
    .max(500)
    .nullish(),
  earlier: z.array(comparableScan).max(100).nullish(),
  silentModules: z.array(name).max(500).nullish(),
  /** Codes were cleared between the earlier scans and now, by these readers. */
  clears: z
    .array(z.strictObject({ reader: name.nullish() }))
    .max(100)
    .nullish(),
  weaknesses: z.array(weakness).max(500).nullish(),
  /** By the technician: kept whatever it costs, or left out. */
  pinned: z.array(name).max(100).nullish(),
  rejected: z.array(name).max(100).nullish(),
  added: z.array(givenCause).max(100).nullish(),
});
export type ExplainRequest = z.infer<typeof explainRequest>;

export const causeKind = z.enum([
  'given',
  'deployment',
  'impact',
  'low-voltage',
  'unplugged',
  'disturbed',
  'water',
  'supply',
  'ground',
  'network',
  'silent',
  'false-input',
  'circuit',
  'path',
  'internal',
  'clearing',
]);
export type CauseKind = z.infer<typeof causeKind>;
/** What a cause leads to next. */
export type CauseLead = 'basics' | 'trace' | 'make-safe' | 'calibration' | 'explanation';

export interface Cause {
  readonly id: string;
  readonly kind: CauseKind;
  readonly title: string;
  readonly cost: number;
  /** Probability that it is there at all, by the facts, before it is asked what it explains; null where a cost was given. */
  readonly chance: number | null;
  /** Ids of codes and beacons. */
  readonly explains: readonly string[];
  readonly reasons: readonly string[];
  readonly leadsTo: CauseLead;
  /** What to do about it, in a sentence. */
  readonly doNext: string;
  readonly chosen: boolean;
}

/** A chosen cause with the observations that end under it, the one to work on first at the top. */
export interface CauseBranch {
  readonly cause: string;
  readonly observations: readonly string[];
}

export interface Explanation {
  readonly chosen: readonly string[];
  readonly cost: number;
  /** Observations that no cause explains. */
  readonly unexplained: readonly string[];
  readonly optimal: boolean;
  readonly gap: number;
  readonly runnerUp: { readonly chosen: readonly string[]; readonly cost: number } | null;
  readonly causes: readonly Cause[];
  readonly tree: readonly CauseBranch[];
  /** Codes that come and go from scan to scan. */
  readonly unstable: readonly string[];
  /** What nobody explains, with what to do about it: nothing that was seen leads to silence. */
  readonly openEnds: readonly { readonly id: string; readonly leadsTo: CauseLead; readonly doNext: string }[];
}
