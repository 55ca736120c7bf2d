/** What has to be done with each restraint item of a vehicle after an event: one action each, with its reasons. */
import { Refusal } from '../../refusal/index.js';
import { condemning, type Facts, fires, rules, sensible } from './rules.js';
import type {
  InventoryItem,
  RestraintEvent,
  RestraintItem,
  RestraintScope,
  RestraintSign,
  ScopedItem,
  ScopeRequest,
} from '../schema.js';

/**
 * @throws Refusal where an id stands twice, or evidence is of an item that is not there
 *
 * @example
 * restraintScope({
 *   inventory: [{ id: 'belt-fl', item: 'belt', seat: 'front-left' }],
 *   event: { kind: 'collision', severity: 'severe' },
 *   occupants: [{ seat: 'front-left', belted: true }],
 * }).items[0].action // 'replace'
 */
export function restraintScope(asked: ScopeRequest): RestraintScope {
  const signs = signsById(asked);
  const fired = asked.inventory.filter(({ id }) => signs.get(id)!.has('deployed'));
  const scoped = asked.inventory.map((own) => {
    const facts = factsOf(asked, own, signs.get(own.id)!, fired);
    return { own, facts, ...decide(own, facts) };
  });
  return {
    items: scoped.map(({ id, action, reasons }) => ({ id, action, reasons })),
    contradictions: scoped.flatMap(({ own, facts }) => contradictionsOf(own, facts)),
    toCollect: scoped.flatMap(({ own, facts }) => missingEvidence(own, facts)),
    calibrations: calibrationsAfter(scoped),
    consumables: scoped.flatMap(({ own, action }) => consumablesOf(own, action)),
  };
}

function signsById({ inventory, evidence }: ScopeRequest): Map<string, Set<RestraintSign>> {
  const signs = new Map<string, Set<RestraintSign>>();
  for (const [n, { id }] of inventory.entries()) {
    if (signs.has(id)) throw new Refusal(`inventory[${n}].id`, `"${id}" stands twice`);
    signs.set(id, new Set());
  }
  for (const [n, { id, sign }] of (evidence ?? []).entries()) {
    const own = signs.get(id);
    if (!own) throw new Refusal(`evidence[${n}].id`, `no item "${id}" in the inventory`);
    own.add(sign);
  }
  return signs;
}

function decide(own: InventoryItem, facts: Facts): ScopedItem {
  const first = rules.findIndex(({ when }) => when(facts));
  const actionOf = ({ action }: (typeof rules)[number]) =>
    typeof action === 'function' ? action(facts) : action;
  const action = actionOf(rules[first]!);
  // Every further reason for the same is told as well; what speaks for less care is not.
  const told = rules.slice(first).filter((rule) => rule.when(facts) && actionOf(rule) === action);
  return {
    id: own.id,
    action,
    reasons: [...new Set(told.map(({ reason, origin }) => `${reason} (${origin.replace('-', ' ')})`))],
  };
}

function factsOf(
  asked: ScopeRequest,
  own: InventoryItem,
  signs: ReadonlySet<RestraintSign>,
  fired: readonly InventoryItem[],
): Facts {
  const { event, occupants, policy } = asked;
  const here = own.seat == null ? undefined : occupants?.find(({ seat }) => seat === own.seat);
  const zones = event.zones ?? [];
  return {
    item: own.item,
    signs,
    event: event.kind,
    hard: event.severity !== 'light',
    near: isNear(own, event),
    front: zones.length === 0 || zones.some((zone) => [10, 11, 12, 1, 2].includes(zone)),
    rear: zones.length === 0 || zones.some((zone) => [4, 5, 6, 7, 8].includes(zone)),
    seat: occupants == null || own.seat == null ? 'unknown' : here ? 'occupied' : 'empty',
    belted:
      occupants == null || own.seat == null
        ? 'unknown'
        : !here
          ? 'no'
          : here.belted == null
            ? 'unknown'
            : here.belted
              ? 'yes'
              : 'no',
    anyFired: fired.length > 0,
    wheelBagFired: fired.some(
      ({ item, seat }) => item === 'frontal-bag' && (seat == null || /left|driver/.test(seat)),
    ),
    neighbourFired: fired.some(
      (other) => other.id !== own.id && (other.seat == null || own.seat == null || other.seat === own.seat),
    ),
    rebuilds: policy === 'certified-rebuild' || policy === 'unfired-salvage',
  };
}

