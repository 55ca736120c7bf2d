import { apart, liesAt, placeAt, placementOf, sayPlace } from './placement.js';

describe('placementOf', () => {
  it('reads side, end and seat in nine languages', () => {
    const places: Record<string, string> = {
      'Right tail lamp': 'right rear',
      'Rücklicht rechts': 'right rear',
      'Feu arrière gauche': 'left rear',
      'Faro delantero derecho': 'right front',
      'Pretensionatore anteriore sinistro': 'left front',
      'Gordelspanner linksvoor': 'left front',
      'Lampa tylna lewa': 'left rear',
      'Farolim traseiro esquerdo': 'left rear',
      'Bälte höger fram': 'right front',
    };
    for (const [text, place] of Object.entries(places)) {
      const { side, end } = placementOf(text);
      expect(`${side} ${end}`).withContext(text).toBe(place);
    }
    expect(placementOf('Beifahrer Gurt').seat).toBe('passenger');
    expect(placementOf('Siège conducteur').seat).toBe('driver');
  });

  it('says nothing where a text names both, none, or no place of the car', () => {
    expect(placementOf('Left and right lamps')).toEqual({ side: null, end: null, seat: null });
    expect(placementOf('Driver stage, output')).toEqual({ side: null, end: null, seat: null });
    expect(placementOf('')).toEqual({ side: null, end: null, seat: null });
  });

  it('keeps two things apart, and finds what lies at an hour of the clock', () => {
    expect(apart(placementOf('Left lamp'), placementOf('Right lamp'))).toBeTrue();
    expect(apart(placementOf('Left lamp'), placementOf('Rear lamp'))).toBeFalse();
    expect([12, 1, 3, 5, 6, 8, 9, 11].map((hour) => sayPlace(placeAt(hour)))).toEqual([
      'front',
      'front right',
      'right',
      'rear right',
      'rear',
      'rear left',
      'left',
      'front left',
    ]);
    expect(liesAt(placementOf('Right fog lamp'), placeAt(1))).toBeTrue();
    expect(liesAt(placementOf('Rear right door'), placeAt(1))).toBeFalse();
    expect(liesAt(placementOf('Gateway'), placeAt(1))).toBeFalse();
  });
});
