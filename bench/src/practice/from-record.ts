/** The car of a practice job as it stands: its hidden fault, and everything that the record says was done since. */
import { linkReader } from '@dormant-beacon/core/coding';
import { readImage } from '@dormant-beacon/core/coding/memory';
import { type JobRecord, standing } from '@dormant-beacon/core/record';
import { fromHex } from '../frames/index.js';
import type { Car } from '../vehicle/index.js';
import { carOf } from './car-of.js';
import type { HiddenCase } from './hidden.js';
import { mend } from './mend.js';
import { surroundingsOfDrive } from './provoke.js';
import { driveHome, driveOut, newStart } from './start.js';
import { mendedBy, replacedModule } from './mended-by.js';
import { writeLine } from './sheet-lines.js';
import { donorMemory, identityOfJob, type ImageFiles, oldMemory, type Unit, unitsOf } from './units.js';

/** Seconds of driving before it came in, and between two entries. */
const before = 20;
const between = 5;
const minuteCountsAs = 30;

/** A job on a simulated car, with what is hidden in it. */
export interface PracticeJob {
  readonly record: JobRecord;
  readonly hidden: HiddenCase;
  /** The memory images that its record names; left out where it has none. */
  readonly images?: ImageFiles;
  /** When it is looked at; left out, at its last entry. */
  readonly now?: string | null;
}

/** The same record gives the same car: nothing of it is kept anywhere else. */
export const carOfRecord = (job: PracticeJob): Car => storyOf(job).car;

/** The car, and the repairs after which less was wrong with it than before: a fuse that blows again is none of them. */
export function storyOf({ record, hidden, images = {}, now = null }: PracticeJob): {
  readonly car: Car;
  readonly mended: ReadonlySet<string>;
} {
  const mended = new Set<string>();
  const identity = identityOfJob(record, images, hidden);
  const units = unitsOf(record, hidden.car);
  const car = carOf(hidden, {
    identity,
    memories: new Map(
      units.flatMap((unit) => {
        const memory = oldMemory(record, images, unit, hidden, identity);
        return memory ? [[unit.module, memory] as const] : [];
      }),
    ),
  });
  car.run(before);
  const unitOf = (codingId: string): Unit | undefined => units.find((own) => own.codingId === codingId);
  const steps = [
    ...standing(record.clearings).map(({ seq }) => ({ seq, act: () => clearAll(car) })),
    ...standing(record.repairs).map((repair) => ({
      seq: repair.seq,
      act: () => {
        const wrong = car.standing.faults.length;
        const module = replacedModule(car.file, repair);
        const unit = units.find((own) => own.module === module);
        if (module === null) mend(car, mendedBy(car.file, repair));
        else car.fit(module, unit ? donorMemory(record, images, unit, hidden) : null);
        car.run(between);
        if (car.standing.faults.length < wrong) mended.add(repair.id);
      },
    })),
    ...standing(record.codingEntries).map(({ seq, codingId, entry }) => ({
      seq,
      act: () => {
        const unit = unitOf(codingId);
        if (unit) writeLine(car, unit, entry, record);
      },
    })),
    ...standing(record.codingImages).map(({ seq, codingId, imageId, role, reader }) => ({
      seq,
      act: () => {
        const [unit, kept] = [unitOf(codingId), images[imageId]];
        if (role !== 'read-back' || reader !== linkReader || !unit || !kept) return;
        // It was written before it was read back.
        for (const { address, bytes } of readImage(kept.file, kept.form))
          car.memoryOf(unit.module)?.put(address, bytes);
        newStart(car, between);
      },
    })),
    ...(hidden.overridden?.fired
      ? [{ seq: hidden.overridden.seq + 0.5, act: () => fire(car, hidden.overridden!.fired!) }]
      : []),
    ...standing(record.exposures).map((exposure) => ({
      seq: exposure.seq,
      act: () => {
        driveOut(car, surroundingsOfDrive(exposure));
        driveHome(car);
      },
    })),
    ...standing(record.scans).map(({ seq }) => ({ seq, act: () => car.run(between) })),
    ...record.safeties.flatMap(({ seq, step, recordedAt }) =>
      step === 'battery-off' || step === 'power-on'
        ? [{ seq, act: () => power(car, step === 'power-on' ? null : secondsSince(record, recordedAt, now)) }]
        : [],
    ),
    ...standing(record.ledgerEntries).map(({ seq, planId, step, as }) => ({
      seq,
      act: () => part(car, plugsOf(record, planId, step), as === 'off'),
    })),
    ...record.temporaries.map(({ seq, kind, where, removes }) => ({
      seq,
      act: () => (kind === 'unplugged' ? part(car, where, removes == null) : undefined),
    })),
  ].sort((a, b) => a.seq - b.seq);
  for (const { act } of steps) act();
  car.run(between);
  return { car, mended };
}

/** A squib that has fired is open from then on. */
function fire(car: Car, element: string): void {
  const { state, faults } = car.standing;
  car.set(state, [...faults, { element, mode: 'open' }]);
  car.run(between);
}

function clearAll(car: Car): void {
  for (const { name } of car.file.modules) car.ask(name, fromHex('14ffffff'));
  car.run(between);
}

/** Off for so many seconds by now; null where it is on again. */
function power(car: Car, deadSeconds: number | null): void {
  const { state } = car.standing;
  car.set({ ...state, deadSeconds });
  if (deadSeconds !== null) return;
  // A fuse that was put in while it was dead blows now, where a short still is behind it.
  const blown = car.blown.map((element) => ({ element, mode: 'open' as const }));
  if (blown.length > 0) car.set(car.standing.state, [...car.standing.faults, ...blown]);
  newStart(car, between);
}

/** A minute at a simulated car counts as thirty. */
function secondsSince({ safeties }: JobRecord, at: string, now: string | null): number {
  const until = now ?? safeties.at(-1)!.recordedAt;
  return (minuteCountsAs * Math.max(0, Date.parse(until) - Date.parse(at))) / 1000;
}

/** The plugs that a step of a way parts, in words. */
const plugsOf = ({ stripPlans }: JobRecord, planId: string, step: string): string =>
  standing(stripPlans)
    .find(({ id }) => id === planId)
    ?.map.steps.find(({ id }) => id === step)
    ?.plugs?.map(({ name }) => name)
    .join(' ') ?? '';

/** By the plugs that its words name. */
function part(car: Car, where: string, open: boolean): void {
  const words = new Set(where.toUpperCase().split(/[^\p{L}\p{N}]+/u));
  const plugs = new Set(
    car.file.circuit.elements.flatMap((element) =>
      'connector' in element && element.connector && words.has(element.connector) ? [element.connector] : [],
    ),
  );
  const { state } = car.standing;
  const now = (state.unplugged ?? []).filter((plug) => !plugs.has(plug));
  car.set({ ...state, unplugged: open ? [...now, ...plugs] : now });
  car.run(between);
}
