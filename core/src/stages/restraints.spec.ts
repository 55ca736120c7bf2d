import { usualInventory } from '../restraints/scope/index.js';
import { packageOf, restraintPicture } from '../record/picture/index.js';
import { notDriven, openTemporaries, restraintCodesLeft, restraintWork, safetyOf } from './safety.js';
import type { JobRecord } from '../record/schema.js';
import { noFacts } from '../record/standing.js';
import { readReport } from '../scans/index.js';
import { assessJob } from './assess.js';

let seq = 0;
const at = (minutes: number) => new Date(Date.UTC(2026, 2, 9, 10, minutes)).toISOString();
const fact = (id: string, data: object, minutes = 0) => ({
  id,
  seq: ++seq,
  personId: 'p',
  observedAt: at(0),
  recordedAt: at(minutes),
  corrects: null,
  withdrawn: false,
  ...data,
});
const record = (more: object = {}): JobRecord =>
  ({
    id: 'job',
    number: 'J-0142',
    seq: 1,
    revision: 1,
    openedAt: at(0),
    head: {
      event: 'collision',
      eventDetails: {
        zones: [12, 1],
        severity: 'moderate',
        occupants: [{ seat: 'front-left', belted: 'yes' }],
      },
    },
    vehicle: { make: 'Velanta', model: 'Quill' },
    ...noFacts(),
    ...more,
  }) as unknown as JobRecord;
const lamp = fact('lamp', {
  kind: 'beacon',
  name: 'Restraint lamp',
  seen: 'lit',
  thereBefore: 'no',
  conditions: [],
  shown: 20,
  exposures: 20,
});
const listed = {
  inventories: [fact('i', { file: { items: usualInventory(5), vehicleValueCents: 100_000 } })],
};
const sign = (id: string, item: string, own: string) =>
  fact(id, { item, sign: own, stage: null, note: null });

describe('the restraint picture of a job', () => {
  const picture = (more: object) => restraintPicture(record({ ...listed, ...more }), 'maker-new')!;
  const item = (more: object, id: string) => picture(more).items.find((own) => own.id === id)!;

  it('is none without an inventory, and takes event, seats, belts and signs together', () => {
    expect(restraintPicture(record(), 'maker-new')).toBeNull();
    expect(item({}, 'belt-front-left').action).toBe('replace');
    expect(item({}, 'belt-rear-left').action).toBe('function-test');
    expect(item({ signs: [sign('s', 'bag-front-left', 'deployed')] }, 'module').action).toBe('replace');
  });

  it('says what the last entry has changed, and no more once another came', () => {
    const first = sign('s', 'bag-front-left', 'deployed');
    expect(item({ signs: [first] }, 'bag-front-left').before).toBe('inspect');
    const second = sign('t', 'belt-rear-left', 'no-sign');
    expect(item({ signs: [first, second] }, 'bag-front-left').before).toBeNull();
  });

  it('lets a loop condemn and never clear', () => {
    const loop = (ohms: number | null) =>
      fact('l', { loop: 'L3', moment: 'as-found', ohms, overload: ohms === null ? true : null });
    expect(item({ loopReadings: [loop(2.4)] }, 'side-front-left').signs).toEqual(['loop-normal']);
    expect(item({ loopReadings: [loop(null)] }, 'side-front-left').action).toBe('replace');
    expect(item({ loopReadings: [loop(6.7)] }, 'side-front-left').action).toBe('inspect');
  });

  it('sums the package by hand, with a salvage unit only where it is shown to be unfired', () => {
    const fired = { signs: [sign('s', 'bag-front-left', 'deployed')] };
    const offer = (id: string, more: object) =>
      fact(id, {
        item: 'bag-front-left',
        from: 'a',
        smallPartsCents: 500,
        postageCents: null,
        minutes: 60,
        days: 3,
        donorId: null,
        ...more,
      });
    const maker = offer('m', { kind: 'maker-new', priceCents: 60_000 });
    const salvage = offer('u', { kind: 'unfired-salvage', priceCents: 9000, donorId: 'd' });
    const donor = fact('d', {
      item: 'bag-front-left',
      seller: 'b',
      donorVin: 'VLNRL8H26L0049911',
      event: 'none',
      photos: 4,
      signs: ['no-sign'],
      storage: 'dry',
    });
    const sum = (policy: 'maker-new' | 'unfired-salvage', more: object) => {
      const own = record({ ...listed, ...fired, offers: [maker, salvage], ...more });
      const { sum: found } = packageOf(own, restraintPicture(own, policy)!, {
        policy,
        hourlyRateCents: 9000,
      });
      return found.items.find(({ id }) => id === 'bag-front-left')!.cents;
    };
    // 600 and 5 for bolts, an hour at 90.
    expect(sum('maker-new', { donors: [donor] })).toBe(69_500);
    expect(sum('unfired-salvage', { donors: [donor] })).toBe(18_500);
    expect(sum('unfired-salvage', { donors: [{ ...donor, signs: ['no-sign', 'deployed'] }] })).toBe(69_500);
  });
});

