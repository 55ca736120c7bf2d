/** Jobs that have been taken in, and wait for their baseline. */
import type { FactData } from '@dormant-beacon/contract';
import { estateFile, quillFile } from '../restraints.js';
import { doorCoded, zeroPointBegun } from './codings.js';
import { collisionPlanned, doorPlanned } from './strips.js';
import { bodyModule, ledDriver, restraintModule } from './units.js';
import { goodBattery, ines, JobStory, nothingFound, pell, report, tomas, yuki } from '../world.js';

export function arrivals(now: Date): JobStory[] {
  return [j0142(now), j0138(now), j0147(now), j0129(now), j0120(now), j0116(now)];
}

const always = { thereBefore: 'no' as const, conditions: [] as string[], shown: 20, exposures: 20 };

function j0142(now: Date): JobStory {
  const job = new JobStory(
    142,
    now,
    {
      customer: 'Petra Voss',
      customerWords: 'Hit a post at the corner. Both bags went off.',
      event: 'collision',
      eventNote: 'Frontal, 1 o’clock',
      eventDetails: {
        zones: [12, 1],
        severity: 'moderate',
        occupants: [
          { seat: 'front-left', belted: 'yes' },
          { seat: 'front-right', belted: 'yes' },
        ],
      },
      promised: [3, '12:00'],
    },
    {
      make: 'Velanta',
      model: 'Quill',
      year: 2020,
      plate: 'VQ 18 PVS',
      vin: 'VLNRL8H26L0051207',
      odometerKm: 64210,
    },
  );
  const restraint = job.enter('beacons', ines, [0, '07:50'], {
    kind: 'beacon',
    name: 'Restraint lamp',
    lamp: 'restraint',
    bulbCheck: 'not-seen',
    seen: 'lit',
    restraint: true,
    ...always,
  });
  job.enter('beacons', ines, [0, '07:51'], {
    kind: 'beacon',
    name: 'Belt lamp',
    lamp: 'belt',
    bulbCheck: 'not-seen',
    seen: 'lit',
    restraint: true,
    ...always,
  });
  job.enter('beacons', ines, [0, '07:52'], {
    kind: 'beacon',
    name: 'Right fog lamp',
    lamp: 'front-fog',
    bulbCheck: 'not-seen',
    seen: 'lit',
    ...always,
  });
  job.enter('powerings', ines, [0, '07:58'], {
    ...nothingFound,
    hanging: 'found',
    note: 'fired bags hang from the dash; key kept out, battery off',
  });
  restraintsOfJ0142(job);
  restraintModule(job, [restraint], now);
  collisionPlanned(job);
  return job;
}

