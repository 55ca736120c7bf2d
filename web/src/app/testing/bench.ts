/** A bench for specs of pages: a store with a job and a person, and a desk that remembers what was entered. */
import { provideZonelessChangeDetection, signal, type Type } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { Session } from '@dormant-beacon/contract';
import { type JobRecord, noFacts, type Person } from '@dormant-beacon/core/record';
import { readReport } from '@dormant-beacon/core/scans';
import { provideStore, Store } from '@ngrx/store';
import { NEVER } from 'rxjs';
import { ApiProblem, StoreRoom, type WriteRequest } from '../api';
import { PeopleEvents, peopleFeature, shopFeature } from '../session';
import { circuitsFeature, libraryFeature } from '../knowledge';
import { Desk, Undo } from '../entry';
import { JobEvents, jobFeature } from '../job';

export const yuki: Person = { id: 'p', name: 'Yuki Sorensen', initials: 'YS', role: 'technician' };

/** An id as the contract wants it, the same for the same letter. */
export const anId = (letter: string): string =>
  `00000000-0000-4000-8000-${letter.charCodeAt(0).toString(16).padStart(12, '0')}`;

export class FakeDesk {
  readonly savedLater = NEVER;
  readonly pending = signal<readonly WriteRequest[]>([]);
  readonly entered: { kind: string; data: Record<string, unknown>; corrects?: string }[] = [];
  readonly withdrawn: string[] = [];
  /** The entries that may be taken back at once. */
  readonly offered: string[] = [];
  refusal: string | null = null;

  enter(kind: string, data: Record<string, unknown>, corrects?: string | null) {
    if (this.refusal)
      return Promise.resolve({ state: 'refused', problem: new ApiProblem(409, this.refusal) });
    this.entered.push({ kind, data, ...(corrects ? { corrects } : {}) });
    return Promise.resolve({ state: 'saved', answer: { id: 'x', seq: 1, recordedAt: '' } });
  }

  readonly opened: { head: unknown; vehicle: unknown }[] = [];
  readonly heads: { seen: number; head: Record<string, unknown>; vehicle: Record<string, unknown> }[] = [];
  /** What the next change of a head collides with. */
  current: unknown = undefined;

  openJob(head: unknown, vehicle: unknown) {
    this.opened.push({ head, vehicle });
    return Promise.resolve({ jobId: 'new', sent: { state: 'saved', answer: { number: 'J-0148' } } });
  }

  changeHead(seen: number, head: Record<string, unknown>, vehicle: Record<string, unknown>) {
    if (this.current !== undefined) {
      const problem = new ApiProblem(409, 'Someone else has changed this job.', undefined, this.current);
      this.current = undefined;
      return Promise.resolve({ state: 'refused', problem });
    }
    this.heads.push({ seen, head, vehicle });
    return Promise.resolve({ state: 'saved', answer: { revision: seen + 1, seq: 2 } });
  }

  confirm(data: Record<string, unknown>) {
    return this.enter('safeties', data);
  }

  enterReading(data: Record<string, unknown>) {
    return this.enter('readings', data);
  }

  readonly withdrawnIn: (string | undefined)[] = [];

  withdraw(id: string, jobId?: string) {
    if (this.refusal)
      return Promise.resolve({ state: 'refused', problem: new ApiProblem(409, this.refusal) });
    this.withdrawn.push(id);
    this.withdrawnIn.push(jobId);
    return Promise.resolve({ state: 'saved', answer: { id: 'x', seq: 1, recordedAt: '' } });
  }
}

/** Drafts in memory, so that one spec finds nothing of another. */
export class FakeStoreRoom {
  readonly drafts = new Map<string, string>();
  draft = (name: string) => Promise.resolve(this.drafts.get(name) ?? '');
  saveDraft(name: string, text: string): Promise<void> {
    if (text === '') this.drafts.delete(name);
    else this.drafts.set(name, text);
    return Promise.resolve();
  }
}

/** A session in which a person works. */
export const sessionOf = (person: Person | null, more: Partial<Session> = {}): Session => ({
  person,
  mustChange: false,
  hasPin: true,
  mode: 'shop',
  here: [],
  shop: '',
  demoAccounts: [],
  ...more,
});

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
export const scanFact = (id: string, kind: 'baseline' | 'interim' | 'final', text: string) =>
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
    ...noFacts(),
    ...more,
  } as JobRecord;
}

