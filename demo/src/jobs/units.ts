/** Units of the demo whose routes are weighed, with the parts on offer; each list holds one trap. */
import type { FactData } from '@dormant-beacon/contract';
import { memorySaved } from './codings.js';
import { addMonths, dayNumber, usualWeek, workingDayAfter, writtenDay } from '@dormant-beacon/core/calendar';
import type { PartDescription } from '@dormant-beacon/core/fit';
import { usualRoutes } from '@dormant-beacon/core/route';
import { templates } from '@dormant-beacon/core/trace/templates';
import { type JobStory, pell, report, tomas, yuki } from '../world.js';

/** The day so many days from the one on which the demo is loaded. */
function dayFrom(now: Date, days: number): string {
  return writtenDay(dayNumber(now.toISOString().slice(0, 10)) + days);
}

/** So many working days after the demo is loaded: what is recommended is then the same whatever the weekday. */
function workingDayFrom(now: Date, days: number): string {
  return workingDayAfter(now.toISOString().slice(0, 10), days, usualWeek);
}

const used = (more: object = {}): NonNullable<PartDescription['provenance']> => ({
  kind: 'used',
  event: 'none',
  ...more,
});

/** J-0120: the driver of a daytime light; the cover ran out 23 days ago, the cheap offer has another plug. */
export function ledDriver(job: JobStory, beaconId: string, now: Date): void {
  job.enter('scans', tomas, [-2, '15:50'], { kind: 'baseline', text: report('j-0120-baseline') });
  const traceId = job.enter('traces', tomas, [-2, '16:00'], {
    title: 'LED headlamp',
    beaconIds: [beaconId],
    case: templates.find(({ id }) => id === 'driven-headlamp')!.build({}),
  });
  const read = (minute: number, test: string, more: object) =>
    job.enter('readings', tomas, [-2, `16:${minute}`], { traceId, test, ...more });
  read(10, 'look-fuse', { found: false });
  read(14, 'feed', { value: 12.41, supplyVolts: 12.45 });
  read(19, 'out', { value: 0.02, supplyVolts: 12.45 });
  read(31, 'swap-driver', { moved: true });
  const ranOut = dayFrom(now, -23);
  job.enter('coverages', pell, [-1, '09:00'], {
    inService: addMonths(ranOut, -96),
    covers: [{ name: 'Lamp units, extended', months: 96, distance: 160_000 }],
  });
  const planId = job.enter('route-plans', tomas, [-1, '09:10'], {
    unit: 'right LED driver',
    sort: 'lamp-unit',
    routes: [...usualRoutes('lamp-unit', 38_500)],
    readyBy: workingDayFrom(now, 4),
    downtimeCentsPerDay: 1500,
    traceId,
    element: 'DRIVER',
    beaconIds: [beaconId],
    checkFirst: 'water in the housing: seal the lost cap, look for drops and a blocked vent',
  });
  const driver: PartDescription = {
    kind: 'LED driver',
    partNumber: 'OM-2210-04',
    hand: 'right',
    connectors: [{ cavities: 12, key: 'A', colour: 'grey' }],
    watts: 18,
    options: ['two-step light'],
    vehicleBuilt: '2021-03',
  };
  const part = (minute: number, data: Omit<FactData<'parts'>, 'planId'>) =>
    job.enter('parts', pell, [-1, `09:${minute}`], { planId, ...data });
  const chain = [
    { old: 'OM-2210-04', new: 'OM-2210-05' },
    { old: 'OM-2210-05', new: 'OM-2210-06' },
  ];
  part(15, { role: 'removed', part: driver });
  part(20, {
    role: 'offered',
    seller: 'Ostrel parts desk',
    part: {
      ...driver,
      partNumber: 'OM-2210-06',
      priceCents: 38_500,
      provenance: { kind: 'new' },
      vehicleBuilt: null,
    },
    supersessions: chain,
  });
  part(24, {
    role: 'offered',
    seller: 'North Yard',
    part: {
      ...driver,
      partNumber: 'OM-2210-06',
      priceCents: 13_500,
      options: ['two-step light', 'washer'],
      vehicleBuilt: '2022-01',
      provenance: used({ distance: 31_000, storage: 'dry' }),
    },
    supersessions: chain,
    listing: 'right light driver, with washer nozzle, from a car hit at the rear',
  });
  part(29, {
    role: 'offered',
    seller: 'Harbour Salvage',
    part: {
      ...driver,
      priceCents: 8000,
      connectors: [{ cavities: 10, key: 'B', colour: 'grey' }],
      vehicleBuilt: '2019-11',
      provenance: used({ storage: 'outside' }),
    },
    listing: 'fits all years',
  });
}