/** Within an hour of the clock; what is not known may lie there. */
function isNear({ zone }: InventoryItem, { zones }: RestraintEvent): boolean {
  if (zone == null || zones == null || zones.length === 0) return true;
  return zones.some((hit) => Math.min((hit - zone + 12) % 12, (zone - hit + 12) % 12) <= 1);
}

function contradictionsOf({ id }: InventoryItem, { item, signs }: Facts): { id: string; why: string }[] {
  const foreign = [...signs].filter((sign) => !sensible[sign].has(item));
  const bad = [...signs].filter(
    (sign) => (condemning as readonly string[]).includes(sign) || sign === 'loop-high',
  );
  const good = (['claimed-unfired', 'loop-normal', 'no-sign'] as const).filter((sign) => signs.has(sign));
  return [
    ...foreign.map((sign) => ({ id, why: `“${words(sign)}” cannot be seen on such an item` })),
    ...(bad.length > 0
      ? good.map((sign) => ({ id, why: `“${words(sign)}” against “${bad.map(words).join('”, “')}”` }))
      : []),
    ...(signs.has('loop-open') && signs.has('loop-normal')
      ? [{ id, why: 'its loop was read as open and as normal' }]
      : []),
  ];
}

const words = (sign: RestraintSign): string => sign.replaceAll('-', ' ');

const looks: Partial<Record<RestraintItem, readonly string[]>> = {
  belt: [
    'webbing over its whole length',
    'whether it locks and lets go',
    'stalk and cable against the other side',
  ],
  'buckle-pretensioner': ['stalk length against the other side'],
  'lap-pretensioner': ['cable length against the other side'],
  'control-module': ['its codes, and whether it holds a crash record'],
  'impact-sensor': ['housing, bracket and torque'],
  'clock-spring': ['heat marks and turns to both ends'],
  'occupant-sensor': ['its live value, empty and occupied'],
};

function missingEvidence(
  { id, loops }: InventoryItem,
  { item, signs, event }: Facts,
): { id: string; evidence: string }[] {
  if (event !== 'collision') return [];
  const seen = [...signs].some((sign) => sign !== 'claimed-unfired');
  // An item that is known to have none has no loop to read.
  const loop =
    loops?.length !== 0 &&
    fires.has(item) &&
    !['loop-open', 'loop-normal', 'loop-high'].some((sign) => signs.has(sign as RestraintSign));
  return [
    ...(seen ? [] : (looks[item] ?? ['a look at it, and a photo'])).map((evidence) => ({ id, evidence })),
    ...(loop && !signs.has('deployed')
      ? [{ id, evidence: 'live loop resistance, with its minimum and maximum' }]
      : []),
  ];
}

type Scoped = ScopedItem & { readonly own: InventoryItem };

function calibrationsAfter(scoped: readonly Scoped[]): string[] {
  const touched = (...items: readonly RestraintItem[]) =>
    scoped.some(
      ({ own, action }) =>
        items.includes(own.item) &&
        (action === 'replace' || action === 'certified-rebuild' || action === 'recalibrate'),
    );
  return [
    ...(touched('occupant-sensor', 'seat-frame', 'side-bag') ? ['occupant sensor zero, seat empty'] : []),
    ...(touched('clock-spring', 'steering-column', 'control-module')
      ? ['steering angle, wheels straight']
      : []),
    ...(scoped.some(
      ({ own, action }) =>
        action === 'replace' &&
        (own.item === 'clock-spring' || (own.item === 'frontal-bag' && /left|driver/.test(own.seat ?? ''))),
    )
      ? ['clock spring centred before the wheel goes on']
      : []),
    ...(touched('control-module') ? ['control module coded to this vehicle'] : []),
  ];
}

function consumablesOf(
  { id, item }: InventoryItem,
  action: ScopedItem['action'],
): { id: string; what: string }[] {
  if (action !== 'replace' && action !== 'certified-rebuild') return [];
  if (item === 'impact-sensor' || item === 'belt') return [{ id, what: 'its one-time bolts' }];
  if (item === 'curtain' || item === 'trim') return [{ id, what: 'its one-time clips' }];
  return fires.has(item) ? [{ id, what: 'its one-time screws, as the maker’s text names them' }] : [];
}
