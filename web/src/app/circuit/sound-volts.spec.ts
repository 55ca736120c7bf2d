import { templates } from '@dormant-beacon/core/trace/templates';
import { soundAmps, soundVolts } from './sound-volts';

describe('soundVolts', () => {
  it('knows the sound volts at each point', () => {
    const volts = soundVolts(templates.find(({ id }) => id === 'fused-lamp')!.build({}).circuit, {});
    expect(volts.get('C12.1')!.value!).toBeGreaterThan(12.2);
    expect(volts.get('C12.2')!.value!).toBeLessThan(0.1);
  });

  it('knows what would flow, and what is too little to be shown', () => {
    const lamp = templates.find(({ id }) => id === 'fused-lamp')!.build({}).circuit;
    const amps = soundAmps(lamp, {});
    expect(amps.get('LAMP')).toBeCloseTo(1.79, 1);
    expect([...amps.keys()].sort()).toEqual(lamp.elements.map(({ id }) => id).sort());
    expect(soundAmps(lamp, { open: ['SWITCH'] }).size).toBe(0);
    expect(soundAmps(lamp, { pulled: ['FUSE'] }).has('LAMP')).toBeFalse();
  });
});