describe('what a job says of its safety', () => {
  const step = (id: string, minutes: number) => fact(id, { step: id }, minutes);
  const off = () => [step('asleep', 0), step('ignition-off', 1), step('battery-off', 2)];

  it('waits a minute at a simulated car, and says that it is one; at a real one never less', () => {
    const safeties = off();
    const simulated = safetyOf(record({ safeties, simulated: { vehicle: 'quill' } }));
    expect([simulated.until, simulated.minutes]).toEqual([at(3), 1]);
    expect(simulated.source).toContain('simulated');
    expect(safetyOf(record({ safeties, simulated: null })).until).toBe(at(32));
  });

  it('is safe by the server’s receipt, and not where the job came from another shop', () => {
    const safeties = off();
    expect(safetyOf(record({ safeties })).until).toBe(at(32));
    expect(safetyOf(record({ safeties, origin: { importedAt: at(10) } })).until).toBeNull();
    expect(safetyOf(record({ safeties, origin: { importedAt: at(-10) } })).until).toBe(at(32));
  });

  it('takes a report in which a module refused, or says what nobody understands, for power at the car', () => {
    const until = (text: string) => {
      const safeties = off();
      const scans = [fact('s', { kind: 'interim', reader: null, scan: readReport(text), marks: null }, 20)];
      return safetyOf(record({ safeties, scans })).until;
    };
    expect(until('Restraint control: no response\nBody: not fitted')).toBe(at(32));
    expect(until('Restraint control: no response\nBody: access denied')).not.toBe(at(32));
    expect(until('Restraint control: no response\nBody (40)\n  zorgle')).not.toBe(at(32));
    expect(until('Restraint control: no response\nBody: no codes')).not.toBe(at(32));
  });

  it('takes the wait of the vehicle’s file', () => {
    const inventories = [
      fact('i', { file: { items: [], wait: { minutes: 10, source: 'Quill service text' } } }),
    ];
    expect(safetyOf(record({ safeties: off(), inventories })).until).toBe(at(12));
  });

  it('counts a bypass until it is taken out, and keeps the car from the road', () => {
    const load = fact('t', { kind: 'substitute-load', where: 'C101', traceId: null, removes: null });
    expect(notDriven(record({ temporaries: [load] }))).toEqual(['a substitute load is still in it: C101']);
    const out = fact('o', { kind: 'substitute-load', where: 'C101', traceId: null, removes: 't' });
    expect(openTemporaries(record({ temporaries: [load, out] }))).toEqual([]);
    expect(notDriven(record({ safeties: off() }))).toEqual([
      'its power is off: put it on again by the list first',
    ]);
    const parcel = fact('p', { item: 'module', back: null });
    expect(notDriven(record({ parcels: [parcel] }))).toEqual(['a unit is away for repair']);
  });

  it('keeps the lamp lit while the last report holds a restraint code, and the job from being complete', () => {
    const scan = (id: string, text: string) =>
      fact(id, { kind: 'interim', reader: null, scan: readReport(text), marks: null });
    const held = scan('s', 'Restraint control\n  B1049-13 Left belt loop (stored)\nBody: no codes');
    const repair = fact('r', {
      traceId: null,
      element: null,
      beaconIds: ['lamp'],
      label: 'x',
      method: 'clean',
      root: 'unknown',
      cured: true,
      chance: 0.9,
    });
    const own = (...scans: object[]) => assessJob(record({ beacons: [lamp], repairs: [repair], scans }));
    expect(restraintCodesLeft(record({ scans: [held] }))).toEqual([
      { module: 'Restraint control', code: 'B1049' },
    ]);
    expect(own(held).lenses[0]!.state).toBe('lit');
    expect(own(held).stages.find(({ id }) => id === 'hand-back')!.reason).toBe('a restraint code is left');
    expect(own(held, scan('t', 'Restraint control: no codes')).lenses[0]!.state).toBe('dark');
  });

  it('holds a restraint code until its own module has answered without it', () => {
    const scan = (text: string, more: object = {}) =>
      fact('s', { kind: 'interim', reader: null, scan: readReport(text), marks: null, ...more });
    const held = scan('Restraint control\n  B1049-13 Left belt loop (active)\nBody: no codes');
    const left = (...scans: object[]) =>
      restraintCodesLeft(record({ scans: [held, ...scans] })).map(({ code }) => code);
    expect(left(scan('Restraint control: no response\nBody: no codes'))).toEqual(['B1049']);
    expect(left(scan('Body: no codes'))).toEqual(['B1049']);
    const clean = 'Restraint control: no codes\nBody: no codes';
    expect(left(scan(clean, { printed: 'before-power-off' }))).toEqual(['B1049']);
    expect(left(scan(clean))).toEqual([]);
    expect(left(scan('Restraint control\n  B1050-13 Right belt loop (stored)'))).toEqual(['B1050']);
  });

  it('finds restraint work by the beacon, the words and the part, and none in a plain lamp', () => {
    const own = record({ beacons: [lamp, { ...lamp, id: 'tail', name: 'Tail lamp out' }] });
    const work = (label: string, id: string, part: string | null = null) =>
      restraintWork(own, { label, beaconIds: [id], part });
    expect(work('x', 'lamp')).toBe('it is for “Restraint lamp”');
    expect(work('Clean the plug', 'tail')).toBeNull();
    expect(work('Take the steering wheel off', 'tail')).toContain('steering wheel');
    expect(work('Renew it', 'tail', 'airbag module')).toContain('airbag');
  });
});
