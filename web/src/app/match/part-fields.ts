/** What is asked of a part: which fields matter for a sort of unit, and how they are read into a record. */
import { type PartDescription } from '@dormant-beacon/core/fit';
import type { UnitSort } from '@dormant-beacon/core/route';
import { centsOrNull, type Field, field, numberOrNull, trouble, type Trouble } from '../entry';
import { plugsOf, plugsText } from './plugs';

/** Typed lines of a part, by the name of its field. */
export const typed = [
  'partNumber',
  'kind',
  'plugs',
  'mounting',
  'builtFrom',
  'builtTo',
  'vehicleBuilt',
  'options',
  'hardware',
  'software',
  'stages',
  'watts',
  'base',
  'filaments',
  'colour',
  'amps',
  'style',
  'contains',
  'interchangeGroup',
  'price',
  'distance',
  'storage',
  'donorVin',
] as const;
export type Typed = (typeof typed)[number];
export const chosen = ['hand', 'scope', 'origin', 'provenance', 'event', 'fired'] as const;
export type Chosen = (typeof chosen)[number];

export type PartFields = Readonly<Record<Typed | Chosen, Field<string>>>;

export const partFields = (): PartFields =>
  Object.fromEntries([...typed, ...chosen].map((name) => [name, field('')])) as unknown as PartFields;

const electronics: readonly (Typed | Chosen)[] = ['plugs', 'hardware', 'software', 'options', 'vehicleBuilt'];
const shown: Readonly<Record<UnitSort, readonly (Typed | Chosen)[]>> = {
  lamp: ['base', 'watts', 'filaments', 'colour', 'amps', 'style'],
  'lamp-unit': ['hand', 'plugs', 'watts', 'options', 'software', 'vehicleBuilt'],
  module: electronics,
  instruments: electronics,
  actuator: ['hand', 'plugs', 'scope', 'vehicleBuilt'],
  sensor: ['hand', 'plugs', 'colour', 'vehicleBuilt'],
  switch: ['hand', 'plugs', 'options', 'colour'],
  lock: ['hand', 'scope', 'plugs'],
  harness: ['plugs', 'vehicleBuilt', 'options'],
  'restraint-pyrotechnic': ['hand', 'plugs', 'stages', 'vehicleBuilt', 'contains'],
  'restraint-module': electronics,
  'restraint-sensor': ['hand', 'plugs', 'vehicleBuilt'],
  other: ['hand', 'plugs', 'scope', 'options', 'vehicleBuilt'],
};

/** The fields that come first for a sort; the others open on request. */
export const fieldsFor = (sort: UnitSort): ReadonlySet<string> => new Set(shown[sort]);

/** What is printed on a label or stands in a listing, into the fields. */
export function fill(fields: PartFields, part: PartDescription): void {
  for (const [name, value] of Object.entries(textsOf(part))) fields[name as Typed | Chosen].set(value);
}

function textsOf(part: PartDescription): Record<Typed | Chosen, string> {
  const text = (value: unknown) => (value == null ? '' : String(value as string | number));
  const list = (values: readonly string[] | null | undefined) => (values ?? []).join(', ');
  const from = part.provenance;
  return {
    partNumber: part.partNumber,
    kind: part.kind,
    plugs: part.connectors ? plugsText(part.connectors) : '',
    mounting: text(part.mounting),
    builtFrom: text(part.builtFrom),
    builtTo: text(part.builtTo),
    vehicleBuilt: text(part.vehicleBuilt),
    options: list(part.options),
    hardware: text(part.hardware),
    software: text(part.software),
    stages: text(part.stages),
    watts: text(part.watts),
    base: text(part.base),
    filaments: text(part.filaments),
    colour: text(part.colour),
    amps: text(part.amps),
    style: text(part.style),
    contains: list(part.contains),
    interchangeGroup: text(part.interchangeGroup),
    price: part.priceCents == null ? '' : String(part.priceCents / 100),
    distance: text(from?.distance),
    storage: text(from?.storage),
    donorVin: text(from?.donorVin),
    hand: text(part.hand),
    scope: text(part.scope),
    origin: text(part.origin),
    provenance: text(from?.kind),
    event: text(from?.event),
    fired: from?.deployed == null ? '' : from.deployed ? 'yes' : 'no',
  };
}

