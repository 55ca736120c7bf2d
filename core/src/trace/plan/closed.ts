/** Tests that the class of a cavity forbids in any state. Source: the trade's rules on restraint, network and high-voltage lines. */
import { reference } from '../../circuit/index.js';
import { cavitiesOf, type CavityFound, guardOfText, isClosedClass } from '../model/cavities.js';
import type { ClosedTest } from './answer.js';
import type { CavityClass, TraceCase, TraceTest } from '../model/schema.js';

const lineWords: Readonly<Record<CavityClass, string>> = {
  squib: 'a squib line',
  sensor: 'a restraint sensor’s line',
  network: 'a network line',
  'high-voltage': 'a high-voltage line',
  switch: 'a switch line',
  power: 'a power line',
};

/** How each kind of test is named where it is closed; kinds that are not here only look or listen. */
const forbidden: Partial<Record<TraceTest['kind'], string>> = {
  volts: 'no powered probe',
  ohms: 'no resistance meter',
  continuity: 'no resistance meter',
  testLamp: 'no filament test lamp',
  amps: 'no meter in line',
  swap: 'no swap',
};

const instead: Partial<Record<CavityClass, string>> = {
  squib: 'Loop resistance comes from live data, or with a substitute load fitted while dead.',
  sensor: 'Read it from live data.',
  network: 'Watch it with a scope or read it from live data.',
  'high-voltage': 'Isolation and absence of voltage are for qualified persons.',
};

const behindBallast =
  'Off and discharged first; look, seating and the burner’s swap tell what a probe may not.';

/** The tests of a case that are closed for good, with the reason. */
export function closedTests(source: TraceCase): ClosedTest[] {
  const cavities = cavitiesOf(source);
  const pins = new Map(source.circuit.elements.map(({ id, pins }) => [id, pins as readonly string[]]));
  return source.tests.flatMap((test): ClosedTest[] => {
    const reason = closedBecause(source, test, cavities, pins);
    return reason === null ? [] : [{ test: test.id, reason }];
  });
}

function closedBecause(
  source: TraceCase,
  test: TraceTest,
  cavities: ReadonlyMap<string, CavityFound>,
  pins: ReadonlyMap<string, readonly string[]>,
): string | null {
  const guardedAt = (points: readonly string[]) =>
    points.map((point) => cavities.get(point)).find((found) => found && isClosedClass(found.class));
  const { jumpers, substituteLoads } = test.state ?? source.state ?? {};
  const bridged = guardedAt((jumpers ?? []).flat());
  if (bridged) return because(bridged, 'no jumper');
  const loaded = guardedAt((substituteLoads ?? []).flatMap((load) => load.pins));
  if (loaded) {
    if (loaded.class !== 'squib' && loaded.class !== 'sensor') return because(loaded, 'no substitute load');
    if (test.power !== 'dead-then-live')
      return `On ${lineWords[loaded.class]} a substitute load is fitted while dead, and read with the power back.`;
  }
  const rule = forbidden[test.kind];
  if (!rule) return null;
  const points = pointsOf(test, pins);
  const found = guardedAt(points);
  // A burner is swapped where its ballast is off and discharged.
  if (found?.ballast && test.kind === 'swap' && test.power === 'dead') return null;
  if (found) return because(found, rule);
  const unknown = points.some((point) => point !== reference && !cavities.has(point));
  return unknown && test.label && guardOfText(test.label) === 'restraint'
    ? because({ class: 'squib', why: 'nobody has said what the point is' }, rule)
    : null;
}

function because({ class: kind, ballast }: CavityFound, rule: string): string {
  return `On ${lineWords[kind]} ${rule}, in any state. ${ballast ? behindBallast : instead[kind]!}`;
}

function pointsOf(test: TraceTest, pins: ReadonlyMap<string, readonly string[]>): readonly string[] {
  if ('from' in test) return [test.from, test.to];
  return pins.get('through' in test ? test.through : test.element) ?? [];
}
