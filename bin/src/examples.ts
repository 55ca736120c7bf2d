/** Example inputs for `--help`: they really run. */

export const report = `ODDLIGHT R2  diagnostic report     software 4.18
Restraint control (1 code)
  B1049-13  Left belt loop   Current
Trailer: no response
`;

const codes = [{ module: 'Body', code: 'B1318', failureType: '16', status: 'active' }];
export const comparison = {
  before: { codes, modules: [{ name: 'Body', answered: true }] },
  after: { codes: [], modules: [{ name: 'Body', answered: true, monitorRan: true }] },
};

export const explanation = {
  codes: [
    { id: 'c1', module: 'Body', code: 'B1318', failureType: '16', status: 'stored', text: 'Supply voltage' },
    { id: 'c2', module: 'Engine', code: 'P0562', status: 'stored' },
    { id: 'c3', module: 'Body', code: 'B1C11', failureType: '13', status: 'active', text: 'Tail lamp' },
  ],
  battery: { restingVolts: 11.9 },
};

const elements = [
  { id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.015 },
  { id: 'F7', kind: 'fuse', pins: ['b+', 'f7'], amps: 10 },
  { id: 'C2', kind: 'contact', pins: ['f7', 'lp'], ohms: 0.005 },
  { id: 'LP', kind: 'lamp', pins: ['lp', 'g3'], volts: 12, watts: 21 },
  { id: 'G3', kind: 'ground', pins: ['g3', 'gnd'], ohms: 0.01 },
];
export const circuit = {
  circuit: { elements },
  state: { faults: [{ element: 'C2', mode: 'resistive', ohms: 4 }] },
  meters: [{ id: 'm1', kind: 'volts', from: 'lp', to: 'gnd' }],
};

export const bench = {
  circuit: { elements },
  suspects: [
    { id: 'fuse', element: 'F7', mode: 'open', weight: 4 },
    { id: 'lamp', element: 'LP', mode: 'open', weight: 8 },
  ],
  tests: [
    { id: 't1', kind: 'volts', from: 'lp', to: 'gnd', minutes: 3 },
    { id: 't2', kind: 'inspect', element: 'F7', minutes: 1, finds: 0.95, falseAlarm: 0.01 },
  ],
  repairs: [
    { element: 'F7', minutes: 2, priceCents: 100 },
    { element: 'LP', minutes: 6, priceCents: 400 },
  ],
};
export const trace = { ...bench, readings: [{ test: 't1', value: 0.02 }] };

export const watch = {
  unit: 'cycles',
  before: { shown: 6, exposures: 20 },
  cleanSince: 5,
  cured: 0.85,
  perDay: 4,
};

export const watchPlan = {
  watch: { unit: 'cycles', before: { shown: 5, exposures: 12 }, cleanSince: 0, cured: 0.82 },
  needs: [
    { id: 'cold start', count: 2 },
    { id: 'wet', count: 1 },
  ],
  exposures: [
    { id: 'cold start', counts: 1, gives: ['cold start'], cents: 750, firstOfDay: true, fromDay: 1 },
    { id: 'hose trial', counts: 0.84, gives: ['wet'], cents: 1500 },
    { id: 'short drive', counts: 0.2, cents: 2250 },
  ],
  from: '2026-03-09T15:10',
  centsPerDay: 1000,
};

export const restraintScope = {
  inventory: [
    { id: 'bag-driver', item: 'frontal-bag', seat: 'front-left', zone: 12, stages: 2, loops: ['L1', 'L2'] },
    { id: 'belt-fl', item: 'belt', seat: 'front-left', loops: ['L4'] },
    { id: 'belt-rl', item: 'belt', seat: 'rear-left' },
    { id: 'module', item: 'control-module' },
  ],
  event: { kind: 'collision', zones: [12, 1], severity: 'moderate' },
  occupants: [{ seat: 'front-left', belted: true }],
  evidence: [{ id: 'bag-driver', sign: 'deployed' }],
  policy: 'maker-new',
};

export const restraintGuard = { complaint: 'red lamp since the seat was moved, yellow plug underneath' };

export const restraintPackage = {
  items: [
    {
      id: 'belt-fl',
      routes: [
        { kind: 'maker-new', priceCents: 41_000, minutes: 60, days: 2 },
        { kind: 'certified-rebuild', priceCents: 12_500, minutes: 75, days: 6 },
      ],
    },
  ],
  policy: 'certified-rebuild',
  hourlyRateCents: 9000,
  vehicleValueCents: 420_000,
  totalLossAt: 0.7,
};

export const coverage = {
  inService: '2018-02-14',
  on: '2026-03-09',
  odometer: 130_000,
  covers: [
    { name: 'Lamp units, extended', months: 96, distance: 160_000 },
    { name: 'Rust', months: 144 },
  ],
};

