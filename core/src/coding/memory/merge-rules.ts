/** What a merge may not do, whoever asks: distance, keys, crash records, images that are broken. */
import { showDistance } from '../../units/index.js';
import { bytesAt, type Image } from './image.js';
import { fieldValue, isBlank, readChecksums, sameBytes, storesOf } from './layout.js';
import type { FieldRole, Layout, LayoutField, MergeFacts, RecipeSources } from '../schema.js';

export const mergeRefusalKinds = [
  'checksum-broken',
  'crash-in-donor',
  'crash-changed',
  'odometer-unknown',
  'odometer-below',
  'odometer-above',
  'pairing-foreign',
  'pairing-untold',
] as const;
export type MergeRefusalKind = (typeof mergeRefusalKinds)[number];

export interface MergeRefusal {
  readonly kind: MergeRefusalKind;
  /** The field or checksum that it is about. */
  readonly name: string;
  /** Where in the request, such as `recipe.odometer`. */
  readonly path: string;
  readonly reason: string;
}

interface Case {
  readonly layout: Layout;
  readonly original: Image;
  readonly donor: Image;
  /** The donor’s image with the recipe carried out. */
  readonly result: Image;
  readonly sources: RecipeSources;
  readonly facts: MergeFacts;
}

/** Everything that the rules hold against a merge, the gravest first; empty where it may be done. */
export const refusalsOf = (merging: Case): readonly MergeRefusal[] => [
  ...crashRefusals(merging),
  ...brokenChecksums(merging),
  ...odometerRefusals(merging),
  ...pairingRefusals(merging),
];

const having = ({ fields }: Layout, role: FieldRole) => fields.filter((field) => field.role === role);
const inRecipe = ({ name }: LayoutField) => `recipe.${name}`;

/** A crash record is evidence: a unit that holds one goes into no other car, and none is written over. */
function crashRefusals({ layout, donor, result, sources }: Case): MergeRefusal[] {
  return having(layout, 'crash').flatMap((field) => {
    const stores = storesOf(field).map((store) => [
      bytesAt(donor, store, field.length)!,
      bytesAt(result, store, field.length)!,
    ]);
    const held = stores.some(([before]) => !isBlank(before!));
    const changed = stores.some(([before, after]) => !sameBytes(before!, after!));
    const refusal = (kind: MergeRefusalKind, reason: string): MergeRefusal => ({
      kind,
      name: field.name,
      path: sources.has(field.name) && changed ? inRecipe(field) : 'donor',
      reason,
    });
    return [
      ...(changed
        ? [
            refusal(
              'crash-changed',
              `“${field.name}” is a crash record of the donor’s unit: it is evidence, and nothing writes over it`,
            ),
          ]
        : []),
      ...(held
        ? [
            refusal(
              'crash-in-donor',
              `the donor’s unit holds a crash record in “${field.name}”: it goes into no other car`,
            ),
          ]
        : []),
    ];
  });
}

function brokenChecksums({ layout, original, donor, facts }: Case): MergeRefusal[] {
  if (facts.acceptBrokenChecksum === true) return [];
  return (['original', 'donor'] as const).flatMap((which) =>
    readChecksums(which === 'original' ? original : donor, layout)
      .filter(({ valid }) => valid === false)
      .map(({ name, held, expected }) => ({
        kind: 'checksum-broken' as const,
        name,
        path: which,
        reason: `the checksum “${name}” of the ${which}’s image is ${held}, its bytes give ${expected}: read it again, or accept it as broken`,
      })),
  );
}

/** The distances that the result may show, in kilometres; null where nothing tells. */
export interface OdometerRange {
  readonly least: number;
  readonly most: number;
}

