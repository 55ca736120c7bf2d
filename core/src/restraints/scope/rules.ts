/**
 * What is done with a restraint item, as data: the first rule whose condition holds decides. They stand from the most
 * careful to the least, so that a good sign never outweighs a bad one. Source: the trade's general practice; what a
 * maker's text or a shop's policy says beyond it only adds to the care.
 */
import {
  type RestraintAction,
  type RestraintEvent,
  type RestraintItem,
  restraintSign,
  type RestraintSign,
} from '../schema.js';

export type Origin = 'maker-text' | 'general-practice' | 'shop-policy';

/** Of one item, what the rules ask about. */
export interface Facts {
  readonly item: RestraintItem;
  readonly signs: ReadonlySet<RestraintSign>;
  readonly event: RestraintEvent['kind'];
  /** Moderate, severe, or not known. */
  readonly hard: boolean;
  /** In the zone of the collision, or not known to be outside. */
  readonly near: boolean;
  /** From ahead, from the side, from behind; each also where it is not known. */
  readonly front: boolean;
  readonly rear: boolean;
  /** Someone sat there, or may have. */
  readonly seat: 'occupied' | 'empty' | 'unknown';
  readonly belted: 'yes' | 'no' | 'unknown';
  /** Any unit of this car has fired. */
  readonly anyFired: boolean;
  /** The driver's frontal bag has fired. */
  readonly wheelBagFired: boolean;
  /** A bag in the same seat or above the same place has fired. */
  readonly neighbourFired: boolean;
  /** The shop's policy lets belts and modules be rebuilt by a certified service. */
  readonly rebuilds: boolean;
}

export interface Rule {
  readonly when: (facts: Facts) => boolean;
  readonly action: RestraintAction | ((facts: Facts) => RestraintAction);
  readonly reason: string;
  readonly origin: Origin;
}

const bags: ReadonlySet<RestraintItem> = new Set([
  'frontal-bag',
  'knee-bag',
  'centre-bag',
  'side-bag',
  'curtain',
]);
const belts: ReadonlySet<RestraintItem> = new Set(['belt', 'buckle-pretensioner', 'lap-pretensioner']);
/** Units with a charge of their own. */
export const fires: ReadonlySet<RestraintItem> = new Set([
  ...bags,
  ...belts,
  'battery-cut-off',
  'bonnet-lifter',
  'head-restraint',
  'seat-frame',
  'steering-column',
  'other',
]);
const withLoop: ReadonlySet<RestraintItem> = new Set([...fires, 'clock-spring', 'harness']);

/** The items on which a sign can be seen; on any other it is a contradiction, and somebody has to look. */
export const sensible: Readonly<Record<RestraintSign, ReadonlySet<RestraintItem>>> = {
  deployed: fires,
  locked: new Set(['belt', 'buckle-pretensioner', 'lap-pretensioner']),
  'stalk-short': new Set(['belt', 'buckle-pretensioner']),
  'cable-out': belts,
  'webbing-marked': new Set(['belt']),
  'loop-open': withLoop,
  'loop-normal': withLoop,
  'loop-high': withLoop,
  'code-crash-locked': new Set(['control-module']),
  'no-sign': new Set([
    ...withLoop,
    'buckle-switch',
    'control-module',
    'impact-sensor',
    'occupant-sensor',
    'trim',
  ]),
  'claimed-unfired': fires,
};

/** The signs that an item can show; what cannot be seen on it is not asked for. @example signsOf('belt').includes('locked') // true */
export const signsOf = (item: RestraintItem): RestraintSign[] =>
  restraintSign.options.filter((sign) => sensible[sign].has(item));

/** Signs after which an item is never used as it is, whatever else speaks for it. */
export const condemning: readonly RestraintSign[] = [
  'deployed',
  'locked',
  'stalk-short',
  'cable-out',
  'webbing-marked',
  'loop-open',
];

const spent = ['deployed', 'locked', 'stalk-short', 'cable-out', 'webbing-marked'] as const;
const has = ({ signs }: Facts, ...wanted: readonly RestraintSign[]) => wanted.some((sign) => signs.has(sign));
const isBag = ({ item }: Facts) => bags.has(item);
const isBelt = ({ item }: Facts) => belts.has(item);
const collision = ({ event }: Facts) => event === 'collision';
const is =
  (...items: readonly RestraintItem[]) =>
  ({ item }: Facts) =>
    items.includes(item);
const renewed = ({ rebuilds, item }: Facts): RestraintAction =>
  rebuilds && (belts.has(item) || item === 'control-module') ? 'certified-rebuild' : 'replace';

const rule = (
  when: Rule['when'],
  action: Rule['action'],
  reason: string,
  origin: Origin = 'general-practice',
): Rule => ({ when, action, reason, origin });