const unit = {
  kind: 'daytime LED unit',
  connectors: [{ cavities: 6, key: 'A', colour: 'grey' }],
  hand: 'right',
  watts: 18,
};
export const fit = {
  original: { ...unit, id: 'removed', partNumber: 'OM-2210-04', options: ['adaptive'] },
  candidates: [
    { ...unit, id: 'harbour', partNumber: 'OM-2210-06', options: ['adaptive'], priceCents: 21_000 },
    { ...unit, id: 'tidewater', partNumber: 'OM-2210-04', hand: 'left', options: [], priceCents: 9000 },
  ],
  supersessions: [{ old: 'OM-2210-04', new: 'OM-2210-06' }],
};

export const routes = {
  routes: [
    {
      id: 'new',
      priceCents: 42_000,
      labourMinutes: 50,
      hourlyRateCents: 9000,
      leadDays: [1, 2, 6],
      succeeds: 0.98,
    },
    {
      id: 'driver-repair',
      priceCents: 6000,
      labourMinutes: 150,
      hourlyRateCents: 9000,
      leadDays: [0, 1, 2],
      succeeds: 0.65,
      onFailure: { costCents: 49_500, days: 3 },
      downtimeCentsPerDay: 2500,
    },
  ],
  readyWithinDays: 4,
  seed: 1,
};

export const ledgerPlan = {
  steps: [
    { id: 'door trim', minutes: 6, fasteners: [{ kind: 'screw', drive: 'T20', count: 3, torqueNm: 2 }] },
    { id: 'water film', minutes: 4, needs: [['door trim']] },
    {
      id: 'latch',
      minutes: 5,
      needs: [['water film']],
      fasteners: [{ kind: 'bolt', drive: 'T30', count: 3, torqueNm: 8, oneTime: true }],
    },
    { id: 'mirror cap', minutes: 2 },
    { id: 'mirror glass', minutes: 3, needs: [['door trim'], ['mirror cap']] },
  ],
  targets: ['latch', 'mirror glass'],
  try: { needs: ['latch'] },
};

export const ledgerCount = {
  removed: [
    { bag: '1', kind: 'screw', drive: 'T20', count: 3 },
    { bag: '2', kind: 'clip', count: 8 },
  ],
  refitted: [
    { bag: '1', kind: 'screw', drive: 'T20', count: 3 },
    { bag: '2', kind: 'clip', count: 7 },
  ],
};

export const imageFile = `:0400100001F400FFF8
:00000001FF
`;
export const imageSegments = { segments: [{ address: 16, bytes: '01f400ff' }] };

const car = '4c5541'; // LUA
const other = '4c5542'; // LUB
const memory = (vin: string, distance: string, sum: string) => [
  { address: 0, bytes: `${vin}${distance}a5${distance}${sum}` },
];
export const merge = {
  layout: {
    fields: [
      { name: 'vin', address: 0, length: 3, encoding: 'ascii', role: 'vin' },
      { name: 'odometer', address: 3, length: 3, encoding: 'uint', mirrors: [7], role: 'odometer' },
    ],
    checksums: [{ name: 'main', from: 0, to: 9, kind: 'sum8', at: 10 }],
  },
  original: memory(car, '01e240', 'cd'),
  donor: memory(other, '030d40', '28'),
  recipe: { vin: 'original', odometer: 'original' },
  recordedOdometer: 123456,
  drivenInJob: 4,
};

const rules = [
  { option: 'fog-front', byte: 1, mask: '20', value: '20' },
  { option: 'left-hand', byte: 0, mask: '03', value: '01' },
  { option: 'right-hand', byte: 0, mask: '03', value: '02' },
];
export const optionBytes = { rules, bytes: '01ab' };
export const optionList = { rules, base: '01ab', options: ['right-hand'] };

export const lock = {
  depths: [
    { code: '1', mm: 8 },
    { code: '2', mm: 7.5 },
    { code: '3', mm: 7 },
  ],
  measured: [7.96, 7.43, 6.98],
  accuracyMm: 0.05,
  wearMm: 0.1,
  maxStep: 2,
  kit: { 1: 4, 3: 2 },
  cylinder: ['1', '1', '3'],
};

export const framesSplit = { id: '7E0', payload: '22f190' };
export const framesLog = `(1736.250000) can0 7E0#0322F19000000000
(1736.260000) can0 7E8#100C62F190414243
(1736.261000) can0 7E0#3000000000000000
(1736.262000) can0 7E8#2144454647484900
`;

export const vehicleAsk = {
  vehicle: 'quill',
  seed: 1,
  state: { ignition: 'on' },
  faults: [{ element: 'DRIVER-TENSIONER-PIN', mode: 'resistive', ohms: 4 }],
  seconds: 10,
  requests: [
    { module: 'restraint', bytes: '1902ff' },
    { module: 'restraint', bytes: '22f190' },
  ],
};