/** J-0138: the output stage of a body module that keeps a second copy of the odometer; one donor has run further. */
export function bodyModule(job: JobStory, beaconIds: readonly string[], now: Date): void {
  const planId = job.enter('route-plans', tomas, [-1, '15:00'], {
    unit: 'body module',
    sort: 'module',
    routes: [...usualRoutes('module', 64_000)],
    readyBy: workingDayFrom(now, 5),
    downtimeCentsPerDay: 2500,
    beaconIds: [...beaconIds],
    checkFirst:
      'what the reversed leads have burnt beside it: the main link, the charging volts, the battery',
  });
  job.enter('route-choices', tomas, [-1, '15:20'], {
    planId,
    routeId: 'clone',
    recommended: 'bench-repair',
    reason: 'the board is burnt through: there is nothing left to solder to',
  });
  job.enter('approvals', pell, [-1, '15:40'], {
    item: 'body module, other unit with its own memory',
    answer: 'yes',
    ceilingCents: 70_000,
    origin: 'used',
    how: 'telephone',
    by: 'Iver Stroud',
    planId,
  });
  const module: PartDescription = {
    kind: 'body module',
    partNumber: 'OM-6610-11C',
    connectors: [
      { cavities: 40, key: 'A', colour: 'black' },
      { cavities: 24, key: 'C', colour: 'grey' },
    ],
    hardware: 'H07',
    software: 'S4.12',
    options: ['fog lamps', 'trailer', 'alarm'],
    vehicleBuilt: '2018-05',
  };
  const part = (minute: number, data: Omit<FactData<'parts'>, 'planId'>) =>
    job.enter('parts', pell, [-1, `16:${minute}`], { planId, ...data });
  part(10, { role: 'removed', part: module });
  part(14, {
    role: 'offered',
    seller: 'Mill Lane Parts',
    coreDepositCents: 6000,
    part: {
      ...module,
      priceCents: 21_500,
      software: 'S4.09',
      options: ['fog lamps', 'trailer'],
      vehicleBuilt: '2018-11',
      provenance: used({ distance: 96_000, storage: 'dry', donorVin: 'OMRWL8H21J0040817' }),
    },
  });
  part(19, {
    role: 'offered',
    seller: 'Harbour Salvage',
    part: {
      ...module,
      partNumber: 'OM-6610-11G',
      priceCents: 12_000,
      vehicleBuilt: '2018-07',
      provenance: used({ event: 'water', distance: 214_000 }),
    },
    listing: 'body computer, tested, plug and play; 214 000 km, keep in mind that it shows in the dash',
  });
  part(23, {
    role: 'offered',
    seller: 'North Yard',
    part: {
      ...module,
      partNumber: 'OM-6612-02A',
      priceCents: 18_000,
      connectors: [
        { cavities: 40, key: 'B', colour: 'black' },
        { cavities: 24, key: 'C', colour: 'grey' },
      ],
      provenance: used({ distance: 61_000 }),
    },
  });
  memorySaved(job, planId);
}

/** J-0142: the restraint module, locked by its crash record; the one on offer is claimed to be unfired. */
export function restraintModule(job: JobStory, beaconIds: readonly string[], now: Date): void {
  const planId = job.enter('route-plans', yuki, [0, '10:00'], {
    unit: 'control module',
    sort: 'restraint-module',
    routes: [...usualRoutes('restraint-module', 41_000)],
    readyBy: workingDayFrom(now, 6),
    beaconIds: [...beaconIds],
    checkFirst: 'every loop with a substitute load in its place; no unit is opened while it is powered',
  });
  const module: PartDescription = {
    kind: 'restraint control module',
    partNumber: 'VQ-7712-05',
    connectors: [{ cavities: 50, key: 'A', colour: 'yellow' }],
    hardware: 'R3',
    software: 'R3.20',
    vehicleBuilt: '2020-02',
  };
  const part = (minute: number, data: Omit<FactData<'parts'>, 'planId'>) =>
    job.enter('parts', pell, [0, `10:${minute}`], { planId, ...data });
  part(12, { role: 'removed', part: module });
  part(15, {
    role: 'offered',
    seller: 'Velanta parts desk',
    part: { ...module, priceCents: 41_000, provenance: { kind: 'new' }, vehicleBuilt: null },
  });
  part(18, {
    role: 'offered',
    seller: 'Harbour Salvage',
    part: {
      ...module,
      priceCents: 9500,
      provenance: used({
        event: 'collision',
        deployed: false,
        donorVin: 'VLNRL8H26L0049911',
        storage: 'dry',
      }),
    },
    listing: 'never fired, all lamps off when it came in',
  });
}
