/** What the server answers with. */
import {
  instant,
  jobHead,
  jobRecord,
  lensState,
  person,
  stageId,
  vehicleData,
} from '@dormant-beacon/core/record';
import * as z from 'zod';

const id = z.uuid();

export const health = z.strictObject({
  status: z.literal('ok'),
  database: z.literal('ok'),
  /** Nodes of the database’s cluster that are in touch now; left out where it stands alone. */
  members: z.number().int().positive().optional(),
  mode: z.enum(['demo', 'shop']),
});

export const clock = z.strictObject({ now: instant, jumpedAt: instant.nullable() });

/** The job's row in the bays: written with every entry, read without a join over facts. */
export const bay = z.strictObject({
  jobId: id,
  number: z.string(),
  seq: z.int(),
  title: z.string(),
  subtitle: z.string(),
  plate: z.string().nullable(),
  rail: z.array(
    z.strictObject({ kind: z.enum(['beacon', 'complaint']), name: z.string(), state: lensState }),
  ),
  stage: stageId,
  next: z.string(),
  detail: z.string().nullable(),
  waitsFor: z.string().nullable(),
  waitsUntil: instant.nullable(),
  promisedAt: instant.nullable(),
  done: z.boolean(),
});
export type Bay = z.infer<typeof bay>;

export const bays = z.strictObject({ bays: z.array(bay), after: z.string().nullable() });
export type Bays = z.infer<typeof bays>;

/** The people of the shop, those who have left included: their entries stay. */
export const people = z.strictObject({
  people: z.array(
    z.strictObject({
      ...person.shape,
      /** Of someone who is known from another installation’s story: where that was. */
      origin: z.string().nullable(),
    }),
  ),
});
export type People = z.infer<typeof people>['people'];

export const openJob = z.strictObject({
  jobId: id,
  vehicleId: id,
  head: jobHead,
  vehicle: vehicleData,
});
export type OpenJob = z.infer<typeof openJob>;

export const jobOpened = z.strictObject({ jobId: id, number: z.string(), seq: z.int() });

/** The answer to every entry: its place in the job's order. */
export const entered = z.strictObject({ id, seq: z.int(), recordedAt: instant });
export type Entered = z.infer<typeof entered>;

/** The head, and the vehicle where that changes too. */
export const changeHead = z.strictObject({ head: jobHead, vehicle: vehicleData.nullish() });
export type ChangeHead = z.infer<typeof changeHead>;
/** What a stale change collided with. */
export const currentHead = z.strictObject({ head: jobHead, vehicle: vehicleData, revision: z.int() });
export type CurrentHead = z.infer<typeof currentHead>;
export const headChanged = z.strictObject({ revision: z.int(), seq: z.int() });

export const record = jobRecord;

export const logEntry = z.strictObject({
  seq: z.int(),
  personId: id,
  kind: z.string(),
  stage: stageId,
  says: z.string(),
  factId: id.nullable(),
  corrects: id.nullable(),
  withdrawn: z.boolean(),
  /** The device it came from, by its number in the shop; null where it is not known. */
  device: z.int().nullable(),
  observedAt: instant,
  recordedAt: instant,
  hash: z.string(),
  /** What the entry holds, as it was hashed. */
  entry: z.string(),
});
export type LogEntry = z.infer<typeof logEntry>;
export const logbook = z.strictObject({
  entries: z.array(logEntry),
  /** The chain is unbroken, and every fact is what its entry says. */
  whole: z.boolean(),
  /** What is wrong where it is not whole. */
  flaw: z.string().nullable(),
});

const storyParts = {
  format: z.literal('dormant-beacon-job'),
  exportedAt: instant,
  people: z.array(person),
  record,
  reports: z.array(z.strictObject({ scanId: id, text: z.string() })),
  /** What stays behind when a story leaves the shop: pairing data of keys and modules. */
  withheld: z.array(z.string()),
};

/**
 * A job's story, `story.json` in its archive: complete, readable in years to come, and provable by its hashes. The
 * photos lie beside it as `photos/<attachmentId>`, and `signature.json` says whose installation it came from.
 */
export const story = z.strictObject({
  ...storyParts,
  version: z.literal(2),
  /** The name of the shop that exported it. */
  shop: z.string().max(120),
  /** `entry` is the text that `hash` covers, after the hash before it: sha256(previous + entry). */
  logbook: z.array(z.strictObject({ seq: z.int(), entry: z.string(), hash: z.string() })),
  photos: z.array(
    z.strictObject({
      attachmentId: id,
      type: z.string(),
      personId: id,
      sha256: z.string().regex(/^[0-9a-f]{64}$/),
    }),
  ),
});
export type Story = z.infer<typeof story>;

/** Ed25519 over the bytes of `story.json`; key and signature in base64. */
export const storySignature = z.strictObject({
  publicKey: z.string().max(200),
  signature: z.string().max(200),
  /** Digests of the story's parts, and their signature; files of earlier versions have none. */
  parts: z.record(z.string().max(120), z.string().max(64)).optional(),
  partsSignature: z.string().max(200).optional(),
});

/** A story as earlier versions wrote it: one JSON file, unsigned, its photos in base64. */
export const earlierStory = z.strictObject({
  ...storyParts,
  version: z.literal(1),
  logbook: z.array(
    z.strictObject({ seq: z.int(), stage: stageId, says: z.string(), entry: z.string(), hash: z.string() }),
  ),
  photos: z.array(z.strictObject({ attachmentId: id, type: z.string(), personId: id, base64: z.base64() })),
});
export type EarlierStory = z.infer<typeof earlierStory>;

export const storyImported = z.strictObject({ jobId: id, number: z.string(), seq: z.int() });

export const attachmentKept = z.strictObject({
  id,
  type: z.string(),
  width: z.int(),
  height: z.int(),
  bytes: z.int(),
  sha256: z.string(),
});
export type AttachmentKept = z.infer<typeof attachmentKept>;

/** A vehicle that the shop has seen before, with what was known of it last. */
export const vehiclesKnown = z.strictObject({
  vehicles: z.array(
    z.strictObject({
      vehicle: vehicleData,
      lastJob: z.string(),
      lastAt: instant,
      customer: z.string().nullable(),
    }),
  ),
});
export type VehiclesKnown = z.infer<typeof vehiclesKnown>;

/** What an event says: this job has moved on to this entry; `bay` is its row now. */
export const moved = z.strictObject({ jobId: id, seq: z.int(), bay });
export type Moved = z.infer<typeof moved>;

export const reportText = z.strictObject({ text: z.string() });

/** An error as RFC 9457 describes it; `path` names the field, `current` the row that a stale write collided with. */
export const problem = z.strictObject({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string(),
  path: z.string().optional(),
  current: z.unknown().optional(),
});
export type Problem = z.infer<typeof problem>;
