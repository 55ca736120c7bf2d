import { switchInput } from '../templates/switch-input.js';
import { judgeRepair } from './judge-repair.js';

const source = switchInput.build({});
const after = (...readings: object[]) => ({ ...source, readings }) as typeof source;
const replaced = { element: 'SWITCH', method: 'replace' } as const;

describe('judgeRepair', () => {
  it('says how probable the part was before anything was read, and that nothing agrees on it yet', () => {
    const { chance, confirmed, kind } = judgeRepair(source, replaced);
    expect(chance).toBeGreaterThan(0);
    expect(chance).toBeLessThan(0.9);
    expect([confirmed, kind]).toEqual([false, 'switch']);
  });

  it('is confirmed by two readings of different means, not by two of the same', () => {
    const meter = { test: 'switch-ohms', overload: true };
    const live = { test: 'press', value: 4.97 };
    expect(judgeRepair(after(meter), replaced).confirmed).toBeFalse();
    expect(judgeRepair(after({ test: 'signal', value: 4.92 }, meter), replaced).confirmed).toBeFalse();
    const both = judgeRepair(after(meter, live), replaced);
    expect(both.confirmed).toBeTrue();
    expect(both.chance).toBeGreaterThan(judgeRepair(after(meter), replaced).chance - 1e-9);
  });

  it('gives what is no suspect no chance and no mode', () => {
    const { chance, mode, confirmed } = judgeRepair(after({ test: 'press', value: 4.97 }), {
      element: 'ELSEWHERE',
      method: 'replace',
    });
    expect([chance, mode, confirmed]).toEqual([0, null, false]);
  });
});
