import { templates } from '@dormant-beacon/core/trace/templates';
import { soundVolts } from './sound-volts';

describe('soundVolts', () => {
  it('knows the sound volts at each point', () => {
    const volts = soundVolts(templates[1]!.build({}).circuit, {});
    expect(volts.get('C12.1')!.value!).toBeGreaterThan(12.2);
    expect(volts.get('C12.2')!.value!).toBeLessThan(0.1);
  });
});
