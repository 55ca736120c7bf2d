import { ChangeDetectionStrategy, Component, input, provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { idempotencyHeader, seenHeader } from '@dormant-beacon/contract/headers';
import { provideStore, Store } from '@ngrx/store';
import * as z from 'zod';
import { ApiProblem, type Sent, StoreRoom } from '../api';
import { PeopleEvents, peopleFeature } from '../session';
import { JobEvents, jobFeature } from '../job';
import { FakeStoreRoom, recordOf, sessionOf, yuki } from '../testing/bench';
import { ChoiceOne } from './choices';
import { Entry } from './entry';
import { entryForm, plainWords, type Stamp } from './entry-form';
import { field, fieldFrom, type Trouble, trouble } from './field';
import { TextField } from './text-field';

/** What the form sends to, and what that answers. */
class Wire {
  readonly sent: { volts: number; stamp: Stamp; ids: string[] }[] = [];
  answers: (Sent<unknown> | Promise<Sent<unknown>>)[] = [];
  /** How many entries it makes of the form. */
  makes = 3;
  enter = (data: { volts: number }, stamp: Stamp): Promise<Sent<unknown>> => {
    this.sent.push({ ...data, stamp, ids: Array.from({ length: this.makes }, (_, n) => stamp.of(n).id) });
    return Promise.resolve(this.answers.shift() ?? { state: 'saved', answer: null });
  };
}
let wire: Wire;

@Component({
  selector: 'db-probe',
  imports: [ChoiceOne, Entry, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main><h1>What comes next</h1></main>
    <db-entry [form]="form">
      <db-text label="Volts" [field]="volts" />
      <db-choice question="Where" [choices]="places" [field]="place" />
      @if (form.problem(); as says) {
        <p class="problem" role="alert">{{ says }}</p>
      }
      <button type="submit">Enter</button>
    </db-entry>
  `,
})
class Probe {
  readonly known = input('');
  readonly places = [{ value: 'clamps', label: 'at the clamps' }];
  readonly volts = fieldFrom(() => this.known());
  readonly place = field('');
  readonly form = entryForm(
    { volts: this.volts, place: this.place },
    {
      draft: () => 'probe',
      schema: z.object({ volts: z.number().max(60) }),
      read: (): { volts: number } | Trouble => {
        if (this.volts() === '') return trouble(this.volts, 'Type the volts.');
        if (this.place() === '') return trouble(this.place, 'Say where.');
        if (this.volts() === '13') return trouble(null, 'It is an unlucky day.');
        return { volts: Number(this.volts()) };
      },
      enter: (data, stamp) => wire.enter(data, stamp),
    },
  );
}

describe('entryForm', () => {
  let room: FakeStoreRoom;

  async function open() {
    const fixture = TestBed.createComponent(Probe);
    document.body.append(fixture.nativeElement as HTMLElement);
    await fixture.whenStable();
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const volts = page.querySelector('input')!;
    const type = async (text: string) => {
      volts.value = text;
      volts.dispatchEvent(new Event('input'));
      await fixture.whenStable();
    };
    const press = (selector: string) => page.querySelector<HTMLElement>(selector)!.click();
    const settle = async () => {
      await fixture.whenStable();
      await new Promise((resolve) => setTimeout(resolve));
      await fixture.whenStable();
    };
    return { fixture, page, volts, type, press, settle, probe: fixture.componentInstance };
  }
  const enter = 'button[type=submit]';
  const clamps = 'mat-button-toggle button';

  /** A page on a device that keeps this. */
  const begin = (kept: FakeStoreRoom) => {
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [peopleFeature.name]: peopleFeature.reducer, [jobFeature.name]: jobFeature.reducer }),
        { provide: StoreRoom, useValue: (room = kept) },
      ],
    });
    TestBed.inject(Store).dispatch(PeopleEvents.sessionKnown({ session: sessionOf(yuki) }));
  };
  beforeEach(() => {
    wire = new Wire();
    begin(new FakeStoreRoom());
  });
  afterEach(() => document.querySelector('db-probe')?.remove());

  it('says at the first field what is wrong, puts the focus there, and says it no more once it is put right', async () => {
    const { page, volts, type, press, settle } = await open();
    expect(page.textContent).not.toContain('Type the volts.');
    press(enter);
    await settle();
    expect(page.querySelector('mat-error')!.textContent).toBe('Type the volts.');
    expect([volts.getAttribute('aria-invalid'), document.activeElement]).toEqual(['true', volts]);
    await type('12.6');
    expect(page.querySelector('mat-error')).toBeNull();
    expect(page.querySelector('.wrong')!.textContent).toBe('Say where.');
    press(clamps);
    await settle();
    expect(page.querySelector('.wrong')).toBeNull();
    expect(wire.sent).toEqual([]);
  });

  it('says below the fields what is about none of them, and what the schema refuses', async () => {
    const { page, type, press, settle } = await open();
    await type('13');
    press(clamps);
    press(enter);
    await settle();
    expect(page.querySelector('.problem')!.textContent).toBe('It is an unlucky day.');
    expect(document.activeElement).toBe(page.querySelector('.problem'));
    await type('600');
    press(enter);
    await settle();
    expect(page.querySelector('mat-error')!.textContent).toBe('Expected a number of at most 60, got 600');
    expect(wire.sent).toEqual([]);
  });

  it('is entered once however often it is tapped, is busy meanwhile, and begins anew after it', async () => {
    const { page, type, press, settle, probe } = await open();
    let answer: (sent: Sent<unknown>) => void = () => undefined;
    wire.answers = [new Promise((resolve) => (answer = resolve))];
    await type('12.6');
    press(clamps);
    for (let n = 0; n < 5; n++) press(enter);
    await settle();
    expect(wire.sent.length).toBe(1);
    expect(page.querySelector('form')!.getAttribute('aria-busy')).toBe('true');
    answer({ state: 'saved', answer: null });
    await settle();
    await settle();
    expect([probe.volts(), probe.place(), probe.form.busy()]).toEqual(['', '', false]);
    expect([...room.drafts]).toEqual([]);
    await type('12.4');
    press(clamps);
    press(enter);
    await settle();
    expect(new Set(wire.sent.map(({ stamp }) => stamp.id)).size).toBe(2);
  });

  it('is the same entry when it is loaded again before its answer came', async () => {
    const first = await open();
    wire.answers = [new Promise(() => undefined)];
    await first.type('12.6');
    first.press(clamps);
    first.press(enter);
    await first.settle();
    first.fixture.destroy();
    TestBed.resetTestingModule();
    begin(room);
    const second = await open();
    expect(second.probe.volts()).toBe('12.6');
    second.press(enter);
    await second.settle();
    const [one, other] = wire.sent.map(({ stamp: { id, observedAt } }) => ({ id, observedAt }));
    expect(other).toEqual(one!);
  });

  /** A form that was filled and pressed, and the answers that it and the next one wait for. */
  const beingEntered = async () => {
    const answers: ((sent: Sent<unknown>) => void)[] = [];
    wire.answers = [1, 2].map(() => new Promise((resolve) => answers.push(resolve)));
    const first = await open();
    await first.type('12.6');
    first.press(clamps);
    first.press(enter);
    await first.settle();
    return { first, answers };
  };

  it('is another one where it is made anew on the same page before the answer came', async () => {
    const { first, answers } = await beingEntered();
    const second = await open();
    first.fixture.destroy();
    answers[0]!({ state: 'saved', answer: null });
    await second.settle();
    await second.settle();
    expect([second.probe.volts(), [...room.drafts]]).toEqual(['', []]);
    await second.type('12.6');
    second.press(clamps);
    second.press(enter);
    await second.settle();
    expect(new Set(wire.sent.map(({ stamp }) => stamp.id)).size).toBe(2);
  });

  it('keeps what was typed into it while the one before was being entered, and finds that one again where it was refused', async () => {
    const { first, answers } = await beingEntered();
    const second = await open();
    first.fixture.destroy();
    await second.type('12.4');
    answers[0]!({ state: 'saved', answer: null });
    await second.settle();
    await second.settle();
    expect([second.probe.volts(), [...room.drafts.values()].join()]).toEqual([
      '12.4',
      jasmine.stringContaining('12.4'),
    ]);
    second.press(clamps);
    second.press(enter);
    await second.settle();
    const third = await open();
    answers[1]!({ state: 'refused', problem: new ApiProblem(409, 'Not now.') });
    await third.settle();
    await third.settle();
    expect(third.probe.volts()).toBe('12.4');
  });

  it('says why it was refused until something is changed, and takes a new id where the old one was used', async () => {
    const { page, type, press, settle } = await open();
    const refused = (problem: ApiProblem): Sent<unknown> => ({ state: 'refused', problem });
    wire.answers = [
      refused(new ApiProblem(409, 'Not while the car is live.')),
      refused(new ApiProblem(422, 'Used.', idempotencyHeader)),
    ];
    await type('12.6');
    press(clamps);
    press(enter);
    await settle();
    expect(page.querySelector('.problem')!.textContent).toBe('Not while the car is live.');
    await type('12.5');
    expect(page.querySelector('.problem')).toBeNull();
    press(enter);
    await settle();
    expect(page.querySelector('.problem')!.textContent).toContain('entered before, with other words');
    press(enter);
    await settle();
    const ids = wire.sent.map(({ stamp }) => stamp.id);
    expect([ids[0] === ids[1], ids[1] === ids[2]]).toEqual([true, false]);
  });

  it('shows at its field what the server found wrong there', async () => {
    const { page, volts, type, press, settle } = await open();
    wire.answers = [
      { state: 'refused', problem: new ApiProblem(422, 'data.volts: too many for a car', 'data.volts') },
      { state: 'refused', problem: new ApiProblem(422, 'data.other: is odd', 'data.other') },
    ];
    await type('59');
    press(clamps);
    press(enter);
    await settle();
    expect(page.querySelector('mat-error')!.textContent).toBe('Too many for a car');
    expect(document.activeElement).toBe(volts);
    await type('12');
    expect(page.querySelector('mat-error')).toBeNull();
    press(enter);
    await settle();
    expect(page.querySelector('.problem')!.textContent).toBe('Is odd');
  });

  it('tells what was on the page when it was begun, and no more once somebody means it', async () => {
    const { type, press, settle } = await open();
    const store = TestBed.inject(Store);
    store.dispatch(JobEvents.opened({ jobId: 'job' }));
    store.dispatch(JobEvents.loaded({ record: recordOf({}) }));
    await type('12.6');
    store.dispatch(JobEvents.loaded({ record: { ...recordOf({}), seq: 57 } }));
    press(clamps);
    const meanwhile = new ApiProblem(409, 'This was entered meanwhile.', seenHeader);
    wire.answers = [{ state: 'refused', problem: meanwhile }];
    press(enter);
    await settle();
    press(enter);
    await settle();
    expect(wire.sent.map(({ stamp }) => stamp.seenEntry)).toEqual([50, null]);
    expect(wire.sent[0]!.stamp.id).toBe(wire.sent[1]!.stamp.id);
  });

  it('is valid for Angular’s forms exactly when it can be entered', async () => {
    const { type, press, settle, probe } = await open();
    expect(probe.form.group.valid).toBeFalse();
    await type('12.6');
    press(clamps);
    await settle();
    expect([probe.form.group.valid, probe.form.group.value]).toEqual([
      true,
      { volts: '12.6', place: 'clamps' },
    ]);
    await type('13');
    expect(probe.form.group.errors).toEqual({ entry: 'It is an unlucky day.' });
  });

  it('is seen when it is entered, not when it was refused before', async () => {
    const { type, press, settle } = await open();
    wire.makes = 1;
    wire.answers = [{ state: 'refused', problem: new ApiProblem(409, 'Not while the car is live.') }];
    await type('12.6');
    press(clamps);
    press(enter);
    await settle();
    await new Promise((resolve) => setTimeout(resolve, 5));
    press(enter);
    await settle();
    const [one, other] = wire.sent.map(({ stamp }) => stamp.observedAt);
    expect(other! > one!).toBeTrue();
  });

  it('gives each of several entries an id of its own, the same at every try', async () => {
    const { type, press, settle } = await open();
    wire.answers = [{ state: 'refused', problem: new ApiProblem(503, 'Busy.') }];
    await type('12.6');
    press(clamps);
    press(enter);
    await settle();
    press(enter);
    await settle();
    const [first, second] = wire.sent.map(({ ids }) => ids);
    expect(new Set(first).size).toBe(3);
    expect(second).toEqual(first!);
  });
});

describe('plainWords', () => {
  it('says what the server says without its place in the data', () => {
    expect(plainWords('data.text: no module answered in this report.')).toBe(
      'No module answered in this report.',
    );
    expect(plainWords('data.tests[0].minutes: expected a number')).toBe('Expected a number');
    expect(plainWords('The wait has a minute to go.')).toBe('The wait has a minute to go.');
  });
});
