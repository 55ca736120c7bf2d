/** A job's record told step by step, for specs: each step is a fact a minute after the last. */
import { assessJob } from '../stages/index.js';
import { caseOf, type FactList, type JobRecord, noFacts, openTraces } from '../record/index.js';
import { readReport } from '../scans/index.js';
import { nextTests } from '../trace/index.js';

export class Story {
  private now = Date.parse('2026-11-17T08:00:00Z');
  record: JobRecord = {
    id: uuid(900),
    number: 'J-0145',
    seq: 0,
    revision: 1,
    openedAt: '2026-11-17T08:00:00Z',
    head: { event: 'wear' },
    vehicle: { make: 'Corvane', model: 'Lumen' },
    ...noFacts(),
  };

  /** Enters a fact and returns its id. */
  enter(kind: FactList, data: object, corrects: string | null = null, withdrawn = false): string {
    const seq = this.record.seq + 1;
    this.now += 60_000;
    const at = new Date(this.now).toISOString();
    const fact = {
      id: uuid(seq),
      seq,
      personId: uuid(999),
      observedAt: at,
      recordedAt: at,
      corrects,
      withdrawn,
      ...data,
    };
    this.record = { ...this.record, seq, [kind]: [...this.record[kind], fact] };
    return fact.id;
  }

  scan(kind: 'baseline' | 'interim' | 'final', text: string): string {
    return this.enter('scans', { kind, scan: readReport(text) });
  }

  later(minutes: number): this {
    this.now += minutes * 60_000;
    return this;
  }

  assess() {
    const plans = new Map(
      openTraces(this.record).map((trace) => [trace.id, nextTests(caseOf(this.record, trace))]),
    );
    return assessJob(this.record, plans);
  }

  get next() {
    return this.assess().next;
  }

  stage(id: string) {
    return this.assess().stages.find((stage) => stage.id === id)!;
  }
}

export const flap = {
  kind: 'beacon',
  name: 'Charge flap open',
  seen: 'comes-and-goes',
  thereBefore: 'no',
  conditions: ['cold'],
  shown: 6,
  exposures: 20,
};
export const drive = {
  shown: false,
  coldStart: true,
  conditions: ['cold'],
  bulbCheck: 'passed',
  monitorRan: true,
  reportedBy: 'technician',
};

function uuid(n: number): string {
  return `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
}

/** A battery that is well: 12.7 V after a night, 580 A of 640 A. */
export const goodBattery = {
  type: 'flooded',
  restingVolts: 12.7,
  restHours: 10,
  ratedAmps: 640,
  ratedStandard: 'EN',
  measuredAmps: 580,
  measuredStandard: 'EN',
} as const;
