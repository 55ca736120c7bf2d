import { check } from '../../refusal/index.js';
import { restraintScope } from './scope.js';
import {
  restraintAction,
  restraintEvent,
  restraintItem,
  type RestraintItem,
  type RestraintSign,
  restraintSign,
  scopeRequest,
  type ScopeRequest,
} from '../schema.js';
import { restraintPolicies } from '../policies.js';

const scope = (asked: unknown) => restraintScope(check(scopeRequest, asked));
const items = restraintItem.options;
const signs = restraintSign.options;
const condemning = ['deployed', 'locked', 'stalk-short', 'cable-out', 'webbing-marked', 'loop-open'];
const easy = ['reuse', 'recalibrate', 'function-test'];

/** No sign, each sign, each pair of signs. */
const signSets: readonly (readonly RestraintSign[])[] = [
  [],
  ...signs.map((sign) => [sign]),
  ...signs.flatMap((one, n) => signs.slice(n + 1).map((other) => [one, other])),
];

interface Case {
  readonly item: RestraintItem;
  readonly signs: readonly RestraintSign[];
  readonly event: ScopeRequest['event'];
  readonly occupants: ScopeRequest['occupants'];
  readonly policy: ScopeRequest['policy'];
}

/** Every combination of what decides. */
function* everyCase(): Generator<Case> {
  const seat = 'front-left';
  const seats: ScopeRequest['occupants'][] = [
    null,
    [],
    [{ seat, belted: true }],
    [{ seat, belted: false }],
    [{ seat }],
  ];
  for (const kind of restraintEvent.shape.kind.options)
    for (const severity of kind === 'collision'
      ? (['light', 'moderate', 'severe', 'unknown', null] as const)
      : [null])
      for (const zones of kind === 'collision' ? [[12], [6], null] : [null])
        for (const occupants of seats)
          for (const policy of restraintPolicies)
            for (const item of items)
              for (const set of signSets)
                yield { item, signs: set, event: { kind, severity, zones }, occupants, policy };
}

describe('restraintScope', () => {
  it('gives every item exactly one action, none of the easy ones beside a sign that condemns it, for every combination', () => {
    let cases = 0;
    for (const own of everyCase()) {
      cases += 1;
      const { items: scoped } = restraintScope({
        inventory: [{ id: 'x', item: own.item, seat: 'front-left', zone: 12 }],
        event: own.event,
        occupants: own.occupants,
        policy: own.policy,
        evidence: own.signs.map((sign) => ({ id: 'x', sign })),
      });
      const { action, reasons } = scoped[0]!;
      const worn =
        own.item === 'belt' &&
        own.event.kind === 'collision' &&
        own.event.severity !== 'light' &&
        own.occupants?.[0]?.belted === true;
      const wrong =
        scoped.length !== 1 ||
        !restraintAction.safeParse(action).success ||
        reasons.length === 0 ||
        (easy.includes(action) && own.signs.some((sign) => condemning.includes(sign))) ||
        (worn && easy.includes(action)) ||
        (action === 'certified-rebuild' && own.policy === 'maker-new') ||
        (easy.includes(action) && own.signs.includes('claimed-unfired'));
      if (wrong) fail(`${JSON.stringify(own)}: ${action}`);
    }
    expect(cases).toBeGreaterThan(300_000);
  });

  it('is not merely timid: with no collision and no sign under half of the items are inspected', () => {
    for (const kind of ['module-failure', 'battery', 'water', 'earlier-repair', 'wear'] as const) {
      const { items: scoped } = scope({
        inventory: items.map((item) => ({ id: item, item })),
        event: { kind },
      });
      const inspected = scoped.filter(({ action }) => action === 'inspect').length;
      expect(inspected)
        .withContext(kind)
        .toBeLessThan(items.length / 2);
      expect(scoped.length).toBe(items.length);
    }
  });

  it('reads a frontal offset collision as a technician would', () => {
    const front = (id: string, item: RestraintItem, more: object = {}) => ({ id, item, ...more });
    const {
      items: scoped,
      contradictions,
      calibrations,
      toCollect,
    } = scope({
      inventory: [
        front('bag-driver', 'frontal-bag', { seat: 'front-left', zone: 12 }),
        front('bag-passenger', 'frontal-bag', { seat: 'front-right', zone: 12 }),
        front('curtain-rl', 'curtain', { seat: 'rear-left', zone: 9 }),
        front('belt-fl', 'belt', { seat: 'front-left' }),
        front('belt-fr', 'belt', { seat: 'front-right' }),
        front('belt-rl', 'belt', { seat: 'rear-left' }),
        front('module', 'control-module'),
        front('sensor-fr', 'impact-sensor', { zone: 1 }),
        front('sensor-rear', 'impact-sensor', { zone: 6 }),
        front('spring', 'clock-spring'),
      ],
      event: { kind: 'collision', zones: [1], severity: 'moderate' },
      occupants: [
        { seat: 'front-left', belted: true },
        { seat: 'front-right', belted: true },
      ],
      evidence: [
        { id: 'bag-driver', sign: 'deployed' },
        { id: 'bag-passenger', sign: 'deployed' },
        { id: 'belt-fl', sign: 'locked' },
        { id: 'belt-fr', sign: 'locked' },
        { id: 'belt-fr', sign: 'loop-normal' },
        { id: 'module', sign: 'code-crash-locked' },
      ],
      policy: 'certified-rebuild',
    });
    expect(Object.fromEntries(scoped.map(({ id, action }) => [id, action]))).toEqual({
      'bag-driver': 'replace',
      'bag-passenger': 'replace',
      'curtain-rl': 'reuse',
      'belt-fl': 'certified-rebuild',
      'belt-fr': 'certified-rebuild',
      'belt-rl': 'function-test',
      module: 'certified-rebuild',
      'sensor-fr': 'replace',
      'sensor-rear': 'reuse',
      spring: 'replace',
    });
    expect(contradictions).toEqual([{ id: 'belt-fr', why: '“loop normal” against “locked”' }]);
    expect(calibrations).toContain('clock spring centred before the wheel goes on');
    expect(toCollect.filter(({ id }) => id === 'curtain-rl').length).toBe(2);
  });

  it('takes a calibration for what it is: a seat that was covered anew', () => {
    const { items: scoped } = scope({
      inventory: [
        { id: 'mat', item: 'occupant-sensor', seat: 'front-right' },
        { id: 'bag', item: 'side-bag', seat: 'front-right' },
      ],
      event: { kind: 'earlier-repair' },
    });
    expect(scoped.map(({ action }) => action)).toEqual(['recalibrate', 'reuse']);
  });

  it('names a sign that makes no sense, an id that is not there, and one that stands twice', () => {
    const sensor = { id: 's', item: 'impact-sensor' };
    const { items: scoped, contradictions } = scope({
      inventory: [sensor],
      event: { kind: 'wear' },
      evidence: [{ id: 's', sign: 'webbing-marked' }],
    });
    expect([scoped[0]!.action, contradictions.length]).toEqual(['inspect', 1]);
    expect(() =>
      scope({ inventory: [sensor], event: { kind: 'wear' }, evidence: [{ id: 't', sign: 'locked' }] }),
    ).toThrowError('evidence[0].id: no item "t" in the inventory');
    expect(() => scope({ inventory: [sensor, sensor], event: { kind: 'wear' } })).toThrowError(
      'inventory[1].id: "s" stands twice',
    );
  });
});
