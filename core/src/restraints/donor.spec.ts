import fc from 'fast-check';
import { donorProof } from './donor.js';
import { type Donor, donorSign } from './records.js';

const belt = { id: 'belt-fl', item: 'belt', label: 'driver belt' } as const;
const good: Donor = {
  item: 'belt-fl',
  seller: 'Harbour Salvage',
  donorVin: 'VLNRL8H26L0049911',
  event: 'none',
  photos: 4,
  signs: ['no-sign'],
  stalkMillimetres: 92,
  stalkAsBuiltMillimetres: 92,
  built: '2020-03',
  storage: 'dry',
};
const verdict = (more: Partial<Donor>) => donorProof(belt, { ...good, ...more }).verdict;

describe('donorProof', () => {
  it('accepts one unit that is shown whole, and clears nothing beside it', () => {
    const { verdict: says, why } = donorProof(belt, good);
    expect([says, why[0]]).toEqual(['accepted', jasmine.stringContaining('clears no unit beside it')]);
  });

  it('refuses a stalk that is short by measure, whatever is claimed', () => {
    const trap = {
      stalkMillimetres: 58,
      claim: 'never fired, runs fine',
      signs: ['no-sign', 'loop-normal'] as Donor['signs'],
    };
    const { verdict: says, why } = donorProof(belt, { ...good, ...trap });
    expect([says, why[0]]).toEqual(['refused', 'its stalk is 34 mm shorter than as built: it has fired']);
  });

  it('takes a claim, and a normal loop, for nothing', () => {
    expect(verdict({ signs: [], claim: 'unfired' })).toBe('not-shown');
    expect(verdict({ signs: ['loop-normal'] })).toBe('not-shown');
  });

  it('asks for what is not shown, and refuses what cannot be', () => {
    expect(donorProof(belt, { ...good, donorVin: null, photos: 1, storage: 'unknown' }).why[0]).toBe(
      'still to be shown: the donor’s VIN; 3 photos of this unit: all of it, its label, its plug; that it was stored dry',
    );
    expect([verdict({ event: 'side' }), verdict({ event: 'water' }), verdict({ event: 'unknown' })]).toEqual([
      'refused',
      'refused',
      'not-shown',
    ]);
    expect([
      verdict({ builtFrom: '2020-04' }),
      verdict({ builtTo: '2020-02' }),
      verdict({ builtTo: '2020-03' }),
    ]).toEqual(['refused', 'refused', 'accepted']);
  });

  it('never accepts one with a sign that condemns, nor without a look at it', () => {
    const drawn = fc.record({
      event: fc.constantFrom<Donor['event']>('none', 'side', 'rear', 'front', 'rollover', 'water', 'unknown'),
      photos: fc.nat(6),
      signs: fc.uniqueArray(fc.constantFrom(...donorSign.options), { maxLength: 9 }),
      stalkMillimetres: fc.option(fc.integer({ min: 30, max: 120 })),
      storage: fc.constantFrom<Donor['storage']>('dry', 'outside', 'unknown'),
    });
    fc.assert(
      fc.property(drawn, (more) => {
        if (donorProof(belt, { ...good, ...more }).verdict !== 'accepted') return true;
        const signs = new Set<string>(more.signs);
        signs.delete('loop-normal');
        return (
          signs.size === 1 &&
          signs.has('no-sign') &&
          more.event === 'none' &&
          (more.stalkMillimetres ?? 0) >= 88
        );
      }),
      { numRuns: 3000 },
    );
  });
});
