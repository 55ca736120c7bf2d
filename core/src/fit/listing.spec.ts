import { listingHints } from './index.js';

describe('listingHints', () => {
  const used = { kind: 'used' as const, event: 'none' as const };
  const part = { kind: 'LED driver', partNumber: 'OM-2210-04', provenance: used };
  const said = (listing: string, more: object = {}) =>
    listingHints(listing, { ...part, ...more }).map(({ words }) => words);

  it('tells claims from proof, and what the fields do not say', () => {
    expect(said('fits all years, tested, plug and play')).toEqual(['fits all', 'tested']);
    expect(said('from a car hit at the rear')).toEqual(['hit']);
    expect(said('from a car hit at the rear', { provenance: { ...used, event: 'collision' } })).toEqual([]);
    expect(said('Komplett, Wasserschaden, ohne Glas')).toEqual(['Wasserschaden', 'ohne Glas', 'Komplett']);
    expect(said('headlamp with driver', { scope: 'assembly' })).toEqual([]);
    expect(said('switch only')).toEqual(['switch only']);
    expect(said('never fired')).toEqual(['never fired']);
    expect(said('tested', { provenance: { kind: 'new' } })).toEqual([]);
    expect(said('a clean one')).toEqual([]);
  });

  it('reads a distance that goes along with a unit', () => {
    const [hint] = listingHints('from 214 000 km', part);
    expect([hint!.words, hint!.says]).toEqual(['214 000 km', jasmine.stringContaining('enter it') as never]);
    const known = { ...part, provenance: { ...used, distance: 214_000 } };
    expect(listingHints('from 214.000 km', known)[0]!.says).toContain('own records');
  });
});
