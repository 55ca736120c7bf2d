/** A job's record as a question for its causes: what was seen before anything was cleared, and what is known. */
import { type CodeLink, type ExplainRequest } from '../causes/index.js';
import { writeCode } from '../codes/index.js';
import { codeKey, type ScanCode, ScanIndex, withNamesOf } from '../scans/index.js';
import { batteryOf } from './basics.js';
import type { Judgement, JobRecord, ScanFact } from './schema.js';
import { originOf, standing } from './standing.js';

/** What the shop knows of this vehicle, beside the job's own record. */
export interface VehicleFile {
  readonly links: readonly CodeLink[];
  readonly weaknesses: NonNullable<ExplainRequest['weaknesses']>;
}

/** Scans from before the first clearing, oldest first: those that a cause has to explain. */
export function scansToExplain(record: JobRecord): ScanFact[] {
  const cleared = standing(record.clearings)[0]?.seq ?? Infinity;
  return standing(record.scans).filter(
    ({ seq, kind }) => seq < cleared && (kind === 'baseline' || kind === 'interim'),
  );
}

/** One code's id among the observations: its module, code and failure type. */
export const observationId = (code: Pick<ScanCode, 'module' | 'code' | 'failureType'>): string =>
  `${code.module} ${writeCode(code)}`;

/**
 * Every code that any scan before the clearing had, once; the beacons that stand; the facts of the head, battery
 * and basics; and what the technician has pinned, rejected or added.
 */
export function explainRequestOf(record: JobRecord, file?: VehicleFile): ExplainRequest {
  const read = scansToExplain(record).map(({ scan }) => scan);
  const scans = read.map((scan) => withNamesOf(read[0]!, scan));
  const codes = new Map<string, ExplainRequest['codes'][number]>();
  for (const scan of scans)
    for (const code of scan.codes) {
      const id = observationId(code);
      const known = codes.get(id);
      if (!known || code.status === 'active') codes.set(id, { ...code, id });
    }
  const last = scans.at(-1);
  const now = last ? new ScanIndex(last) : null;
  // What an earlier scan had and the last one, which read its module, has not: it may come and go.
  for (const [id, code] of codes)
    if (now && !now.has(codeKey(code)) && now.answered(code.module)) codes.set(id, { ...code, gone: true });
  const silent = (last?.modules ?? []).filter(({ reach }) => reach === 'silent' || reach === 'timed-out');
  const battery = batteryOf(record);
  const reading = standing(record.batteries).at(-1);
  const judged = lastJudgements(record);
  const rejected = judged.filter(({ decision }) => decision === 'reject').map(({ causeId }) => causeId);
  return {
    codes: [...codes.values()],
    beacons: [
      ...standing(record.beacons).map((beacon) => ({
        id: originOf(record.beacons, beacon),
        name: beacon.name,
        kind: beacon.kind,
      })),
      ...silent.map(({ name }) => ({
        id: silentId(name),
        name: `${name} does not answer`,
        kind: 'silent-module' as const,
        module: name,
      })),
    ],
    event: eventOf(record),
    ...(battery && reading
      ? { battery: { restingVolts: reading.restingVolts, verdict: battery.verdict } }
      : {}),
    ...(scans.length > 1 ? { earlier: scans.slice(0, -1) } : {}),
    silentModules: silent.map(({ name }) => name),
    working: standing(record.workings).map(({ module, function: works }) => ({ module, function: works })),
    links: [...(file?.links ?? [])],
    weaknesses: [...(file?.weaknesses ?? [])],
    pinned: judged.filter(({ decision }) => decision === 'pin').map(({ causeId }) => causeId),
    rejected,
    // A cause of one's own stands until it is ruled out, and again when it is considered anew.
    added: ownCauses(record).map(({ causeId, title, explains }) => ({
      id: causeId,
      title: title ?? causeId,
      cost: 0.05,
      explains: (explains ?? []).filter(
        (id) => codes.has(id) || record.beacons.some((beacon) => beacon.id === id),
      ),
    })),
  };
}

/** The id of the finding that a module does not answer. */
export const silentId = (module: string): string => `silent ${module}`;

/** What happened to the car, and where: the place of the water or of the earlier work, the hours of a hit. */
function eventOf({ head }: JobRecord): NonNullable<ExplainRequest['event']> {
  const { event: kind, eventDetails, eventNote } = head;
  const place = kind === 'water' ? eventDetails?.waterPlace : kind === 'earlier-repair' ? eventNote : null;
  return {
    kind,
    place: place || null,
    ...(kind === 'collision'
      ? { zones: eventDetails?.zones ?? [], severity: eventDetails?.severity ?? null }
      : {}),
  };
}

/** The last judgement of each cause that stands. */
export function lastJudgements(record: JobRecord): Judgement[] {
  return [...new Map(standing(record.judgements).map((one) => [one.causeId, one])).values()];
}

/** Causes that the technician added, as they were last put. */
export function ownCauses(record: JobRecord): Judgement[] {
  const added = standing(record.judgements).filter(({ decision }) => decision === 'add');
  return [...new Map(added.map((one) => [one.causeId, one])).values()];
}
