import { headQuestions } from './report-head.js';

const job = {
  vehicle: { make: 'Corvane', model: 'Lumen', vin: 'CVNLM4E20N0003142', odometerKm: 38_412 },
  openedAt: '2026-11-17T08:00:00.000Z',
};

describe('headQuestions', () => {
  it('asks nothing where the head goes with the job, or is silent', () => {
    expect(headQuestions({}, job)).toEqual([]);
    expect(
      headQuestions({ vin: 'CVNLM4E20N0003142', odometer: '38 420 km', date: '17.11.2026 09:25' }, job),
    ).toEqual([]);
    expect(headQuestions({ vin: 'N0003142', odometer: '23,870 mi' }, job)).toEqual([]);
  });

  it('asks about another car, a distance that does not fit, and an old print', () => {
    expect(headQuestions({ vin: 'VLTQE1D20R0004410', odometer: '142.880', date: '2026-09-30' }, job)).toEqual(
      [
        { kind: 'vin', printed: 'VLTQE1D20R0004410', job: 'CVNLM4E20N0003142' },
        { kind: 'odometer', printed: 142_880, job: 38_412 },
        { kind: 'date', printed: '2026-09-30' },
      ],
    );
  });

  it('says nothing of a date that can be read in two ways', () => {
    expect(headQuestions({ date: '04/02/2026' }, job)).toEqual([]);
  });
});
