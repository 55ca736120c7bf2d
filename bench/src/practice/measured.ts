/** What a test of a trace shows at a simulated car: by its instruments, or by a look that may miss. */
import type { RandomNumbers } from '@dormant-beacon/core/random';
import type { TraceCase, TraceReading, TraceTest } from '@dormant-beacon/core/trace';
import { fromHex } from '../frames/index.js';
import { type Gate, type Tray } from '../instruments/index.js';
import { type Link } from '../link/index.js';
import type { Car } from '../vehicle/index.js';

/** The output of a lamp is taken in hand, as its module allows: its circuit is measured at work. */
export function lightUp(car: Car, link: Link, { circuit }: TraceCase): void {
  const output = circuit.elements.find(({ kind }) => kind === 'moduleOutput')?.id;
  const own = car.file.monitors.find(({ watches }) => output !== undefined && watches === output);
  if (!own) return;
  const outputs = [
    ...new Set(
      car.file.monitors.flatMap(({ module, watches }) =>
        module === own.module && watches !== undefined ? [watches] : [],
      ),
    ),
  ];
  const did = (0x0400 + outputs.indexOf(output!)).toString(16).padStart(4, '0');
  link.ask([
    { module: own.module, bytes: fromHex('1003') },
    { module: own.module, bytes: fromHex(`2f${did}0301`) },
  ]);
}

/** @returns the reading, or why the instruments refuse it */
export function measured(car: Car, tray: Tray, test: TraceTest, random: RandomNumbers): TraceReading | Gate {
  if (test.kind === 'volts' || test.kind === 'ohms') {
    const shown = tray.between(test.kind, test.from, test.to);
    if (shown.kind === 'refused') return shown.gate;
    if (shown.kind === 'over-limit') return { test: test.id, overload: true };
    return { test: test.id, value: shown.kind === 'value' ? shown.value : 0 };
  }
  if (test.kind !== 'inspect') return { test: test.id };
  const there = car.standing.faults.some(
    ({ element, mode }) => element === test.element && (test.mode == null || test.mode === mode),
  );
  const chance = there ? (test.finds ?? 0.9) : (test.falseAlarm ?? 0.02);
  return { test: test.id, found: random.uniform() < chance };
}