export const rules: readonly Rule[] = [
  // Somebody has to look where a sign makes no sense; nothing below may let such an item through.
  rule(
    (facts) => [...facts.signs].some((sign) => !sensible[sign].has(facts.item)),
    (facts) =>
      [...facts.signs].some((sign) => sensible[sign].has(facts.item) && spent.includes(sign as never))
        ? renewed(facts)
        : 'inspect',
    'a sign was noted that such an item cannot show',
  ),
  rule((facts) => isBag(facts) && has(facts, 'deployed'), 'replace', 'it has fired'),
  rule((facts) => has(facts, 'deployed'), renewed, 'it has fired'),
  rule(
    (facts) => has(facts, 'locked', 'stalk-short', 'cable-out', 'webbing-marked'),
    renewed,
    'it shows that it has worked: locked, drawn in or marked',
  ),
  rule((facts) => has(facts, 'code-crash-locked'), renewed, 'its memory is locked by a crash record'),
  rule(
    (facts) => collision(facts) && has(facts, 'loop-open') && fires.has(facts.item),
    renewed,
    'its loop is open after a collision: it is taken for fired',
  ),
  rule((facts) => has(facts, 'loop-open'), 'inspect', 'its loop is open: plug, harness or unit'),
  rule(
    (facts) => collision(facts) && isBelt(facts) && facts.belted === 'yes' && facts.hard,
    renewed,
    'a belt that was worn in such a collision is not used again as it is',
  ),
  rule((facts) => has(facts, 'loop-high'), 'inspect', 'its loop is too high: plug and harness first'),
  rule((facts) => has(facts, 'claimed-unfired'), 'inspect', 'a claim alone proves nothing'),
  // After a collision.
  rule(
    (facts) => collision(facts) && isBelt(facts) && facts.belted !== 'no' && facts.seat !== 'empty',
    'inspect',
    'it may have been worn: webbing, lock, stalk and cable have to be seen',
  ),
  rule(
    (facts) => collision(facts) && isBelt(facts),
    'function-test',
    'it was not worn: pull, lock and let go',
  ),
  rule(
    (facts) => collision(facts) && is('control-module')(facts) && facts.anyFired,
    renewed,
    'units have fired: it holds a crash record',
  ),
  rule(
    (facts) => collision(facts) && is('control-module')(facts),
    'inspect',
    'whether it holds a crash record has to be read',
  ),
  rule(
    (facts) => collision(facts) && is('clock-spring')(facts) && facts.wheelBagFired,
    'replace',
    'the bag in the wheel has fired over it',
  ),
  rule(
    (facts) => collision(facts) && is('clock-spring')(facts) && facts.front && facts.hard,
    'inspect',
    'heat and turns beyond its end',
  ),
  rule(
    (facts) => collision(facts) && is('impact-sensor')(facts) && facts.near && facts.hard,
    'replace',
    'it lies where the blow was',
  ),
  rule(
    (facts) => collision(facts) && is('impact-sensor')(facts) && facts.near,
    'inspect',
    'housing, bracket and torque',
  ),
  rule(
    (facts) =>
      collision(facts) &&
      is('steering-column')(facts) &&
      (facts.wheelBagFired || (facts.front && facts.hard)),
    'inspect',
    'it may have given way',
  ),
  rule(
    (facts) => collision(facts) && is('bonnet-lifter')(facts) && facts.front,
    'inspect',
    'the blow came from ahead',
  ),
  rule(
    (facts) => collision(facts) && is('head-restraint')(facts) && facts.rear,
    'inspect',
    'the blow came from behind',
  ),
  rule(
    (facts) => collision(facts) && is('battery-cut-off')(facts) && (facts.anyFired || facts.hard),
    'inspect',
    'it may have parted the lead',
  ),
  rule(
    (facts) =>
      collision(facts) && is('seat-frame', 'occupant-sensor')(facts) && facts.seat !== 'empty' && facts.hard,
    'inspect',
    'someone sat there, or may have',
  ),
  rule(
    (facts) =>
      collision(facts) &&
      is('trim', 'harness', 'seat-frame', 'head-restraint')(facts) &&
      facts.neighbourFired,
    'inspect',
    'a unit beside it has fired',
  ),
  rule(
    (facts) => collision(facts) && isBag(facts) && facts.near && facts.hard,
    'inspect',
    'it did not fire where the blow was',
  ),
  rule(
    (facts) => collision(facts) && is('harness', 'trim', 'seat-frame')(facts) && facts.near,
    'inspect',
    'it lies where the blow was',
  ),
  rule((facts) => collision(facts) && is('other')(facts), 'inspect', 'what it is has to be seen'),
  rule(
    (facts) => collision(facts) && is('buckle-switch')(facts),
    'function-test',
    'buckled and unbuckled, with its live value',
  ),
  rule(
    (facts) => collision(facts) && is('occupant-sensor')(facts),
    'function-test',
    'empty and occupied, with its live value',
  ),
  // Other events.
  rule(
    (facts) =>
      facts.event === 'water' &&
      is('control-module', 'occupant-sensor', 'harness', 'buckle-switch', 'battery-cut-off', 'other')(facts),
    'inspect',
    'it may have stood in water',
  ),
  rule(
    (facts) => facts.event === 'module-failure' && is('control-module')(facts),
    'inspect',
    'supply, ground and network come before it',
  ),
  rule(
    (facts) => facts.event === 'battery' && is('control-module')(facts),
    'function-test',
    'its memory after the loss of supply',
  ),
  rule(
    (facts) => facts.event === 'earlier-repair' && is('harness', 'other')(facts),
    'inspect',
    'it was opened in earlier work',
  ),
  rule(
    (facts) => facts.event === 'earlier-repair' && is('occupant-sensor')(facts),
    'recalibrate',
    'its zero moves with the seat’s cover and frame',
  ),
  rule(
    (facts) => facts.event === 'earlier-repair' && is('clock-spring', 'buckle-switch')(facts),
    'function-test',
    'it was moved in earlier work',
  ),
  rule(
    (facts) => facts.event === 'wear' && is('belt', 'buckle-switch', 'clock-spring')(facts),
    'function-test',
    'it wears with use',
  ),
  rule(
    (facts) => facts.event === 'wear' && is('occupant-sensor')(facts),
    'recalibrate',
    'its zero drifts with age',
  ),
  rule(() => true, 'reuse', 'nothing speaks against it'),
];
