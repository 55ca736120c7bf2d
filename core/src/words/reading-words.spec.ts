import type { TraceTest } from '../trace/index.js';
import {
  lampShows,
  outcomeName,
  readingWords,
  testName,
  testRead,
  unitOf,
  valueWords,
} from './reading-words.js';

const between = { id: 't', from: 'a', to: 'b', minutes: 1 };
const volts: TraceTest = { ...between, kind: 'volts' };
const lamp: TraceTest = { ...between, kind: 'testLamp' };
const swap: TraceTest = { id: 't', kind: 'swap', element: 'E', minutes: 1 };
const look: TraceTest = { id: 't', kind: 'inspect', element: 'E', minutes: 1 };

describe('a reading in words', () => {
  it('has the unit of its test', () => {
    const of = (kind: string, more: object = {}) => unitOf({ ...between, kind, ...more } as TraceTest);
    expect([of('volts'), of('live'), of('testLamp')]).toEqual(['V', 'V', 'V']);
    expect([of('ohms'), of('continuity'), of('live', { reads: 'ohms' })]).toEqual(['Ω', 'Ω', 'Ω']);
    expect(of('amps', { through: 'F' })).toBe('A');
  });

  it('is a figure of a meter, and the light of a test lamp', () => {
    expect(readingWords(volts, { value: 12.41 })).toBe('12.4 V');
    expect(readingWords(volts, { value: 12.41, supplyVolts: 14.1 })).toBe('12.4 V, 14.1 V at the battery');
    expect(readingWords(undefined, { value: 12.41 })).toBe('12.4 V');
    expect([12.4, 9, 8.9, 6, 2, 1.9, 0, -12].map((value) => valueWords(lamp, value))).toEqual([
      'bright',
      'bright',
      'dim',
      'dim',
      'dim',
      'dark',
      'dark',
      'bright',
    ]);
    for (const { says, volts: value } of lampShows) expect(readingWords(lamp, { value })).toBe(says);
  });

  it('is a word of a look and of a swap; an explicit no of the schema says no more than nothing', () => {
    expect(readingWords(volts, { overload: true, value: null })).toBe('over-limit');
    expect(readingWords(volts, { overload: false, value: 0 })).toBe('0 V');
    expect([true, false].map((found) => readingWords(look, { found }))).toEqual(['yes', 'no']);
    expect([true, false].map((moved) => readingWords(swap, { moved, gone: false }))).toEqual([
      'fault moved',
      'fault stayed',
    ]);
    expect(readingWords(swap, { gone: true })).toBe('fault gone, not told');
  });

  it('finds its test in the trace as it stands, and of one that was taken back as it was', () => {
    const named = (label: string) => ({ tests: [{ ...volts, label }] });
    const stamp = { seq: 1, personId: 'p', observedAt: '', recordedAt: '', withdrawn: false, title: 't' };
    const first = { ...stamp, id: 'a', corrects: null, case: named('Measure C1.') };
    const second = { ...stamp, id: 'b', seq: 2, corrects: 'a', case: named('Measure C2?') };
    const read = (...traces: object[]) => testRead({ traces: traces as never }, { traceId: 'a', test: 't' });
    expect(testName(read(first), 't')).toBe('Measure C1');
    expect(testName(read(first, second), 't')).toBe('Measure C2');
    expect(testName(read(first, { ...second, withdrawn: true }), 't')).toBe('Measure C1');
    expect(testName(read(), 't')).toBe('t');
  });

  it('is foreseen in the same words', () => {
    expect(outcomeName(volts, { value: 4.9 })).toBe('near 4.9 V');
    expect(outcomeName(lamp, { value: 11.8 })).toBe('bright');
    expect(outcomeName(volts, { overload: true })).toBe('over-limit');
    expect([true, false].map((moved) => outcomeName(swap, { moved }))).toEqual([
      'fault moves',
      'fault stays',
    ]);
    expect([true, false].map((found) => outcomeName(look, { found }))).toEqual(['yes', 'no']);
  });
});