/** What was seen of each unit, the offers, the donor that is a trap and the one that is none; power off since. */
function restraintsOfJ0142(job: JobStory): void {
  job.enter('waivers', ines, [0, '08:02'], {
    reason: 'fired bags hang from the dash: the ignition stays off until they are made safe and taken out',
  });
  job.enter('inventories', yuki, [0, '08:10'], { file: { ...quillFile, vehicleValueCents: 980_000 } });
  const see = (
    minute: number,
    item: string,
    sign: FactData<'signs'>['sign'],
    note?: string,
    stage?: number,
  ) => job.enter('signs', yuki, [0, `08:${String(minute).padStart(2, '0')}`], { item, sign, note, stage });
  see(12, 'bag-front-left', 'deployed', 'hangs from the wheel', 1);
  see(13, 'bag-front-right', 'deployed', 'cover torn open', 1);
  see(14, 'knee-front-left', 'deployed');
  see(15, 'clock-spring', 'no-sign', 'burnt ribbon smell; to be turned to both ends');
  see(16, 'belt-front-left', 'locked');
  see(17, 'belt-front-right', 'locked');
  see(18, 'sensor-front-right', 'no-sign', 'housing cracked');
  see(19, 'belt-rear-left', 'no-sign');
  see(20, 'belt-rear-centre', 'no-sign');
  see(21, 'belt-rear-right', 'no-sign');
  const offer = (
    minute: number,
    item: string,
    kind: FactData<'offers'>['kind'],
    from: string,
    priceCents: number,
    more: Partial<FactData<'offers'>> = {},
  ) =>
    job.enter('offers', pell, [0, `09:${String(minute).padStart(2, '0')}`], {
      item,
      kind,
      from,
      priceCents,
      minutes: 40,
      days: 3,
      ...more,
    });
  offer(0, 'bag-front-left', 'maker-new', 'Velanta parts desk', 62_000, {
    minutes: 35,
    smallPartsCents: 1200,
  });
  offer(1, 'bag-front-right', 'maker-new', 'Velanta parts desk', 71_000, {
    minutes: 90,
    smallPartsCents: 2400,
  });
  offer(2, 'knee-front-left', 'maker-new', 'Velanta parts desk', 38_500, { minutes: 45 });
  offer(3, 'clock-spring', 'maker-new', 'Velanta parts desk', 18_500, { minutes: 50 });
  offer(4, 'belt-front-left', 'maker-new', 'Velanta parts desk', 24_900, { smallPartsCents: 900 });
  offer(5, 'belt-front-right', 'maker-new', 'Velanta parts desk', 24_900, { smallPartsCents: 900 });
  offer(6, 'belt-front-left', 'certified-rebuild', 'Webbing & Latch Works', 9900, {
    postageCents: 1500,
    days: 5,
  });
  offer(7, 'module', 'maker-new', 'Velanta parts desk', 41_000, { minutes: 60, days: 4 });
  const donor = (minute: number, data: Omit<FactData<'donors'>, 'item'>) =>
    job.enter('donors', yuki, [0, `09:${String(minute).padStart(2, '0')}`], {
      item: 'belt-front-left',
      ...data,
    });
  donor(20, {
    seller: 'Harbour Salvage',
    donorVin: 'VLNRL8H26L0049911',
    event: 'none',
    photos: 5,
    signs: ['no-sign', 'loop-normal'],
    stalkMillimetres: 58,
    stalkAsBuiltMillimetres: 92,
    built: '2020-02',
    storage: 'dry',
    claim: 'never fired, all lamps off when it came in',
  });
  const good = donor(25, {
    seller: 'Mill Lane Parts',
    donorVin: 'VLNRL8H21L0050066',
    event: 'none',
    photos: 4,
    signs: ['no-sign'],
    stalkMillimetres: 92,
    stalkAsBuiltMillimetres: 92,
    built: '2020-04',
    storage: 'dry',
  });
  offer(30, 'belt-front-left', 'unfired-salvage', 'Mill Lane Parts', 6500, { donorId: good, days: 2 });
  for (const [step, note] of [
    ['asleep', null],
    ['ignition-off', 'key in the tin box at the desk'],
    ['battery-off', 'one battery on this car'],
  ] as const)
    job.enter('safeties', yuki, [0, '09:40'], { step, note });
}

function j0138(now: Date): JobStory {
  const job = new JobStory(
    138,
    now,
    {
      customer: 'Iver Stroud',
      customerWords: 'Jumped it, sparks, then half the lights were gone.',
      event: 'battery',
      eventNote: 'Jumped with reversed leads',
      eventDetails: { battery: 'jumped-reversed' },
      promised: [1, '17:00'],
    },
    { make: 'Ostrel', model: 'Marn wagon', year: 2018, plate: 'OM 52 IVS', odometerKm: 118300 },
  );
  const lamp = job.enter('beacons', pell, [-1, '13:10'], {
    kind: 'beacon',
    name: 'Left tail lamp out',
    lamp: 'bulb-out',
    bulbCheck: 'stayed-lit',
    seen: 'lit',
    ...always,
  });
  const locking = job.enter('beacons', pell, [-1, '13:11'], {
    kind: 'complaint',
    name: 'Central locking dead',
    seen: 'present',
    ...always,
  });
  job.enter('batteries', tomas, [-1, '13:40'], {
    type: 'flooded',
    restingVolts: 12.05,
    restHours: 3,
    celsius: 9,
    ratedAmps: 640,
    ratedStandard: 'EN',
    measuredAmps: 410,
    measuredStandard: 'EN',
  });
  job.enter('scans', tomas, [-1, '14:02'], { kind: 'baseline', text: report('j-0138-baseline') });
  job.enter('workings', tomas, [-1, '14:20'], { module: 'Body control', function: 'right tail lamp' });
  bodyModule(job, [lamp, locking], now);
  return job;
}

