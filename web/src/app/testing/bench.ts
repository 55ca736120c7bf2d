/** A bench for specs of pages: a store with a job and a person, and a desk that remembers what was entered. */
import { provideZonelessChangeDetection, type Type } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { JobRecord, Person } from '@dormant-beacon/core/job';
import { readReport } from '@dormant-beacon/core/scans';
import { provideStore, Store } from '@ngrx/store';
import { ApiProblem } from '../api/client';
import { PeopleEvents, peopleFeature } from '../people/people.state';
import { Desk } from '../shell/desk';
import { JobEvents, jobFeature } from '../shell/job.state';

export const yuki: Person = { id: 'p', name: 'Yuki Sorensen', initials: 'YS', role: 'technician' };

export class FakeDesk {
  readonly entered: { kind: string; data: Record<string, unknown> }[] = [];
  readonly withdrawn: string[] = [];
  refusal: string | null = null;

  enter(kind: string, data: Record<string, unknown>) {
    if (this.refusal)
      return Promise.resolve({ state: 'refused', problem: new ApiProblem(409, this.refusal) });
    this.entered.push({ kind, data });
    return Promise.resolve({ state: 'saved', answer: { id: 'x', seq: 1, recordedAt: '' } });
  }

  enterReading(data: Record<string, unknown>) {
    return this.enter('readings', data);
  }

  withdraw(id: string) {
    this.withdrawn.push(id);
    return Promise.resolve({ state: 'saved', answer: { id: 'x', seq: 1, recordedAt: '' } });
  }
}

let seq = 0;
/** A fact with its stamp. */
export const fact = <D extends object>(id: string, data: D) => ({
  id,
  seq: ++seq,
  personId: 'p',
  observedAt: '2026-11-17T08:00:00Z',
  recordedAt: '2026-11-17T08:00:00Z',
  corrects: null,
  withdrawn: false,
  ...data,
});

export const flap = {
  kind: 'beacon',
  name: 'Charge flap open',
  seen: 'comes-and-goes',
  thereBefore: 'no',
  conditions: ['cold'],
  shown: 6,
  exposures: 20,
} as const;
export const scanFact = (id: string, kind: 'baseline' | 'final', text: string) =>
  fact(id, { kind, reader: 'ODDLIGHT R2', scan: readReport(text) });

export function recordOf(more: Partial<Record<keyof JobRecord, unknown>> = {}): JobRecord {
  return {
    id: 'job',
    number: 'J-0145',
    seq: 50,
    revision: 1,
    openedAt: '2026-11-17T08:00:00Z',
    head: { event: 'wear', customerWords: 'It will not charge.' },
    vehicle: { make: 'Corvane', model: 'Lumen', odometerKm: 38412 },
    beacons: [],
    scans: [],
    waivers: [],
    traces: [],
    readings: [],
    repairs: [],
    clearings: [],
    exposures: [],
    codeEnds: [],
    notes: [],
    handBacks: [],
    ...more,
  } as JobRecord;
}

export interface Bench<C> {
  readonly fixture: ComponentFixture<C>;
  readonly desk: FakeDesk;
  readonly store: Store;
  readonly page: HTMLElement;
  text(): string;
  /** Presses what carries that text, and waits. */
  press(text: string): Promise<void>;
  fill(label: string, value: string): Promise<void>;
}

/** Puts a page on the bench with a record. */
export async function benchFor<C>(
  component: Type<C>,
  record: JobRecord,
  inputs: Record<string, unknown> = {},
): Promise<Bench<C>> {
  const desk = new FakeDesk();
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideRouter([]),
      provideStore({ [jobFeature.name]: jobFeature.reducer, [peopleFeature.name]: peopleFeature.reducer }),
      { provide: Desk, useValue: desk },
    ],
  });
  const store = TestBed.inject(Store);
  store.dispatch(PeopleEvents.loaded({ people: [yuki] }));
  store.dispatch(PeopleEvents.personPicked({ personId: 'p' }));
  store.dispatch(JobEvents.opened({ jobId: record.id }));
  store.dispatch(JobEvents.loaded({ record }));
  const fixture = TestBed.createComponent(component);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  const text = () => page.textContent.replace(/\s+/g, ' ');
  const press = async (wanted: string) => {
    const found = [...page.querySelectorAll<HTMLElement>('button, label, a')].filter(
      (element) => element.textContent.replace(/\s+/g, ' ').trim() === wanted,
    );
    if (found.length === 0) throw new Error(`nothing says “${wanted}” in: ${text()}`);
    (found[0]!.querySelector('input') ?? found[0]!).click();
    await fixture.whenStable();
  };
  const fill = async (label: string, value: string) => {
    const found = [...page.querySelectorAll('label')].find((element) => element.textContent.includes(label));
    const field = found!.querySelector<HTMLInputElement | HTMLTextAreaElement>('input, textarea')!;
    field.value = value;
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
  };
  return { fixture, desk, store, page, text, press, fill };
}
