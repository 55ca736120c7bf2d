/** Tests that the class of a cavity forbids in any state. Source: the trade's rules on restraint, network and high-voltage lines. */
import type { CavityClass, ClosedTest, TraceCase, TraceTest } from './schema.js';

const guardedLines: ReadonlySet<CavityClass> = new Set(['squib', 'sensor', 'network', 'high-voltage']);

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

/** The tests of a case that are closed for good, with the reason. */
export function closedTests(source: TraceCase): ClosedTest[] {
  const classes = new Map((source.cavities ?? []).map((cavity) => [cavity.point, cavity.class]));
  if (classes.size === 0) return [];
  const pins = new Map(source.circuit.elements.map(({ id, pins }) => [id, pins as readonly string[]]));
  return source.tests.flatMap((test): ClosedTest[] => {
    const rule = forbidden[test.kind];
    if (!rule) return [];
    const kind = pointsOf(test, pins)
      .map((point) => classes.get(point))
      .find((one) => one !== undefined && guardedLines.has(one));
    if (kind === undefined) return [];
    return [{ test: test.id, reason: `On ${lineWords[kind]} ${rule}, in any state. ${instead[kind]!}` }];
  });
}

function pointsOf(test: TraceTest, pins: ReadonlyMap<string, readonly string[]>): readonly string[] {
  if ('from' in test) return [test.from, test.to];
  return pins.get('through' in test ? test.through : test.element) ?? [];
}