export interface Bench<C> {
  readonly fixture: ComponentFixture<C>;
  readonly desk: FakeDesk;
  readonly storeRoom: FakeStoreRoom;
  readonly store: Store;
  readonly page: HTMLElement;
  text(): string;
  /** Presses what carries that text, and waits. */
  press(text: string): Promise<void>;
  /** The field whose label holds that text; `nth` of several. */
  field(label: string, nth?: number): HTMLInputElement | HTMLTextAreaElement;
  fill(label: string, value: string, nth?: number): Promise<void>;
  /** Chooses one of a list that opens, by the words above it and its own. */
  pick(label: string, answer: string): Promise<void>;
}

/** Puts a page on the bench with a record. */
export async function benchFor<C>(
  component: Type<C>,
  record: JobRecord,
  inputs: Record<string, unknown> = {},
  drafts: Record<string, string> = {},
): Promise<Bench<C>> {
  const desk = new FakeDesk();
  const storeRoom = new FakeStoreRoom();
  for (const [name, text] of Object.entries(drafts)) storeRoom.drafts.set(name, text);
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideRouter([{ path: '**', children: [] }]),
      provideStore({
        [jobFeature.name]: jobFeature.reducer,
        [peopleFeature.name]: peopleFeature.reducer,
        [shopFeature.name]: shopFeature.reducer,
        [libraryFeature.name]: libraryFeature.reducer,
        [circuitsFeature.name]: circuitsFeature.reducer,
      }),
      { provide: Desk, useValue: desk },
      { provide: Undo, useValue: { offer: (id: string) => desk.offered.push(id) } },
      { provide: StoreRoom, useValue: storeRoom },
    ],
  });
  const store = TestBed.inject(Store);
  store.dispatch(PeopleEvents.loaded({ people: [yuki] }));
  store.dispatch(PeopleEvents.sessionKnown({ session: sessionOf(yuki) }));
  store.dispatch(JobEvents.opened({ jobId: record.id }));
  store.dispatch(JobEvents.loaded({ record }));
  const fixture = TestBed.createComponent(component);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  const text = () => page.textContent.replace(/\s+/g, ' ');
  const press = async (wanted: string) => {
    // What lies over the page too: a dialog, a menu.
    const over = document.querySelector('.cdk-overlay-container');
    const all = [page, over].flatMap((one) => [
      ...(one?.querySelectorAll<HTMLElement>('button, label, a') ?? []),
    ]);
    const found = all.filter((element) => element.textContent.replace(/\s+/g, ' ').trim() === wanted);
    if (found.length === 0) throw new Error(`nothing says “${wanted}” in: ${text()}`);
    (found[0]!.querySelector('input') ?? found[0]!).click();
    await fixture.whenStable();
  };
  const field = (label: string, nth = 0) => {
    const found = [...page.querySelectorAll('label')].filter((element) =>
      element.textContent.includes(label),
    );
    if (!found[nth]) throw new Error(`no field “${label}” in: ${text()}`);
    return (found[nth].control ?? found[nth].querySelector('input, textarea')) as
      HTMLInputElement | HTMLTextAreaElement;
  };
  const fill = async (label: string, value: string, nth = 0) => {
    field(label, nth).value = value;
    field(label, nth).dispatchEvent(new Event('input'));
    await fixture.whenStable();
  };
  const pick = async (label: string, answer: string) => {
    const own = [...page.querySelectorAll('db-pick')].find(
      (one) => one.querySelector('.question')!.textContent === label,
    )!;
    own.querySelector<HTMLElement>('mat-select')!.click();
    await fixture.whenStable();
    [...document.querySelectorAll<HTMLElement>('mat-option')]
      .find((option) => option.textContent.trim() === answer)!
      .click();
    await fixture.whenStable();
  };
  return { fixture, desk, storeRoom, store, page, text, press, field, fill, pick };
}

/** Waits until something is on the page that a worker has to bring. */
export async function shown(bench: Bench<unknown>, selector: string): Promise<void> {
  for (let n = 0; n < 400 && bench.page.querySelector(selector) === null; n++) {
    await new Promise((resolve) => setTimeout(resolve, 25));
    await bench.fixture.whenStable();
  }
}
