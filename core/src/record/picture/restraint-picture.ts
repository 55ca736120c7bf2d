/** The restraint picture of a job: its items with what is done with each, its loops, its package, all from the record. */
import {
  donorProof,
  type DonorProof,
  type FittedItem,
  type RestraintFile,
  type RestraintPackage,
  type RestraintPolicy,
  type RestraintScope,
  type RestraintSign,
} from '../../restraints/index.js';
import { loopTable, type LoopRow, restraintPackage, restraintScope } from '../../restraints/scope/index.js';
import { inventoryOf } from '../inventory.js';
import type { JobRecord } from '../schema.js';
import { originOf, standing } from '../standing.js';

export interface PictureItem extends FittedItem {
  readonly action: RestraintScope['items'][number]['action'];
  readonly reasons: readonly string[];
  readonly signs: readonly RestraintSign[];
  readonly contradictions: readonly string[];
  readonly toCollect: readonly string[];
  /** What its action was before the last entry, where that has changed it. */
  readonly before: RestraintScope['items'][number]['action'] | null;
}

export interface RestraintPicture {
  readonly file: RestraintFile;
  readonly items: readonly PictureItem[];
  readonly calibrations: readonly string[];
  readonly consumables: readonly { readonly id: string; readonly what: string }[];
  readonly loops: readonly LoopRow[];
}

/** What the shop sets for restraints. */
export interface RestraintRules {
  readonly policy: RestraintPolicy;
  readonly hourlyRateCents: number;
}

/** Null while the car has no inventory. */
export function restraintPicture(record: JobRecord, policy: RestraintPolicy): RestraintPicture | null {
  const file = inventoryOf(record);
  if (!file) return null;
  const loops = loopTable(file.items, file.limits ?? [], standing(record.loopReadings));
  const signs = signsOf(record, file, loops);
  const scope = scopeOf(record, file, signs, policy);
  const earlier = scopeBefore(record, policy);
  return {
    file,
    loops,
    calibrations: scope.calibrations,
    consumables: scope.consumables,
    items: file.items.map((item, n) => {
      const { action, reasons } = scope.items[n]!;
      const was = earlier?.items.find(({ id }) => id === item.id)?.action ?? null;
      return {
        ...item,
        action,
        reasons,
        signs: signs.filter(({ id }) => id === item.id).map(({ sign }) => sign),
        contradictions: scope.contradictions.filter(({ id }) => id === item.id).map(({ why }) => why),
        toCollect: scope.toCollect.filter(({ id }) => id === item.id).map(({ evidence }) => evidence),
        before: was === action ? null : was,
      };
    }),
  };
}

interface Evidence {
  readonly id: string;
  readonly sign: RestraintSign;
}

/** What people have seen, and what the loops say: a loop condemns, it never clears. */
function signsOf(record: JobRecord, file: RestraintFile, loops: readonly LoopRow[]): Evidence[] {
  const known = new Set(file.items.map(({ id }) => id));
  const seen = standing(record.signs)
    .filter(({ item }) => known.has(item))
    .map(({ item, sign }): Evidence => ({ id: item, sign }));
  const read = loops.flatMap(({ item, verdict }): Evidence[] => {
    const sign = loopSigns[verdict];
    return item === null || sign === null ? [] : [{ id: item, sign }];
  });
  const all = [...seen, ...read];
  return all.filter(
    (own, n) => all.findIndex((other) => other.id === own.id && other.sign === own.sign) === n,
  );
}

const loopSigns: Readonly<Record<LoopRow['verdict'], RestraintSign | null>> = {
  'not-read': null,
  open: 'loop-open',
  'near-zero': null,
  high: 'loop-high',
  moves: 'loop-high',
  gone: 'loop-high',
  level: 'loop-normal',
};

function scopeOf(
  { head }: JobRecord,
  file: RestraintFile,
  evidence: readonly Evidence[],
  policy: RestraintPolicy,
): RestraintScope {
  const details = head.eventDetails;
  return restraintScope({
    inventory: file.items.map(({ id, item, seat, zone, stages, loops }) => ({
      id,
      item,
      seat,
      zone,
      stages,
      loops,
    })),
    event: { kind: head.event, zones: details?.zones ?? null, severity: details?.severity ?? null },
    occupants:
      details?.occupants?.map(({ seat, belted }) => ({
        seat,
        belted: belted === 'unknown' ? null : belted === 'yes',
      })) ?? null,
    evidence: [...evidence],
    policy,
  });
}

/** The same before the last sign or loop was entered. */
function scopeBefore(record: JobRecord, policy: RestraintPolicy): RestraintScope | null {
  const last = Math.max(0, ...[...record.signs, ...record.loopReadings].map(({ seq }) => seq));
  if (last === 0) return null;
  const without = {
    ...record,
    signs: record.signs.filter(({ seq }) => seq < last),
    loopReadings: record.loopReadings.filter(({ seq }) => seq < last),
  };
  const file = inventoryOf(record)!;
  const loops = loopTable(file.items, file.limits ?? [], standing(without.loopReadings));
  return scopeOf(record, file, signsOf(without, file, loops), policy);
}

export interface OfferRow {
  readonly id: string;
  readonly item: string;
  readonly kind: RestraintPolicy;
  readonly from: string;
  /** Part, small parts and postage. */
  readonly cents: number;
  readonly minutes: number;
  readonly days: number;
  /** Of a salvage unit: what its donor shows. */
  readonly proof: DonorProof | null;
  /** A unit of this service came back and its lamp lit again: it counts as failed. */
  readonly failed: boolean;
}

export interface PackageView {
  readonly offers: readonly OfferRow[];
  readonly sum: RestraintPackage;
  /** Items that have to be replaced or rebuilt, by id. */
  readonly needed: readonly string[];
}

/** What putting the restraints right costs under the shop’s policy, from the offers that were entered. */
export function packageOf(
  record: JobRecord,
  picture: RestraintPicture,
  { policy, hourlyRateCents }: RestraintRules,
): PackageView {
  const needed = picture.items.filter(({ action }) => action === 'replace' || action === 'certified-rebuild');
  const offers = standing(record.offers).map((offer): OfferRow => {
    const item = picture.items.find(({ id }) => id === offer.item);
    const donor =
      offer.donorId == null
        ? undefined
        : standing(record.donors).find((own) => originOf(record.donors, own) === offer.donorId);
    return {
      id: offer.id,
      item: offer.item,
      kind: offer.kind,
      from: offer.from,
      cents: offer.priceCents + (offer.smallPartsCents ?? 0) + (offer.postageCents ?? 0),
      minutes: offer.minutes,
      days: offer.days,
      proof: item && donor ? donorProof(item, donor) : null,
      failed: standing(record.parcels).some(
        ({ item: own, service, back }) =>
          own === offer.item && service === offer.from && back?.lamp === 'lit-again',
      ),
    };
  });
  const sum = restraintPackage({
    items: needed.map(({ id }) => ({
      id,
      routes: offers
        .filter(({ item, failed }) => item === id && !failed)
        .map(({ kind, cents, minutes, days, proof }) => ({
          kind,
          priceCents: cents,
          minutes,
          days,
          proof: proof?.verdict === 'accepted',
        })),
    })),
    policy,
    hourlyRateCents,
    vehicleValueCents: picture.file.vehicleValueCents ?? null,
  });
  return { offers, sum, needed: needed.map(({ id }) => id) };
}
