import { benchFor, recordOf } from '../testing/bench';
import { NewJob } from './new-job';

describe('NewJob', () => {
  it('says what a VIN tells, and takes its model year', async () => {
    const bench = await benchFor(NewJob, recordOf());
    // The first field that names a VIN is the search for cars known before.
    await bench.fill('VIN', 'cvnlm4e20n0003142', 1);
    expect(bench.text()).toContain('Its check digit holds.');
    await bench.press('Model year 2022');
    expect(bench.field('Year').value).toBe('2022');
    await bench.fill('VIN', 'CVNLM4E2ON0003143', 1);
    expect(bench.text()).toContain('A VIN has no O: read as 0. Look again. Its check digit does not fit.');
  });

  it('names what is missing instead of opening a job', async () => {
    const bench = await benchFor(NewJob, recordOf());
    const problem = () =>
      [...bench.page.querySelectorAll('.wrong, mat-error')].map((one) => one.textContent).join();
    await bench.press('Open the job');
    expect(problem()).toContain('The make is missing.');
    await bench.fill('Make', 'Ostrel');
    await bench.fill('Model', 'Marn wagon');
    await bench.press('Open the job');
    expect(problem()).toContain('Choose what happened.');
    await bench.fill('Year', '19');
    await bench.press('Water');
    expect(bench.text()).toContain('no wet module, cabin empty');
    await bench.press('Open the job');
    expect(problem()).toContain('The year has four digits');
    await bench.fill('Year', '2019');
    await bench.fill('Odometer', '38,4');
    await bench.press('Open the job');
    expect(problem()).toContain('a whole number of kilometres or miles');
    expect(bench.desk.opened).toEqual([]);
  });

  it('opens a job with the event’s details, the distance in kilometres, and forgets its draft', async () => {
    const bench = await benchFor(NewJob, recordOf());
    await bench.fill('Make', 'Velanta');
    await bench.fill('Model', 'Quill');
    await bench.fill('Odometer', '40 000');
    await bench.press('mi');
    expect(bench.text()).toContain('means 64 374 km');
    await bench.press('Collision');
    await bench.press('1');
    await bench.press('12');
    await bench.press('moderate');
    const seat = () =>
      [...bench.page.querySelectorAll('button')].find((button) => button.textContent.includes('front left'))!;
    seat().click();
    await bench.fixture.whenStable();
    seat().click();
    await bench.fixture.whenStable();
    expect(seat().textContent).toContain('not belted');
    expect(bench.storeRoom.drafts.get('p new job')).toContain('Velanta');
    await bench.press('Open the job');
    expect(bench.desk.opened).toEqual([
      {
        head: jasmine.objectContaining({
          event: 'collision',
          eventDetails: {
            zones: [1, 12],
            severity: 'moderate',
            occupants: [{ seat: 'front-left', belted: 'no' }],
          },
        }),
        vehicle: jasmine.objectContaining({ make: 'Velanta', odometerKm: 64374, odometerUnit: 'mi' }),
      },
    ]);
    expect(bench.storeRoom.drafts.size).toBe(0);
  });
});
