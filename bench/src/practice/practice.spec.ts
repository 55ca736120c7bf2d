import { nextTests } from '@dormant-beacon/core/trace';
import { carFile } from '../vehicle/index.js';
import { drawCase, partOf, playCase, traceOfPart } from './index.js';

describe('a part of a car', () => {
  const idsOf = (car: string, target: string) => partOf(carFile(car)!, target).elements.map(({ id }) => id);

  it('goes from the battery over its fuse to its ground, and no further', () => {
    expect(idsOf('quill', 'TAIL-L').sort()).toEqual(
      [
        'BAT',
        'LINK',
        'F13',
        'G4',
        'TAIL-L',
        'TAIL-L-OUTPUT',
        'TAIL-L-LINE',
        'TAIL-L-PIN',
        'TAIL-L-BACK',
      ].sort(),
    );
    // What a module pulls up needs no fuse.
    expect(idsOf('lumen', 'FLAP')).not.toContain('BAT');
    expect(idsOf('quill', 'brake')).toContain('NET-HIGH');
    expect(idsOf('quill', 'brake').some((id) => id.startsWith('BRAKE-L'))).toBeFalse();
  });

  it('is a case that the planner takes: its lamp is on, its latch closed', () => {
    for (const target of ['TAIL-L', 'brake', 'DOOR-L', 'COOLANT'])
      expect(nextTests(traceOfPart(carFile('quill')!, target)).next.length)
        .withContext(target)
        .toBeGreaterThan(0);
  });
});

describe('a hidden fault', () => {
  it('is the same for the same seed, and shows itself', () => {
    const drawn = Array.from({ length: 40 }, (_, seed) => drawCase(seed));
    expect(drawn).toEqual(Array.from({ length: 40 }, (_, seed) => drawCase(seed)));
    expect(new Set(drawn.map(({ car }) => car)).size).toBeGreaterThan(4);
    expect(new Set(drawn.map(({ fault }) => fault.mode)).size).toBeGreaterThan(2);
  });

  it('is found and mended by the planner through link and instruments alone, without a breach', () => {
    let inVain = 0;
    for (let seed = 1; seed <= 12; seed++) {
      const played = playCase(drawCase(seed));
      expect(played.mended)
        .withContext(`seed ${seed}: ${played.steps.join(' | ')}`)
        .toBeTrue();
      expect(played.breaches).withContext(`seed ${seed}`).toBe(0);
      inVain += played.inVain;
    }
    expect(inVain).toBeLessThan(8);
  });
});