/** What the car’s own records and its old unit show, and what was driven since. */
export function odometerRange(
  layout: Layout,
  original: Image,
  { recordedOdometer, drivenInJob }: Pick<MergeFacts, 'recordedOdometer' | 'drivenInJob'>,
): OdometerRange | null {
  const own = having(layout, 'odometer')
    .flatMap((field) => storesOf(field).map((store) => distanceAt(original, field, store)))
    .filter((distance) => distance !== null);
  const known = [...own, ...(recordedOdometer == null ? [] : [recordedOdometer])];
  if (known.length === 0) return null;
  const least = Math.max(...known);
  return { least, most: least + (drivenInJob ?? 0) };
}

function distanceAt(image: Image, field: LayoutField, store: number): number | null {
  const bytes = bytesAt(image, store, field.length);
  if (!bytes || bytes.every((byte) => byte === 0xff)) return null;
  const numeric = field.encoding === 'bcd' ? field : { ...field, encoding: 'uint' as const };
  const value = fieldValue(numeric, bytes);
  return typeof value === 'number' ? value : null;
}

function odometerRefusals({ layout, original, result, facts }: Case): MergeRefusal[] {
  const range = odometerRange(layout, original, facts);
  return having(layout, 'odometer').flatMap((field) => {
    const refuse = (kind: MergeRefusalKind, reason: string): MergeRefusal[] => [
      { kind, name: field.name, path: inRecipe(field), reason },
    ];
    if (!range)
      return refuse('odometer-unknown', 'neither the car’s records nor its old unit say how far it has gone');
    for (const store of storesOf(field)) {
      const distance = distanceAt(result, field, store);
      if (distance === null) return refuse('odometer-unknown', 'the result would show no distance');
      // The counts of a field may be coarser than a kilometre: it is right where it rounds to what is known.
      const grain = Math.max(field.scale ?? 1, 1) - 1;
      if (distance < range.least - grain)
        return refuse(
          'odometer-below',
          `the result would show ${showDistance(distance, 'km')}; this car has gone at least ${showDistance(range.least, 'km')}`,
        );
      if (distance > range.most + grain)
        return refuse(
          'odometer-above',
          `the result would show ${showDistance(distance, 'km')}; this car’s records and the job explain ${showDistance(range.most, 'km')}`,
        );
    }
    return [];
  });
}

/** Keys belong to one car: what is not shown to be this car’s comes in only by an authority that is named. */
function pairingRefusals(merging: Case): MergeRefusal[] {
  const { layout, original, donor, result, facts } = merging;
  if (facts.override) return [];
  const same = sameVehicle(merging);
  return having(layout, 'pairing').flatMap((field) => {
    const path = inRecipe(field);
    const own = bytesAt(original, field.address, field.length);
    for (const store of storesOf(field)) {
      const after = bytesAt(result, store, field.length)!;
      if (isBlank(after) || (own && sameBytes(after, own))) continue;
      if (!sameBytes(after, bytesAt(donor, store, field.length)!))
        return [
          {
            kind: 'pairing-untold' as const,
            name: field.name,
            path,
            reason: `“${field.name}” would hold keys that neither this car’s unit nor the donor’s has`,
          },
        ];
      if (same === 'yes') continue;
      return [
        same === 'no'
          ? {
              kind: 'pairing-foreign' as const,
              name: field.name,
              path,
              reason: `“${field.name}” would stay another car’s: the VIN fields of original and donor differ`,
            }
          : {
              kind: 'pairing-untold' as const,
              name: field.name,
              path,
              reason: `“${field.name}” would stay the donor’s, and no VIN field shows that it is from this car`,
            },
      ];
    }
    return [];
  });
}

/** Do original and donor come from the same car, by their VIN fields? */
function sameVehicle({ layout, original, donor }: Case): 'yes' | 'no' | 'untold' {
  const pairs = having(layout, 'vin').map((field) => [
    bytesAt(original, field.address, field.length),
    bytesAt(donor, field.address, field.length),
  ]);
  if (pairs.some(([a, b]) => a && b && !sameBytes(a, b))) return 'no';
  return pairs.some(([a, b]) => a && b && !isBlank(a)) ? 'yes' : 'untold';
}
