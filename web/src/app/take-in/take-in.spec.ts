import { benchFor, fact, flap, recordOf } from '../testing/bench';
import { TakeIn } from './take-in';

describe('TakeIn', () => {
  it('enters a beacon as it was seen', async () => {
    const bench = await benchFor(TakeIn, recordOf());
    expect(bench.text()).toContain('Nothing yet.');
    await bench.fill('The lamp or message', 'Charge flap open');
    await bench.press('comes and goes');
    await bench.press('cold');
    await bench.fill('It showed in', '6');
    await bench.press('Add it');
    expect(bench.desk.entered).toEqual([
      { kind: 'beacons', data: { ...flap, conditions: ['cold'], restraint: false } },
    ]);
  });

  it('takes what always shows as shown at every start', async () => {
    const bench = await benchFor(TakeIn, recordOf());
    await bench.fill('The lamp or message', 'Belt lamp');
    await bench.press('yes, restraints: 99 % is asked for');
    await bench.press('Add it');
    expect(bench.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({ seen: 'lit', shown: 20, exposures: 20, restraint: true }),
    );
  });

  it('refuses a beacon without a name and impossible counts, in words', async () => {
    const bench = await benchFor(TakeIn, recordOf());
    await bench.press('Add it');
    expect(bench.text()).toContain('Name the beacon as the car or the customer names it.');
    await bench.fill('The lamp or message', 'Belt lamp');
    await bench.press('comes and goes');
    await bench.fill('It showed in', '30');
    await bench.press('Add it');
    expect(bench.text()).toContain('not more often than the car was started');
    expect(bench.desk.entered).toEqual([]);
  });

  it('offers other ways to show for a complaint', async () => {
    const bench = await benchFor(TakeIn, recordOf());
    await bench.press('Something that does not work');
    await bench.fill('What does not work', 'Charging refused');
    await bench.press('Add it');
    expect(bench.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({ kind: 'complaint', seen: 'present' }),
    );
  });

  it('lists what was taken in, takes one back, and shows why it cannot', async () => {
    const bench = await benchFor(TakeIn, recordOf({ beacons: [fact('b', flap)] }));
    expect(bench.text()).toContain('comes and goes in 6 of 20 starts, cold');
    expect(bench.text()).toContain('38 412 km at intake');
    await bench.press('Take back');
    expect(bench.desk.withdrawn).toEqual(['b']);
  });
});
