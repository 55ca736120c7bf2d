/** Whether a salvage unit is shown to be unfired: this very unit, whatever lay beside it. */
import type { Donor, FittedItem } from './records.js';

export interface DonorProof {
  readonly verdict: 'accepted' | 'refused' | 'not-shown';
  /** Why not, or what speaks for it; the first decides. */
  readonly why: readonly string[];
}

/** Photos without which nothing is shown: the unit, its label, its plug. */
const leastPhotos = 3;
/** Millimetres by which a stalk may differ from its like; a fired one is shorter by centimetres. */
const stalkTolerance = 4;
const stalked: ReadonlySet<FittedItem['item']> = new Set(['belt', 'buckle-pretensioner', 'lap-pretensioner']);

const crashes: ReadonlySet<Donor['event']> = new Set(['side', 'front', 'rear', 'rollover']);

const signWords: Readonly<Record<Donor['signs'][number], string>> = {
  deployed: 'it has deployed',
  locked: 'it is locked',
  'stalk-short': 'its stalk is short: it has fired',
  'cable-out': 'its cable is out: it has fired',
  'webbing-marked': 'its webbing is marked by load',
  'loop-open': 'its loop is open',
  'loop-high': 'its loop is high',
  'loop-normal': 'its loop reads normal, which proves nothing',
  'no-sign': 'no sign was seen on it',
};

/** Signs that condemn a unit; good ones beside them change nothing. */
const condemning: readonly Donor['signs'][number][] = [
  'deployed',
  'locked',
  'stalk-short',
  'cable-out',
  'webbing-marked',
  'loop-open',
  'loop-high',
];

/**
 * @example
 * donorProof({ id: 'belt-fl', item: 'belt', label: 'driver belt' }, {
 *   item: 'belt-fl', seller: 'Harbour Salvage', event: 'none', photos: 4, signs: ['no-sign', 'stalk-short'], storage: 'dry',
 * }).verdict // 'refused'
 */
export function donorProof(item: Pick<FittedItem, 'id' | 'item' | 'label'>, donor: Donor): DonorProof {
  const bad = condemning.filter((sign) => donor.signs.includes(sign)).map((sign) => signWords[sign]);
  const short = shortStalk(donor);
  if (short !== null) bad.push(short);
  if (crashes.has(donor.event))
    bad.push(
      'its donor was in a crash: a belt may have been worn, and no look shows that every stage is live',
    );
  if (donor.event === 'water') bad.push('its donor stood in water');
  const early = outsideWindow(donor);
  if (early !== null) bad.push(early);
  if (bad.length > 0) return { verdict: 'refused', why: bad };
  const missing = [
    ...(donor.donorVin ? [] : ['the donor’s VIN']),
    ...(donor.photos >= leastPhotos
      ? []
      : [`${leastPhotos} photos of this unit: all of it, its label, its plug`]),
    ...(donor.signs.includes('no-sign') ? [] : ['a look at this unit that found no sign of firing']),
    ...(stalked.has(item.item) && (donor.stalkMillimetres == null || donor.stalkAsBuiltMillimetres == null)
      ? ['its stalk or cable measured against one as built']
      : []),
    ...(donor.storage === 'dry' ? [] : ['that it was stored dry']),
    ...(donor.event === 'unknown' ? ['what happened to its donor'] : []),
  ];
  if (missing.length > 0)
    return {
      verdict: 'not-shown',
      why: [
        `still to be shown: ${missing.join('; ')}`,
        ...(donor.claim ? ['what the seller says shows nothing'] : []),
      ],
    };
  return {
    verdict: 'accepted',
    why: [
      `VIN, ${donor.photos} photos, stored dry, no sign of firing on this unit; it clears no unit beside it`,
    ],
  };
}

function shortStalk({ stalkMillimetres, stalkAsBuiltMillimetres }: Donor): string | null {
  if (stalkMillimetres == null || stalkAsBuiltMillimetres == null) return null;
  const shorter = stalkAsBuiltMillimetres - stalkMillimetres;
  return shorter > stalkTolerance
    ? `its stalk is ${Math.round(shorter)} mm shorter than as built: it has fired`
    : null;
}

function outsideWindow({ built, builtFrom, builtTo }: Donor): string | null {
  if (built == null) return null;
  if (builtFrom != null && built < builtFrom) return `it was built in ${built}, before ${builtFrom}`;
  if (builtTo != null && built > builtTo) return `it was built in ${built}, after ${builtTo}`;
  return null;
}
