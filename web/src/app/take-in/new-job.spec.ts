import { benchFor, recordOf } from '../testing/bench';
import { NewJob } from './new-job';

describe('NewJob', () => {
  it('says what a VIN tells, and takes its model year', async () => {
    const bench = await benchFor(NewJob, recordOf());
    await bench.fill('VIN', 'cvnlm4e20n0003142');
    expect(bench.text()).toContain('Its check digit holds.');
    await bench.press('Model year 2022');
    expect(bench.page.querySelector<HTMLInputElement>('input[name="year"]')!.value).toBe('2022');
    await bench.fill('VIN', 'CVNLM4E2ON0003143');
    expect(bench.text()).toContain('A VIN has no O: read as 0. Look again. Its check digit does not fit.');
  });

  it('names what is missing instead of opening a job', async () => {
    const bench = await benchFor(NewJob, recordOf());
    await bench.press('Open the job');
    expect(bench.page.querySelector('.problem')!.textContent).toContain('The make is missing.');
    await bench.fill('Make', 'Ostrel');
    await bench.fill('Model', 'Marn wagon');
    await bench.press('Open the job');
    expect(bench.page.querySelector('.problem')!.textContent).toContain('Choose what happened.');
    await bench.fill('Year', '19');
    await bench.press('Water');
    expect(bench.text()).toContain('no wet module, cabin empty');
    await bench.press('Open the job');
    expect(bench.page.querySelector('.problem')!.textContent).toContain('The year has four digits');
  });
});
