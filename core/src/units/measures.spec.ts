import fc from 'fast-check';
import {
  celsiusOf,
  distanceIn,
  kilometresOf,
  kilopascalsOf,
  pressureIn,
  readDistance,
  showDistance,
  showDistanceRange,
  temperatureIn,
} from './measures.js';

describe('measures', () => {
  it('gives whole miles back as they were read', () => {
    expect(kilometresOf(100, 'mi')).toBe(161);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3_000_000 }), (miles) => {
        expect(distanceIn(kilometresOf(miles, 'mi'), 'mi')).toBe(miles);
      }),
    );
  });

  it('converts temperatures and pressures', () => {
    expect(celsiusOf(212, 'F')).toBe(100);
    expect(temperatureIn(-40, 'F')).toBe(-40);
    expect(pressureIn(kilopascalsOf(2.4, 'bar'), 'psi')).toBeCloseTo(34.81, 2);
  });

  it('shows and reads distances in groups', () => {
    expect(showDistance(1138412, 'km')).toBe('1\u202f138\u202f412 km');
    expect(showDistanceRange(84230, 84236, 'km')).toBe('84\u202f230 to 84\u202f236 km');
    expect(showDistanceRange(84230, 84230, 'km')).toBe('84\u202f230 km');
    expect(showDistance(161, 'mi')).toBe('100 mi');
    for (const text of ['38412', '38 412', '38.412', "38'412", '38,412'])
      expect(readDistance(text)).toBe(38412);
    for (const text of ['', '38,4', '-5', '38 41', '12e3', 'about 100'])
      expect(readDistance(text)).withContext(text).toBeNull();
  });
});
