import { recordOf } from '../testing/bench';
import { JobEvents, jobFeature } from './job.state';

const record = (id: string, seq: number) => recordOf({ id, seq });

describe('the job on the bench', () => {
  const { reducer } = jobFeature;

  it('takes the record of the job that is open, and never an older one', () => {
    let state = reducer(undefined, JobEvents.opened({ jobId: 'a' }));
    state = reducer(state, JobEvents.loaded({ record: record('b', 9) }));
    expect(state.record).toBeNull();
    state = reducer(state, JobEvents.loaded({ record: record('a', 5) }));
    state = reducer(state, JobEvents.loaded({ record: record('a', 4) }));
    expect(state.record?.seq).toBe(5);
    expect(reducer(state, JobEvents.opened({ jobId: 'c' })).record).toBeNull();
  });

  it('shows a reading at once and lets the server’s record decide', () => {
    let state = reducer(undefined, JobEvents.opened({ jobId: 'a' }));
    state = reducer(state, JobEvents.loaded({ record: record('a', 5) }));
    const reading = {
      id: 'r',
      seq: 6,
      personId: 'p',
      observedAt: '',
      recordedAt: '',
      corrects: null,
      withdrawn: false,
      traceId: 't',
      test: 'v',
      value: 4.9,
    };
    state = reducer(state, JobEvents.readingEntered({ reading }));
    expect([state.record?.readings.length, state.record?.seq]).toEqual([1, 5]);
    expect(reducer(state, JobEvents.loaded({ record: record('a', 5) })).record?.readings).toEqual([]);
  });

  it('computes the next thing from the record', () => {
    let state = reducer(undefined, JobEvents.opened({ jobId: 'a' }));
    state = reducer(state, JobEvents.loaded({ record: record('a', 1) }));
    expect(jobFeature.selectAssessment({ job: state })?.next.stage).toBe('take-in');
  });

  it('shows how far a plan is, and that it was stopped', () => {
    let state = reducer(undefined, JobEvents.planningAdvanced({ traceId: 't', share: 0.4 }));
    expect(state.planning['t']).toBe(0.4);
    state = reducer(state, JobEvents.planningStopped({ traceId: 't' }));
    expect([state.planning['t'], state.planFailures['t']]).toEqual([undefined, 'You stopped the planning.']);
  });
});
