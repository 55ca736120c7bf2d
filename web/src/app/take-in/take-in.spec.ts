import { JobEvents } from '../job';
import { benchFor, fact, flap, recordOf } from '../testing/bench';
import { findLamps, lamps } from '../lamp';
import { TakeIn } from './take-in';

const clear = { smell: 'clear', harness: 'clear', hanging: 'clear', wet: 'clear', cabin: 'clear' };

describe('TakeIn', () => {
  it('enters a beacon as it was seen', async () => {
    const bench = await benchFor(TakeIn, recordOf());
    expect(bench.text()).toContain('Nothing yet.');
    await bench.fill('Which lamp?', 'Charge flap open');
    await bench.press('comes and goes');
    await bench.press('cold');
    await bench.fill('It showed in', '6');
    await bench.press('Add it');
    expect(bench.desk.entered).toEqual([
      {
        kind: 'beacons',
        data: {
          ...flap,
          conditions: ['cold'],
          often: null,
          restraint: false,
          lamp: null,
          bulbCheck: 'not-seen',
        },
      },
    ]);
    expect(bench.storeRoom.drafts.size).toBe(0);
  });

  it('takes what was counted over hours of driving, more often than there were hours', async () => {
    const bench = await benchFor(TakeIn, recordOf());
    await bench.fill('Which lamp?', 'Charge flap open');
    await bench.press('comes and goes');
    await bench.press('counted over hours driven');
    await bench.fill('It showed so many times', '12');
    await bench.fill('in so many hours', '0');
    await bench.press('Add it');
    expect(bench.text()).toContain('over one hour or kilometre or more');
    await bench.fill('in so many hours', '8');
    await bench.press('Add it');
    expect(bench.desk.entered.at(-1)!.data).toEqual(
      jasmine.objectContaining({ shown: 12, exposures: 8, per: 'hours', often: null }),
    );
  });

  it('takes from the customer’s words how often it shows', async () => {
    const record = recordOf();
    const told = {
      ...record,
      head: { ...record.head, customerWords: 'Comes on twice a week, in the cold.' },
    };
    const bench = await benchFor(TakeIn, told as typeof record);
    await bench.fill('Which lamp?', 'Charge flap open');
    await bench.press('comes and goes');
    await bench.press('Add it');
    expect(bench.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({ often: 'twice-a-week', shown: 0, exposures: 0 }),
    );
  });

  it('takes a lamp by its shape: name, drawing, and whether it belongs to the restraints', async () => {
    const bench = await benchFor(TakeIn, recordOf());
    await bench.fill('Which lamp?', 'seat buckle');
    await bench.press('Belt lamp');
    await bench.press('never lit: a fault too');
    await bench.press('dark now');
    await bench.press('Add it');
    expect(bench.desk.entered[0]!.data).toEqual(
      jasmine.objectContaining({
        name: 'Belt lamp',
        lamp: 'belt',
        restraint: true,
        bulbCheck: 'never-lit',
        seen: 'dark',
        shown: 20,
        exposures: 20,
        often: null,
      }),
    );
  });

  it('refuses a beacon without a name and impossible counts, in words', async () => {
    const bench = await benchFor(TakeIn, recordOf());
    await bench.press('Add it');
    expect(bench.text()).toContain('Name the beacon as the car or the customer names it.');
    await bench.fill('Which lamp?', 'Belt lamp');
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
      jasmine.objectContaining({ kind: 'complaint', seen: 'present', lamp: null, bulbCheck: null }),
    );
  });

  async function agreeTo(limit: string, customer: string | null) {
    const record = recordOf();
    const bench = await benchFor(TakeIn, { ...record, head: { ...record.head, customer } });
    await bench.fill('A fuse, bulb or clip without a call', limit);
    await bench.press('The customer agrees');
    return bench;
  }

  it('asks who agrees to a limit for small parts', async () => {
    const bench = await agreeTo('29.50', null);
    expect(bench.text()).toContain('Enter the customer’s name first');
    expect(bench.desk.entered).toEqual([]);
  });

  it('takes the limit for small parts', async () => {
    const bench = await agreeTo('29,50', 'A. Lindqvist');
    expect(bench.desk.entered[0]).toEqual({
      kind: 'approvals',
      data: jasmine.objectContaining({
        smallParts: true,
        answer: 'yes',
        ceilingCents: 2950,
        origin: 'any',
        by: 'A. Lindqvist',
      }),
    });
  });

  it('lists what was taken in, takes one back, corrects one in its place', async () => {
    const bench = await benchFor(
      TakeIn,
      recordOf({ beacons: [fact('b', flap)], batteries: [fact('v', good)] }),
    );
    expect(bench.text()).toContain('comes and goes in 6 of 20 starts, cold');
    expect(bench.text()).toContain('38 412 km at intake');
    await bench.press('Take back');
    expect(bench.desk.withdrawn).toEqual(['b']);
    await bench.press('Correct');
    await bench.fixture.whenStable();
    expect(bench.field('It showed in').value).toBe('6');
    await bench.fill('It showed in', '7');
    await bench.press('Put it right');
    expect(bench.desk.entered[0]).toEqual({
      kind: 'beacons',
      data: jasmine.objectContaining({ shown: 7, name: 'Charge flap open' }),
      corrects: 'b',
    });
  });

  const good = {
    type: 'agm',
    restingVolts: 12.8,
    restHours: 9,
    ratedAmps: 700,
    ratedStandard: 'EN',
    measuredAmps: 650,
    measuredStandard: 'EN',
  };

  it('asks the five looks first after a collision, and names what comes first', async () => {
    const record = recordOf({ head: { event: 'collision' } });
    const bench = await benchFor(TakeIn, record);
    await bench.press('Enter the five looks');
    expect(bench.text()).toContain('Answer all five: 5 are left.');
    for (const answer of [
      'no smell of fuel or coolant',
      'no harness damaged, no orange one open',
      'a unit hangs or is half fired',
      'no module is wet',
      'the cabin is empty',
    ])
      await bench.press(answer);
    expect(bench.text()).toContain('make the restraints safe by the maker’s procedure');
    await bench.press('Enter it: not to be powered yet');
    expect(bench.desk.entered).toEqual([
      { kind: 'powerings', data: { ...clear, hanging: 'found', note: null } },
    ]);
    bench.store.dispatch(
      JobEvents.loaded({ record: { ...record, seq: 99, powerings: [fact('w', clear)] } as typeof record }),
    );
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('May it be powered?yes');
  });

  it('judges the battery before it is saved, and takes a comma as the decimal mark', async () => {
    const bench = await benchFor(TakeIn, recordOf({ beacons: [fact('b', flap)] }));
    await bench.press('Enter it');
    expect(bench.text()).toContain('Type the resting volts.');
    await bench.fill('Resting volts', '12,7');
    await bench.press('Enter it');
    expect(bench.text()).toContain('Say what kind of battery it is');
    await bench.press('flooded');
    await bench.fill('Hours at rest', '10');
    expect(bench.text()).toContain('Charge is not ability');
    await bench.fill('Rated, A', '640');
    await bench.fill('Tester’s figure', '600');
    expect(bench.page.querySelector('.verdict strong')!.textContent).toBe('good');
    await bench.fill('Temperature', 'warm');
    await bench.press('Enter it');
    expect(bench.text()).toContain('This is not a number.');
    await bench.fill('Temperature', '9');
    await bench.press('Enter it');
    expect(bench.desk.entered[0]).toEqual({
      kind: 'batteries',
      data: {
        type: 'flooded',
        restingVolts: 12.7,
        restHours: 10,
        surfaceChargeRemoved: false,
        celsius: 9,
        ratedAmps: 640,
        ratedStandard: 'EN',
        measuredAmps: 600,
        measuredStandard: 'EN',
        healthPercent: null,
        milliohms: null,
        charged: false,
      },
    });
  });

  it('puts back what stood in the form when the page is there again', async () => {
    const bench = await benchFor(
      TakeIn,
      recordOf(),
      {},
      {
        'p beacon job ': JSON.stringify([
          ['name', 'Right tail lamp out'],
          ['seen', 'flashing'],
        ]),
      },
    );
    await bench.fixture.whenStable();
    expect(bench.field('Which lamp?').value).toBe('Right tail lamp out');
    await bench.press('Add it');
    expect(bench.desk.entered[0]!.data).toEqual(jasmine.objectContaining({ seen: 'flashing' }));
  });

  it('asks where volts were taken while the power is off', async () => {
    const safeties = [fact('s', { step: 'ignition-off' })];
    const bench = await benchFor(TakeIn, recordOf({ beacons: [fact('b', flap)], safeties }));
    await bench.press('AGM');
    await bench.fill('Resting volts', '12,7');
    await bench.press('Enter it');
    expect(bench.text()).toContain('The power is off: say where the volts were taken.');
    await bench.press('at the disconnected battery');
    await bench.press('Enter it');
    expect(bench.desk.entered[0]!.data).toEqual(jasmine.objectContaining({ where: 'disconnected' }));
  });

  it('changes the head, shows both values where someone else was faster, and saves as chosen', async () => {
    const record = recordOf({ beacons: [fact('b', flap)], batteries: [fact('v', good)] });
    const bench = await benchFor(TakeIn, record);
    await bench.press('The car');
    await bench.fixture.whenStable();
    expect(bench.field('Make').value).toBe('Corvane');
    await bench.fill('Plate', 'LR 40 KWE');
    await bench.fill('Customer', 'Noor Halloran');
    bench.desk.current = {
      revision: 4,
      head: { event: 'wear', customer: 'N. Halloran', customerWords: 'It will not charge.' },
      vehicle: { make: 'Corvane', model: 'Lumen', plate: null, odometerKm: 38412 },
    };
    await bench.press('Save the change');
    expect(document.querySelector('mat-dialog-container')!.textContent).toContain(
      'Someone else has changed this job meanwhile',
    );
    const choose = (text: string) =>
      [...document.querySelectorAll<HTMLElement>('db-conflict .row button')]
        .find((button) => button.textContent.includes(text))!
        .click();
    choose('LR 40 KWE');
    await bench.fixture.whenStable();
    await bench.press('Save as chosen');
    expect(bench.desk.heads.length).toBe(1);
    expect([
      bench.desk.heads[0]!.seen,
      bench.desk.heads[0]!.head['customer'],
      bench.desk.heads[0]!.vehicle['plate'],
    ]).toEqual([4, 'N. Halloran', 'LR 40 KWE']);
  });
});

describe('lamps', () => {
  it('are about forty, each once, each with its own drawing and words', () => {
    expect(lamps.length).toBeGreaterThanOrEqual(40);
    for (const part of ['id', 'name', 'line'] as const)
      expect(new Set(lamps.map((lamp) => lamp[part] + (lamp.fill ?? '') + (lamp.text ?? ''))).size)
        .withContext(part)
        .toBe(lamps.length);
  });

  it('are found by every word that a person may use', () => {
    expect(findLamps('airbag').map(({ id }) => id)).toContain('restraint');
    expect(findLamps('front mist').map(({ id }) => id)).toEqual(['front-fog']);
    expect(findLamps('tyre tire').map(({ id }) => id)).toEqual(['tyre']);
    for (const [word, id] of [
      ['seatbelt', 'belt'],
      ['indicator', 'indicator-left'],
      ['hatch', 'boot-open'],
    ] as const)
      expect(findLamps(word).map((lamp) => lamp.id))
        .withContext(word)
        .toContain(id);
    expect(findLamps('teapot')).toEqual([]);
    expect(findLamps('').length).toBe(lamps.length);
  });
});
