import { ChangeOrder } from './change-order.js';

describe('the order of changes', () => {
  const at = (ms: number) => () => new Date(ms);

  it('follows the clock, and grows within one moment', () => {
    const order = new ChangeOrder(at(5));
    expect([order.after({ last_change: null }), order.after({ last_change: null })]).toEqual([5000, 5001]);
  });

  it('goes on where a clock was set back, and after what another server has given', () => {
    let now = 9;
    const order = new ChangeOrder(() => new Date(now));
    expect(order.after({ last_change: '3' })).toBe(9000);
    now = 2;
    expect(order.after({ last_change: 9000 })).toBe(9001);
    expect(order.after({ last_change: '20000' })).toBe(20_001);
  });

  it('is one order for two servers, however far apart their clocks are', () => {
    const [early, late] = [new ChangeOrder(at(1000)), new ChangeOrder(at(3_600_000))];
    const numbers: number[] = [];
    for (const order of [late, early, early, late, early])
      numbers.push(order.after({ last_change: numbers.at(-1) ?? null }));
    expect(numbers).toEqual([3_600_000_000, 3_600_000_001, 3_600_000_002, 3_600_000_003, 3_600_000_004]);
  });
});
