/** The circuit of 60 elements on which predictions and plans are timed: 80 suspects, 60 tests. */
import type { Element } from '@dormant-beacon/core/circuit';
import type { TraceCase } from '@dormant-beacon/core/trace';

/** A battery, fuses, wires, contacts, lamps or motors and grounds: 60 elements in twelve branches. */
function sixty(): Element[] {
  const elements: Element[] = [{ id: 'BAT', kind: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.015 }];
  for (let k = 0; elements.length < 60; k++) {
    elements.push(
      { id: `F${k}`, kind: 'fuse', pins: ['b+', `f${k}`], amps: 10 },
      { id: `W${k}`, kind: 'wire', pins: [`f${k}`, `w${k}`], ohms: 0.03 },
      { id: `C${k}`, kind: 'contact', pins: [`w${k}`, `l${k}`], ohms: 0.005 },
      k % 3 === 0
        ? { id: `L${k}`, kind: 'lamp', pins: [`l${k}`, `g${k}`], volts: 12, watts: 21 }
        : { id: `L${k}`, kind: 'motor', pins: [`l${k}`, `g${k}`], runningOhms: 6, stallOhms: 1 },
      { id: `G${k}`, kind: 'ground', pins: [`g${k}`, 'gnd'], ohms: 0.01 },
    );
  }
  return elements.slice(0, 60);
}

export const elements = sixty();

const points = [...new Set(elements.flatMap(({ pins }) => pins))].filter((point) => point !== 'gnd');
/** Two modes of forty elements, and a voltmeter at every point in one or two states. */
const suspects = elements
  .slice(1, 41)
  .flatMap(({ id }, n) =>
    (['open', 'resistive'] as const).map((mode) => ({ element: id, mode, weight: 1 + (n % 3) })),
  );
const states = [{}, { pulled: ['F0'] }];
export const large: TraceCase = {
  circuit: { elements },
  suspects,
  tests: states
    .flatMap((state) => points.map((point) => ({ point, state })))
    .slice(0, 60)
    .map(({ point, state }, n) => ({
      id: `t${n}`,
      kind: 'volts' as const,
      from: point,
      to: 'gnd',
      minutes: 2 + (n % 7),
      state,
    })),
  repairs: elements
    .slice(1, 41)
    .map(({ id }, n) => ({ element: id, minutes: 5 + (n % 30), priceCents: 100 * (n % 40) })),
};
/** The same at one supply, every bad joint of 4 Ω. */
export const known: TraceCase = {
  ...large,
  supply: { low: 12.6, volts: 12.6, high: 12.6 },
  suspects: suspects.map((suspect) => (suspect.mode === 'resistive' ? { ...suspect, ohms: 4 } : suspect)),
};

/** One reading, from which the next step is planned. */
export const readings = [{ test: 't3', value: 12.4 }];