/** Of the part itself, not of where it was: what all parts of one number share. */
const shared: readonly (Typed | Chosen)[] = [
  ...([
    'kind',
    'plugs',
    'hand',
    'scope',
    'mounting',
    'stages',
    'watts',
    'base',
    'filaments',
    'amps',
    'style',
  ] as const),
  ...(['hardware', 'interchangeGroup'] as const),
];

/** Fields that are empty get what every one of the parts says alike. */
export function fillAgreed(fields: PartFields, parts: readonly PartDescription[]): void {
  const texts = parts.map(textsOf);
  for (const name of shared) {
    const said = new Set(texts.map((own) => own[name]));
    if (fields[name]() === '' && said.size === 1) fields[name].set([...said][0]!);
  }
}

const monthWritten = /^\d{4}-(?:0[1-9]|1[0-2])$/;

/** The record of a part, or the field that is not right yet. Nothing typed is not known. */
export function readPart(fields: PartFields): PartDescription | Trouble {
  const line = (name: Typed | Chosen) => fields[name]().trim() || null;
  if (line('partNumber') === null) return trouble(fields.partNumber, 'Type the number on its label.');
  if (line('kind') === null) return trouble(fields.kind, 'Say what it is.');
  const connectors = plugsOf(fields.plugs());
  if (connectors === null) return trouble(fields.plugs, 'Plugs as “12 A grey; 6 B”: cavities, key, colour.');
  for (const name of ['builtFrom', 'builtTo', 'vehicleBuilt'] as const)
    if (line(name) !== null && !monthWritten.test(line(name)!))
      return trouble(fields[name], 'A month such as 2019-04.');
  for (const name of ['watts', 'amps', 'stages', 'filaments', 'distance'] as const)
    if (Number.isNaN(numberOrNull(fields[name]())))
      return trouble(fields[name], 'Type this as a number, or nothing.');
  const priceCents = centsOrNull(fields.price());
  if (Number.isNaN(priceCents)) return trouble(fields.price, 'Type the price as a number, or nothing.');
  const list = (name: Typed) => {
    const items = fields[name]()
      .split(',')
      .map((one) => one.trim())
      .filter((one) => one !== '');
    return items.length > 0 ? items : null;
  };
  const kind = line('provenance') as 'new' | 'used' | 'remanufactured' | null;
  return {
    partNumber: line('partNumber')!,
    kind: line('kind')!,
    interchangeGroup: line('interchangeGroup'),
    scope: line('scope') as 'part' | 'assembly' | null,
    connectors: connectors.length > 0 ? connectors : null,
    hand: line('hand') as 'left' | 'right' | 'either' | null,
    mounting: line('mounting'),
    builtFrom: line('builtFrom'),
    builtTo: line('builtTo'),
    vehicleBuilt: line('vehicleBuilt'),
    options: list('options'),
    hardware: line('hardware'),
    software: line('software'),
    stages: numberOrNull(fields.stages()),
    watts: numberOrNull(fields.watts()),
    base: line('base'),
    filaments: numberOrNull(fields.filaments()),
    colour: line('colour'),
    amps: numberOrNull(fields.amps()),
    style: line('style'),
    contains: list('contains'),
    origin: line('origin') as 'maker' | 'equivalent' | 'unbranded' | null,
    provenance:
      kind === null
        ? null
        : {
            kind,
            event: line('event') as 'none' | 'collision' | 'water' | 'unknown' | null,
            deployed: line('fired') === null ? null : line('fired') === 'yes',
            donorVin: line('donorVin'),
            distance: numberOrNull(fields.distance()),
            storage: line('storage'),
          },
    priceCents,
  };
}
