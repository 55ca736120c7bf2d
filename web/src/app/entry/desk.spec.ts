import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideStore, Store } from '@ngrx/store';
import { ApiProblem, Client, Outbox, type Sent, type WriteRequest } from '../api';
import { PeopleEvents, peopleFeature } from '../session';
import { recordOf, sessionOf, yuki } from '../testing/bench';
import { Desk } from './desk';
import { JobEvents, jobFeature } from '../job';

describe('Desk', () => {
  let desk: Desk;
  let sent: WriteRequest[];
  let written: WriteRequest[];
  let answer: Sent<unknown>;
  let reaches: boolean;

  beforeEach(() => {
    [sent, written, reaches] = [[], [], true];
    answer = { state: 'saved', answer: { id: 'x', seq: 2, recordedAt: '' } };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [jobFeature.name]: jobFeature.reducer, [peopleFeature.name]: peopleFeature.reducer }),
        {
          provide: Outbox,
          useValue: {
            send: (request: WriteRequest) => {
              sent.push(request);
              return Promise.resolve(answer);
            },
          },
        },
        {
          provide: Client,
          useValue: {
            write: (request: WriteRequest) => {
              written.push(request);
              return reaches
                ? Promise.resolve({ id: 'x', seq: 2, recordedAt: '' })
                : Promise.reject(new ApiProblem(0, 'The server does not answer.'));
            },
          },
        },
      ],
    });
    const store = TestBed.inject(Store);
    store.dispatch(PeopleEvents.sessionKnown({ session: sessionOf(yuki) }));
    store.dispatch(JobEvents.opened({ jobId: 'job' }));
    store.dispatch(JobEvents.loaded({ record: recordOf() }));
    desk = TestBed.inject(Desk);
  });

  const note = (text: string) => desk.enter('notes', { stage: 'strip', text });

  it('takes a second tap on the same form for the same entry, and another text for another', async () => {
    const both = await Promise.all([note('bag 3'), note('bag 3'), note('bag 4')]);
    expect(both[0]).toBe(both[1]!);
    expect(sent.length).toBe(2);
    await note('bag 3');
    expect(sent.length).toBe(2);
    await new Promise((resolve) => setTimeout(resolve, 900));
    await note('bag 3');
    expect(sent.length).toBe(3);
  });

  it('lets what was refused be sent again at once', async () => {
    answer = { state: 'refused', problem: new ApiProblem(409, 'The baseline comes first.') };
    await note('bag 3');
    await note('bag 3');
    expect(sent.length).toBe(2);
    expect(new Set(sent.map(({ key }) => key)).size).toBe(2);
  });

  it('shows a reading at once, and one of two taps', async () => {
    const reading = { traceId: 't', test: 'signal', value: 4.9 };
    await Promise.all([desk.enterReading(reading), desk.enterReading(reading)]);
    const record = TestBed.inject(Store).selectSignal(jobFeature.selectRecord)();
    expect([record!.readings.length, sent.length]).toEqual([1, 1]);
  });

  it('confirms a step of making safe with the server alone, and keeps nothing for later', async () => {
    expect((await desk.confirm({ step: 'ignition-off' })).state).toBe('saved');
    reaches = false;
    const refused = await desk.confirm({ step: 'battery-off' });
    expect(refused.state === 'refused' && refused.problem.message).toContain('Not confirmed');
    expect([sent.length, written.length]).toEqual([0, 2]);
  });

  it('enters nothing while nobody is signed in', async () => {
    TestBed.inject(Store).dispatch(PeopleEvents.sessionKnown({ session: sessionOf(null) }));
    const refused = await note('bag 3');
    expect(refused.state === 'refused' && refused.problem.status).toBe(401);
    expect(sent.length).toBe(0);
  });
});