function j0147(now: Date): JobStory {
  const job = new JobStory(
    147,
    now,
    {
      customer: 'Mara Teague',
      customerWords: 'Since the seat was re-covered the bag-off lamp flickers with nobody there.',
      event: 'earlier-repair',
      eventNote: 'Seat re-covered',
      promised: [2, '12:00'],
    },
    { make: 'Velanta', model: 'Quill Estate', year: 2021, plate: 'VQ 66 MTE', odometerKm: 40980 },
  );
  job.enter('beacons', pell, [0, '08:05'], {
    kind: 'beacon',
    name: 'Passenger bag off',
    lamp: 'passenger-bag-off',
    bulbCheck: 'lit-and-went-out',
    seen: 'flashing',
    restraint: true,
    thereBefore: 'no',
    conditions: [],
    shown: 8,
    exposures: 20,
  });
  job.enter('batteries', tomas, [0, '08:20'], goodBattery);
  job.enter('scans', tomas, [0, '08:30'], { kind: 'baseline', text: report('j-0147-baseline') });
  job.enter('inventories', tomas, [0, '08:40'], { file: estateFile });
  const see = (item: string, sign: FactData<'signs'>['sign'], note: string) =>
    job.enter('signs', tomas, [0, '08:45'], { item, sign, note });
  see(
    'mat',
    'no-sign',
    'live value reads 7 kg with the seat empty: zero has drifted; the mat itself answers',
  );
  see('side-front-right', 'no-sign', 'cover sewn as before, plug mated and locked');
  see('buckle-front-right', 'no-sign', 'live value follows the tongue');
  const read = (moment: FactData<'loop-readings'>['moment'], ohms: number) =>
    job.enter('loop-readings', tomas, [0, '08:50'], { loop: 'L6', moment, ohms });
  read('as-found', 2.3);
  read('seat-forward', 2.3);
  read('seat-back', 2.4);
  zeroPointBegun(job);
  return job;
}

function j0129(now: Date): JobStory {
  const job = new JobStory(
    129,
    now,
    {
      customer: 'Brannock Farm',
      customerWords: 'Every light on the dash after the flood.',
      event: 'water',
      eventNote: 'Water in the trailer module',
      eventDetails: { waterPlace: 'rear, trailer module' },
      promised: [6, '09:00'],
    },
    { make: 'Hallmer', model: 'Drover', year: 2016, plate: 'HD 29 BRF', odometerKm: 203500 },
  );
  job.enter('beacons', pell, [-4, '10:00'], {
    kind: 'beacon',
    name: 'Trailer lamps',
    lamp: 'trailer',
    bulbCheck: 'stayed-lit',
    seen: 'lit',
    ...always,
  });
  job.enter('beacons', pell, [-4, '10:01'], {
    kind: 'beacon',
    name: 'Stability off',
    lamp: 'stability',
    bulbCheck: 'lit-and-went-out',
    seen: 'comes-and-goes',
    thereBefore: 'no',
    conditions: ['rain'],
    shown: 6,
    exposures: 20,
  });
  job.enter('powerings', tomas, [-4, '10:20'], {
    ...nothingFound,
    wet: 'found',
    note: 'trailer module stands in water',
  });
  job.enter('powerings', tomas, [-3, '09:30'], {
    ...nothingFound,
    note: 'module taken out dead, dried on the bench, box drained, refitted',
  });
  job.enter('batteries', tomas, [-3, '09:40'], { ...goodBattery, restingVolts: 12.62 });
  job.enter('scans', tomas, [-3, '10:12'], { kind: 'baseline', text: report('j-0129-baseline') });
  job.enter('scans', tomas, [-3, '10:31'], { kind: 'interim', text: report('j-0129-interim') });
  return job;
}

function j0120(now: Date): JobStory {
  const job = new JobStory(
    120,
    now,
    {
      customer: 'Sol Arden',
      event: 'module-failure',
      eventNote: 'Daytime light dark',
      promised: [0, '17:30'],
    },
    { make: 'Ostrel', model: 'Marn saloon', year: 2021, plate: 'OM 20 SAR', odometerKm: 55120 },
  );
  const daytime = job.enter('beacons', pell, [-2, '15:20'], {
    kind: 'beacon',
    name: 'Right daytime light',
    lamp: 'bulb-out',
    bulbCheck: 'stayed-lit',
    seen: 'lit',
    ...always,
  });
  job.enter('batteries', tomas, [-2, '15:40'], { ...goodBattery, restingVolts: 12.7, restHours: 5 });
  ledDriver(job, daytime, now);
  return job;
}

function j0116(now: Date): JobStory {
  const job = new JobStory(
    116,
    now,
    {
      customer: 'Lio Marchetti',
      event: 'collision',
      eventNote: 'Door replaced',
      eventDetails: { zones: [9], severity: 'light', occupants: [{ seat: 'front-left', belted: 'yes' }] },
      promised: [0, '16:00'],
    },
    { make: 'Corvane', model: 'Lumen', year: 2023, plate: 'LR 11 LIO', odometerKm: 21040, highVoltage: true },
  );
  job.enter('beacons', pell, [-5, '09:40'], {
    kind: 'complaint',
    name: 'Window stops halfway',
    seen: 'present',
    ...always,
  });
  job.enter('powerings', tomas, [-5, '09:50'], nothingFound);
  job.enter('batteries', tomas, [-5, '09:58'], {
    ...goodBattery,
    type: 'lithium',
    restingVolts: 13.2,
    restHours: 3,
  });
  doorPlanned(job);
  doorCoded(job);
  return job;
}
