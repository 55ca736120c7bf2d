import { readTyped, showValue } from './reading.js';

const value = (text: string) => {
  const read = readTyped(text);
  return read.kind === 'value' ? [read.value, read.unit] : read.kind;
};

describe('readTyped', () => {
  it('reads marks, factors and units', () => {
    expect(value('4.8')).toEqual([4.8, null]);
    expect(value('4,8 v')).toEqual([4.8, 'V']);
    expect(value('-0,02V')).toEqual([-0.02, 'V']);
    expect(value('2k2')).toEqual([2200, null]);
    expect(value('2,2kΩ')).toEqual([2200, 'Ω']);
    expect(value('15 mA')).toEqual([0.015, 'A']);
    expect(value('1M')).toEqual([1e6, null]);
    expect(value('.5')).toEqual([0.5, null]);
    expect(value('OL')).toBe('overload');
  });

  it('asks where a comma may part thousands, and refuses nonsense', () => {
    expect(readTyped('1,200')).toEqual({ kind: 'ask', decimal: 1.2, thousands: 1200 });
    expect(value('0,200')).toEqual([0.2, null]);
    for (const text of ['', 'abc', '1.2.3', '4 kg', '1.2k3', '.'])
      expect(value(text)).withContext(text).toBe('notRead');
  });
});

describe('showValue', () => {
  it('shows the size that a meter shows', () => {
    expect(showValue(4.8, 'V')).toBe('4.8 V');
    expect(showValue(0.023, 'V')).toBe('0.02 V');
    expect(showValue(2200, 'Ω')).toBe('2.2 kΩ');
    expect(showValue(0.015, 'A')).toBe('15 mA');
  });
});
