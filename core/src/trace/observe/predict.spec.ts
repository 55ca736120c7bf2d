import { meterBenches } from '../../circuit/index.js';
import { finish } from '../../progress/index.js';
import { accuracyOf } from './evidence.js';
import { spread } from './likelihood.js';
import { predictions } from './predict.js';
import { prepare } from '../model/prepare.js';
import { templates } from '../templates/index.js';
import { addedOhms } from './unknowns.js';

describe('predictions', () => {
  for (const template of templates)
    it(`of the ${template.id} between the supplies and sizes that were solved are what the circuit gives there`, () => {
      const source = template.build({});
      const ready = prepare(source);
      const { supply, shares, tests } = finish(predictions(ready));
      const steps = supply.length;
      for (const [s, { element, mode, ohms, to, id }] of ready.suspects.entries()) {
        const known = ready.elements.get(element);
        if (!known || mode === 'intermittent') continue;
        const onLoop = known.pins.some((pin) => ready.cavities.get(pin)?.class === 'squib');
        const sizes = shares[s]!.length / steps;
        for (const [size, k] of [
          [0.35, 0.2],
          [0.7, 0.6],
        ].map(([a, b]) => [Math.floor(a! * sizes), Math.floor(b! * steps)] as const)) {
          const added = mode === 'resistive' && ohms == null ? addedOhms(onLoop).values[size]! : ohms;
          const elements = source.circuit.elements.map((one) =>
            one.kind === 'battery' ? { ...one, volts: supply[k]! } : one,
          );
          for (const test of source.tests) {
            if (test.kind !== 'volts') continue;
            const usual = source.state ?? {};
            const faults = [{ element, mode, ohms: added, to }];
            const { value } = meterBenches(
              { elements },
              faults,
              usual,
            )(test.state ?? usual).read({ id: 'm', kind: 'volts', from: test.from, to: test.to }, 'm');
            const foreseen = tests.get(test.id)![s]!.at(0, size * steps + k);
            expect(Math.abs(foreseen - value!))
              .withContext(`${id}, ${test.id}, ${added ?? ''} Ω, ${supply[k]!.toFixed(2)} V`)
              .toBeLessThan(spread(accuracyOf(test), value!) / 2 + 1e-6);
          }
        }
      }
    });
});
