/**
 * Lamps by their shape: our own drawings after the international symbols, each on a field of 32 by 32, and the words
 * by which a person looks for them. Lines are drawn in the text's colour; `fill` parts are filled.
 */
export interface Lamp {
  readonly id: string;
  readonly name: string;
  readonly words: string;
  /** Outlines. */
  readonly line: string;
  /** Filled parts. */
  readonly fill?: string;
  readonly text?: string;
  /** It belongs to the restraints: the proof asks for 99 %. */
  readonly restraint?: true;
}

const seated = 'M12 8a3 3 0 1 0 .1 0M9 14l3-2 3 5 6 1M10 14l-1 8h7l5 6';
const car = 'M4 20l2-6 4-4h12l4 4 2 6v4H4z';
const beam = 'M18 7c8 0 10 4 10 9s-2 9-10 9c-2-3-3-6-3-9s1-6 3-9z';
const tyre = 'M9 5c-4 5-4 13-1 19h16c3-6 3-14-1-19';
const triangle = 'M16 5L29 27H3z';

export const lamps: readonly Lamp[] = [
  {
    id: 'restraint',
    name: 'Restraint lamp',
    words: 'airbag bag srs person ball',
    line: `${seated}`,
    fill: 'M24 10a4 4 0 1 0 .1 0',
    restraint: true,
  },
  {
    id: 'belt',
    name: 'Belt lamp',
    words: 'seat belt seatbelt buckle person strap',
    line: 'M16 4a3.5 3.5 0 1 0 .1 0M9 28v-9c0-4 3-6 7-6s7 2 7 6v9M21 14L10 25M22 28l-7-7',
    restraint: true,
  },
  {
    id: 'passenger-bag-off',
    name: 'Passenger bag off',
    words: 'passenger airbag off child seat',
    line: `${seated}M4 4l24 24`,
    fill: 'M24 10a4 4 0 1 0 .1 0',
    restraint: true,
  },
  {
    id: 'passenger-bag-on',
    name: 'Passenger bag on',
    words: 'passenger airbag on',
    line: `${seated}M25 22v4m-3-2h6`,
    fill: 'M24 10a4 4 0 1 0 .1 0',
    restraint: true,
  },
  {
    id: 'side-bag',
    name: 'Side bag',
    words: 'side airbag curtain',
    line: `${seated}M26 4v24`,
    fill: 'M22 6h3v8h-3z',
    restraint: true,
  },
  {
    id: 'brake',
    name: 'Brake',
    words: 'brake fluid wear circle exclamation',
    line: 'M16 7a9 9 0 1 0 .1 0M7 6a13 13 0 0 0 0 20M25 6a13 13 0 0 1 0 20M16 11v6',
    fill: 'M16 19.5a1.3 1.3 0 1 0 .1 0',
  },
  {
    id: 'parking-brake',
    name: 'Parking brake',
    words: 'hand brake P circle',
    line: 'M16 7a9 9 0 1 0 .1 0M7 6a13 13 0 0 0 0 20M25 6a13 13 0 0 1 0 20M14 21v-9h3a2.6 2.6 0 0 1 0 5.2h-3',
  },
  {
    id: 'brake-pads',
    name: 'Brake linings',
    words: 'brake pads lining worn dashes',
    line: 'M16 8a8 8 0 1 0 .1 0M7 7c-3 5-3 13 0 18M25 7c3 5 3 13 0 18M4 10v2m-1 4v1m1 4v2M28 10v2m1 4v1m-1 4v2',
  },
  {
    id: 'anti-lock',
    name: 'Anti-lock brakes',
    words: 'abs anti-lock brake',
    line: 'M16 6a10 10 0 1 0 .1 0M6 5a14 14 0 0 0 0 22M26 5a14 14 0 0 1 0 22',
    text: 'ABS',
  },
  {
    id: 'stability',
    name: 'Stability',
    words: 'esp esc skid slip traction stability',
    line: 'M8 15l2-5h12l2 5v5H8zM11 24c-3 2 1 3-2 5M21 24c-3 2 1 3-2 5',
    fill: 'M11 17.5a1 1 0 1 0 .1 0M21 17.5a1 1 0 1 0 .1 0',
  },
  {
    id: 'stability-off',
    name: 'Stability off',
    words: 'esp esc off skid slip traction',
    line: 'M9 11l2-5h10l2 5v5H9zM11 20c-3 2 1 3-2 5M21 20c-3 2 1 3-2 5',
    text: 'OFF',
  },
  {
    id: 'tyre',
    name: 'Tyre pressure',
    words: 'tyre tire pressure wheel flat',
    line: `${tyre}M16 10v7M8 24v3m4-3v3m4-3v3m4-3v3m4-3v3`,
    fill: 'M16 20a1.3 1.3 0 1 0 .1 0',
  },
  {
    id: 'steering',
    name: 'Steering',
    words: 'steering wheel power assist',
    line: 'M14 6a10 10 0 1 0 .1 0M14 13a3 3 0 1 0 .1 0M4 15h7m6 0h7m-10 4v7M29 8v9',
    fill: 'M29 20a1.3 1.3 0 1 0 .1 0',
  },
  {
    id: 'engine',
    name: 'Engine',
    words: 'engine check mil emission motor malfunction',
    line: 'M9 11h4l2-3h7M18 8v3h4l4 4v8h-7l-3 3H9v-4H6v-7h3zM3 15v7M26 17h3v6h-3',
  },
  {
    id: 'oil',
    name: 'Oil pressure',
    words: 'oil can pressure drop',
    line: 'M5 12l4-1 3 4h8l8-4-5 12H10v-6l-4-2zM14 15v-4h5',
    fill: 'M29 18c1.5 2 2 3 1 4s-2 0-2-1 .5-2 1-3z',
  },
  {
    id: 'coolant',
    name: 'Coolant',
    words: 'coolant temperature thermometer hot water',
    line: 'M14 4v13a4 4 0 1 0 4 0V4zM18 7h5m-5 4h4m-4 4h5M3 24c3-2 4 2 7 0m12 0c3-2 4 2 7 0',
  },
  {
    id: 'charge',
    name: 'Charging',
    words: 'battery alternator generator charge volts',
    line: 'M4 11h24v15H4zM8 11V8h4v3m8 0V8h4v3M8 18h5m6 0h5m-2.5-2.5v5',
  },
  {
    id: 'glow',
    name: 'Glow plugs',
    words: 'glow preheat diesel coil',
    line: 'M3 20h5c-4-8 5-11 4-3s-3 4-1 0 6-8 5 0-3 4-1 0 6-8 5 0-3 4-1 0 5-5 6 3h4',
  },
  {
    id: 'filter',
    name: 'Particulate filter',
    words: 'dpf particulate exhaust filter soot',
    line: 'M3 16h4l3-6h12l3 6h4M10 22h12l3-6M10 22l-3-6M13 13v0m3 0v0m3 0v0m-6 5v0m3 0v0m3 0v0',
  },
  {
    id: 'fuel',
    name: 'Fuel',
    words: 'fuel petrol diesel pump reserve',
    line: 'M6 28V6h12v22M4 28h16M8 9h8v6H8zM18 15h3v8a2.5 2.5 0 0 0 5 0V12l-4-4',
  },
  {
    id: 'gearbox',
    name: 'Gearbox',
    words: 'transmission gear automatic cog',
    line: 'M16 8a8 8 0 1 0 .1 0M16 3v4m0 18v4M3 16h4m18 0h4M7 7l3 3m12 12l3 3M25 7l-3 3M10 22l-3 3M16 12v5',
    fill: 'M16 19.5a1.2 1.2 0 1 0 .1 0',
  },
  {
    id: 'main-beam',
    name: 'Main beam',
    words: 'high beam main headlight blue',
    line: `${beam}M3 9h9M2 14h9M2 18h9M3 23h9`,
  },
  {
    id: 'dipped-beam',
    name: 'Dipped beam',
    words: 'low beam dipped headlight headlamp',
    line: `${beam}M12 8l-9 4M11 13l-9 4M11 18l-9 4M12 23l-7 4`,
  },
  {
    id: 'headlamp-fault',
    name: 'Headlamp fault',
    words: 'headlight headlamp led xenon discharge adaptive fault',
    line: `${beam}M3 9h9M2 14h9M2 18h9M3 23h9M22 11v6`,
    fill: 'M22 19.5a1.2 1.2 0 1 0 .1 0',
  },
  {
    id: 'levelling',
    name: 'Headlamp levelling',
    words: 'headlamp range level height',
    line: `${beam}M12 10l-7 3M11 15l-6 2M5 21v7m-3-3l3 3 3-3`,
  },
  {
    id: 'position',
    name: 'Position lamps',
    words: 'parking side position sidelight tail',
    line: 'M12 10a6 6 0 1 0 0 12zM20 10a6 6 0 1 1 0 12zM3 8l-2-1m2 9H1m2 8l-2 1M29 8l2-1m-2 9h2m-2 8l2 1',
  },
  {
    id: 'daytime',
    name: 'Daytime light',
    words: 'drl daytime running light led',
    line: `${beam}M4 16h7M6 8l5 3M6 24l5-3`,
    text: 'D',
  },
  {
    id: 'front-fog',
    name: 'Front fog',
    words: 'front fog lamp mist',
    line: `${beam}M12 9l-9 3M11 15l-9 3M12 22l-9 3M7 7c2 3-2 5 0 8s-2 5 0 8-1 3 0 4`,
  },
  {
    id: 'rear-fog',
    name: 'Rear fog',
    words: 'rear fog lamp mist',
    line: 'M14 7C6 7 4 11 4 16s2 9 10 9c2-3 3-6 3-9s-1-6-3-9zM20 10h9M20 16h9M20 22h9M25 6c-2 3 2 5 0 8s2 5 0 8 1 3 0 4',
  },
  {
    id: 'indicator-left',
    name: 'Left indicator',
    words: 'indicator turn signal blinker left arrow flashing fast',
    line: 'M3 16l11-10v6h14v8H14v6z',
  },
  {
    id: 'indicator-right',
    name: 'Right indicator',
    words: 'indicator turn signal blinker right arrow flashing fast',
    line: 'M29 16L18 6v6H4v8h14v6z',
  },
  {
    id: 'hazard',
    name: 'Hazard',
    words: 'hazard triangle warning flashers',
    line: `${triangle}M16 12l7 12H9z`,
  },
  {
    id: 'bulb-out',
    name: 'Lamp out',
    words: 'bulb lamp out exterior light failure tail brake daytime',
    line: 'M16 5a8 8 0 0 0-4 15v3h8v-3a8 8 0 0 0-4-15zM13 26h6M16 9v6M3 12h3m20 0h3M6 4l2 2m18-2l-2 2',
    fill: 'M16 17.5a1.2 1.2 0 1 0 .1 0',
  },
  {
    id: 'trailer',
    name: 'Trailer lamps',
    words: 'trailer caravan towing',
    line: 'M9 9h18v12H9zM14 21a3 3 0 1 0 6 0M9 18H3m2-3v5',
  },
  {
    id: 'door-open',
    name: 'Door open',
    words: 'door ajar open sliding latch',
    line: 'M11 4h10l2 8v12l-2 4H11l-2-4V12zM9 13L2 20m7-3l-5 6M23 13l7 7M9 12h14',
  },
  {
    id: 'boot-open',
    name: 'Boot open',
    words: 'trunk tailgate hatch boot lid open',
    line: 'M3 22v-4l4-1 4-5h9l6 5v5zM8 22a2 2 0 1 0 4 0m8 0a2 2 0 1 0 4 0M26 16l4-8',
  },
  {
    id: 'bonnet-open',
    name: 'Bonnet open',
    words: 'hood bonnet open',
    line: 'M29 22v-4l-4-1-4-5h-9l-6 5v5zM8 22a2 2 0 1 0 4 0m8 0a2 2 0 1 0 4 0M6 16L2 8',
  },
  {
    id: 'bonnet-lifter',
    name: 'Pedestrian protection',
    words: 'bonnet lifter pedestrian active hood',
    line: `M3 24h18l3-6-4-2-9 1M12 17l8-8M26 6a2 2 0 1 0 .1 0M26 11v8m0 0l-2 7m2-7l2 7`,
    restraint: true,
  },
  {
    id: 'washer',
    name: 'Washer fluid',
    words: 'washer fluid screen spray',
    line: 'M4 24c2-8 6-10 12-10s10 2 12 10zM16 20v-9M16 11c-1-4-4-5-6-3m6 3c1-4 4-5 6-3M10 8v2m12-2v2',
  },
  {
    id: 'wiper',
    name: 'Wiper',
    words: 'wiper screen rain sensor',
    line: 'M4 25c2-9 6-12 12-12s10 3 12 12zM16 25L9 15',
  },
  {
    id: 'immobiliser',
    name: 'Immobiliser',
    words: 'immobiliser key lock car anti theft',
    line: `${car}M8 24v2m16-2v2M16 14a2 2 0 1 0 .1 0M16 18v4`,
  },
  {
    id: 'key',
    name: 'Key',
    words: 'key fob not found start',
    line: 'M10 11a5 5 0 1 0 .1 0M15 16h13v4m-5-4v3',
  },
  {
    id: 'charge-lead',
    name: 'Charge lead or flap',
    words: 'charge plug lead cable flap port electric',
    line: 'M9 5v6m6-6v6M6 11h12v5a6 6 0 0 1-12 0zM12 22v3c0 4 8 4 8 0v-7c0-4 7-4 7 0v10',
  },
  {
    id: 'traction-battery',
    name: 'Traction battery',
    words: 'high voltage traction battery hybrid electric',
    line: 'M3 10h24v13H3zM27 14h2v5h-2M17 11l-5 6h5l-3 5',
  },
  {
    id: 'high-voltage',
    name: 'High-voltage fault',
    words: 'high voltage electric system isolation fault',
    line: `${triangle}M17 11l-4 7h5l-3 6`,
  },
  {
    id: 'limp',
    name: 'Reduced power',
    words: 'limp power limited turtle reduced',
    line: 'M5 22c0-8 5-12 11-12s10 4 11 12zM27 18c3-2 4 1 2 3l-2 1M9 22v4m12-4v4',
  },
  {
    id: 'suspension',
    name: 'Suspension',
    words: 'air suspension damper level height',
    line: 'M4 14l3-5h16l4 5v5H4zM16 21v8m-3-3l3 3 3-3M16 7V2m-3 2l3-3 3 3',
  },
  {
    id: 'distance',
    name: 'Distance warning',
    words: 'radar distance collision warning front assist',
    line: 'M3 22v-4l3-5h6l3 5v4zM20 22v-4l2-4h5l2 4v4M15 9l3-3m-3 3l3 3m-3-3h8',
  },
  {
    id: 'lane',
    name: 'Lane assist',
    words: 'lane keeping departure camera',
    line: 'M6 28L11 4M26 28L21 4M11 22l2-5h6l2 5v3H11z',
  },
  {
    id: 'warning',
    name: 'Master warning',
    words: 'warning triangle master general message',
    line: `${triangle}M16 13v7`,
    fill: 'M16 22.5a1.3 1.3 0 1 0 .1 0',
  },
];

const byId = new Map(lamps.map((lamp) => [lamp.id, lamp]));

export const lampOf = (id: string | null | undefined): Lamp | undefined =>
  id == null ? undefined : byId.get(id);

/** Lamps whose name or words answer to every word; all of them where nothing is typed. */
export function findLamps(text: string): readonly Lamp[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  return lamps.filter(({ name, words: own }) => {
    const all = `${name} ${own}`.toLowerCase();
    return words.every((word) => all.includes(word));
  });
}
