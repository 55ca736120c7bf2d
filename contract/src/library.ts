/** What the shop has learned and keeps: patterns of its readers, notes on codes, what vehicles' files link. */
import { codeLink } from '@dormant-beacon/core/causes';
import { supersession } from '@dormant-beacon/core/fit';
import { plannedRoute, routeKind, unitSort } from '@dormant-beacon/core/route';
import { codePattern, linePattern, wordPattern } from '@dormant-beacon/core/scans';
import { restraintFile } from '@dormant-beacon/core/restraints';
import { instant } from '@dormant-beacon/core/record';
import * as z from 'zod';

const id = z.uuid();
const line = z.string().trim().min(1).max(200);
const stamp = { id, personId: id, addedAt: instant };

/** A pattern is of a code, of a line, or of a word for a status. */
const eitherPattern = {
  code: codePattern.nullish(),
  line: linePattern.nullish(),
  word: wordPattern.nullish(),
};
const oneOfThem = (pattern: { code?: unknown; line?: unknown; word?: unknown }) =>
  [pattern.code, pattern.line, pattern.word].filter((own) => own != null).length === 1;
const saysOne = { error: 'expected either a code pattern, a line pattern or a word' };

export const addPattern = z.strictObject({ id, ...eitherPattern }).refine(oneOfThem, saysOne);
export type AddPattern = z.infer<typeof addPattern>;
export const pattern = z.strictObject({ ...stamp, ...eitherPattern });
export type Pattern = z.infer<typeof pattern>;
export const patterns = z.strictObject({ patterns: z.array(pattern) });

/** How far a note can be trusted. */
export const credibility = z.enum(['maker-text', 'own-job', 'heard']);

const note = {
  make: line,
  /** Left out, it holds for every model of the make. */
  model: line.nullish(),
  module: line.nullish(),
  code: z.string().trim().min(2).max(20),
  says: line,
  source: line,
  credibility,
  /** A known weakness multiplies the odds of this code's circuit, five times at most; 1 is a mere note. */
  times: z.number().min(1).max(5),
};
export const addCodeNote = z.strictObject({ id, ...note });
export type AddCodeNote = z.infer<typeof addCodeNote>;
export const codeNote = z.strictObject({ ...stamp, ...note });
export type CodeNote = z.infer<typeof codeNote>;

const link = { make: line, model: line, link: codeLink };
export const addCodeLink = z.strictObject({ id, ...link });
export type AddCodeLink = z.infer<typeof addCodeLink>;

/** What repairs ended jobs that began with a code, and how often: proven jobs of this shop. */
export const foundBefore = z.strictObject({
  module: z.string(),
  code: z.string(),
  label: z.string(),
  jobs: z.int(),
});
export type FoundBefore = z.infer<typeof foundBefore>;

export const codeFile = z.strictObject({
  notes: z.array(codeNote),
  links: z.array(z.strictObject({ ...stamp, ...link })),
  found: z.array(foundBefore),
});
export type CodeFile = z.infer<typeof codeFile>;

const ownRestraintFile = { make: line, model: line, file: restraintFile };
export const addRestraintFile = z.strictObject({ id, ...ownRestraintFile });
export type AddRestraintFile = z.infer<typeof addRestraintFile>;
/** The newest restraint file of a model, or null. */
export const restraintFiles = z.strictObject({
  file: z.strictObject({ ...stamp, ...ownRestraintFile }).nullable(),
});
export type RestraintFiles = z.infer<typeof restraintFiles>;

/** How parts of a kind were found, with their counts: eleven of twelve wet inside. */
const partWeakness = {
  make: line,
  model: line.nullish(),
  kind: z.string().trim().min(1).max(80),
  says: line,
  bad: z.int().min(0).max(1_000_000),
  seen: z.int().min(1).max(1_000_000),
  source: line,
};
export const addPartWeakness = z
  .strictObject({ id, ...partWeakness })
  .refine(({ bad, seen }) => bad <= seen, { path: ['bad'], error: 'no more can be bad than were seen' });
export type AddPartWeakness = z.infer<typeof addPartWeakness>;
export const partWeaknesses = z.strictObject({
  weaknesses: z.array(z.strictObject({ ...stamp, ...partWeakness })),
});
export type PartWeaknesses = z.infer<typeof partWeaknesses>;

export const addSupersession = z.strictObject({
  id,
  ...supersession.shape,
  source: line,
});
export type AddSupersession = z.infer<typeof addSupersession>;
/** Many at once, from a list; what stands there already is passed over. */
export const importSupersessions = z.strictObject({
  rows: z.array(supersession).min(1).max(20_000),
  source: line,
});
export type ImportSupersessions = z.infer<typeof importSupersessions>;
export const supersessionsImported = z.strictObject({ added: z.int(), there: z.int() });
/** Rows that speak of a number, directly or through the chain, in both directions. */
export const supersessions = z.strictObject({
  supersessions: z.array(z.strictObject({ ...stamp, ...supersession.shape, source: z.string() })),
});
export type Supersessions = z.infer<typeof supersessions>;

/** What came of each kind of route on each sort of unit in this shop. */
export const routeCounts = z.strictObject({
  counts: z.array(z.strictObject({ sort: unitSort, kind: routeKind, succeeded: z.int(), failed: z.int() })),
});
export type RouteCountRows = z.infer<typeof routeCounts>['counts'];

/** The routes that the shop weighed last for a sort of unit; null where it has weighed none. */
export const routePreset = z.strictObject({ routes: z.array(plannedRoute).nullable() });
export type RoutePreset = z.infer<typeof routePreset>['routes'];

export const added = z.strictObject({ id });
