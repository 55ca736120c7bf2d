/** The made-up shop, and the means to tell its jobs as a person would enter them. */
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { type FactData, type FactKind, imagePieceBytes } from '@dormant-beacon/contract';
import type { JobHead, Person, VehicleData } from '@dormant-beacon/core/record';

/** One write, ready to be sent. */
export interface Call {
  readonly path: string;
  readonly personId: string;
  readonly key: string;
  readonly body: Record<string, unknown>;
  /** Of a file that is kept in pieces: sent as it is, in place of the body. */
  readonly bytes?: Uint8Array;
}

let made = 0;
/** The next id of the demo: the same each time it is loaded. */
export function madeId(): string {
  made += 1;
  return `01950000-0000-7000-8000-${made.toString(16).padStart(12, '0')}`;
}

const person = (name: string, initials: string, role: Person['role']): Person => ({
  id: madeId(),
  name,
  initials,
  role,
});

export const ines = person('Ines Okafor', 'IO', 'lead');
export const tomas = person('Tomas Brandt', 'TB', 'technician');
export const yuki = person('Yuki Sorensen', 'YS', 'technician');
export const pell = person('Pell Adair', 'PA', 'desk');
export const remy = person('Remy', 'R', 'learner');
export const people: readonly Person[] = [ines, tomas, yuki, pell, remy];

/** How the people of the demo sign in: nothing here is a secret. */
export const accounts: readonly {
  readonly person: Person;
  readonly password: string;
  readonly pin: string;
}[] = [
  { person: ines, password: 'lantern for the lead', pin: '7301' },
  { person: tomas, password: 'lantern for tomas', pin: '7302' },
  { person: yuki, password: 'lantern for yuki', pin: '7303' },
  { person: pell, password: 'lantern for the desk', pin: '7304' },
  { person: remy, password: 'lantern for learning', pin: '7305' },
];

/** One account a role, shown on the demo's sign-in page. */
export const shownAccounts = accounts
  .filter(({ person }) => person !== tomas)
  .map(({ person, password, pin }) => ({
    personId: person.id,
    name: person.name,
    role: person.role,
    password,
    pin,
  }));

/** Five looks that found nothing. */
export const nothingFound = {
  smell: 'clear',
  harness: 'clear',
  hanging: 'clear',
  wet: 'clear',
  cabin: 'clear',
} as const;

/** A battery that is well, after a night's rest. */
export const goodBattery = {
  type: 'agm',
  restingVolts: 12.78,
  restHours: 12,
  celsius: 14,
  ratedAmps: 720,
  ratedStandard: 'EN',
  measuredAmps: 668,
  measuredStandard: 'EN',
} as const;

/** A job told step by step. Days count back from the day on which the demo is loaded. */
export class JobStory {
  readonly calls: Call[] = [];
  private readonly jobId = madeId();

  constructor(
    readonly number: number,
    private readonly now: Date,
    head: Omit<JobHead, 'promisedAt'> & { promised: readonly [day: number, time: string] | null },
    vehicle: VehicleData,
  ) {
    const { promised, ...rest } = head;
    this.calls.push({
      path: '/api/jobs',
      personId: pell.id,
      key: madeId(),
      body: {
        jobId: this.jobId,
        vehicleId: madeId(),
        vehicle,
        head: { ...rest, promisedAt: promised && this.at(promised[0], promised[1]) },
      },
    });
  }

  /** Enters a fact and returns its id. `day` counts from today: -3 is three days ago. */
  enter<K extends FactKind>(
    kind: K,
    by: Person,
    [day, time]: readonly [day: number, time: string],
    data: FactData<K>,
  ): string {
    const id = madeId();
    this.calls.push({
      path: `/api/jobs/${this.jobId}/${kind}`,
      personId: by.id,
      key: madeId(),
      body: { id, observedAt: this.at(day, time), data },
    });
    return id;
  }

  /** Keeps the file of a memory image, and returns the id under which it is kept. */
  keepFile(by: Person, file: Uint8Array): string {
    const imageId = madeId();
    for (let piece = 0; piece * imagePieceBytes < file.length; piece++)
      this.calls.push({
        path: `/api/jobs/${this.jobId}/images/${imageId}/${piece}`,
        personId: by.id,
        key: madeId(),
        body: {},
        bytes: file.subarray(piece * imagePieceBytes, (piece + 1) * imagePieceBytes),
      });
    return imageId;
  }

  private at(day: number, time: string): string {
    const [hours = 0, minutes = 0] = time.split(':').map(Number);
    const moment = new Date(this.now);
    moment.setDate(moment.getDate() + day);
    moment.setHours(hours, minutes, 0, 0);
    return moment.toISOString();
  }
}

/** A report from `demo/reports/`. */
export function report(name: string): string {
  return readFileSync(fileURLToPath(new URL(`../reports/${name}.txt`, import.meta.url)), 'utf8');
}
