/** Where on the car a text places what it speaks of: side, end and seat, in the languages that reports come in. */
import { plainWord } from '../codes/index.js';

export interface Placement {
  readonly side: 'left' | 'right' | null;
  readonly end: 'front' | 'rear' | null;
  readonly seat: 'driver' | 'passenger' | null;
}

const nowhere: Placement = { side: null, end: null, seat: null };

type Place = NonNullable<Placement['side'] | Placement['end'] | Placement['seat']>;

/** Words by what they begin with, as `plainWord` writes them; a word that is listed whole ends with a blank. */
const stems: readonly (readonly [Place, readonly string[]])[] = [
  [
    'left',
    [
      'left',
      'lh ',
      'links',
      'linke',
      'gauche',
      'izquierd',
      'sinistr',
      'lewy',
      'lewa',
      'lewe',
      'esquerd',
      'vanster',
      'lhs ',
    ],
  ],
  [
    'right',
    [
      'right',
      'rh ',
      'rechts',
      'rechte',
      'droit',
      'derech',
      'destr',
      'prawy',
      'prawa',
      'prawe',
      'direit',
      'hoger',
      'rhs ',
    ],
  ],
  [
    'front',
    [
      'front',
      'vorn',
      'vorder',
      'avant',
      'delanter',
      'anterior',
      'dianteir',
      'voor',
      'przedn',
      'przod',
      'framre',
      'fram ',
      'fl ',
      'fr ',
      'headl',
      'scheinw',
      'phare',
      'projecteur',
      'faro ',
      'koplamp',
      'reflektor',
      'farol ',
      'bonnet',
      'haube',
      'capot',
      'fog ',
    ],
  ],
  [
    'rear',
    [
      'rear',
      'hinten',
      'hinter',
      'heck',
      'arriere',
      'traser',
      'traseir',
      'posterior',
      'achter',
      'tyln',
      'bak',
      'tail',
      'boot',
      'ruckl',
      'schluss',
      'trailer',
      'anhang',
      'remorq',
      'remolq',
      'rimorch',
      'trekhaak',
      'reboque',
      'przyczep',
      'hayon',
      'rl ',
      'rr ',
    ],
  ],
  [
    'driver',
    ['driver', 'fahrer', 'conducteur', 'conductor', 'guidator', 'bestuurder', 'kierowc', 'condutor', 'forar'],
  ],
  [
    'passenger',
    [
      'passenger',
      'beifahrer',
      'passager',
      'pasajer',
      'acompanante',
      'passegger',
      'bijrijder',
      'pasazer',
      'passageir',
    ],
  ],
];

/** What else `driver` and `front` may begin: stages of output, connectors and drives are no places. */
const noPlace = /^(?:driver (?:stage|output|ic)|front ?end|rightness)/;

/**
 * @example placementOf('Rücklicht rechts') // { side: 'right', end: 'rear', seat: null }
 */
export function placementOf(text: string): Placement {
  const plain = plainWord(text).replace(/ł/g, 'l');
  if (plain === '') return nowhere;
  const words = plain.split(/[^\p{L}]+/u);
  const found = new Set<Place>();
  words.forEach((word, at) => {
    if (noPlace.test(`${word} ${words[at + 1] ?? ''}`)) return;
    for (const [place, list] of stems)
      if (list.some((stem) => (stem.endsWith(' ') ? `${word} ` === stem : word.startsWith(stem))))
        found.add(place);
    // `linksvoor`, `voorlinks`, `hintenlinks`: two places in one word.
    if (word.length > 7)
      for (const [place, list] of stems)
        if (
          place !== 'driver' &&
          place !== 'passenger' &&
          list.some((stem) => stem.length >= 4 && word.endsWith(stem))
        )
          found.add(place);
  });
  const one = <P extends Place>(a: P, b: P): P | null =>
    found.has(a) === found.has(b) ? null : found.has(a) ? a : b;
  return {
    side: one('left', 'right'),
    end: one('front', 'rear'),
    seat: one('driver', 'passenger'),
  };
}

/** True where both say something of the same kind, and not the same: two things, whatever else they share. */
export function apart(a: Placement, b: Placement): boolean {
  return (['side', 'end', 'seat'] as const).some(
    (kind) => a[kind] !== null && b[kind] !== null && a[kind] !== b[kind],
  );
}

/** The corner, side or end at an hour of the clock around the car, 12 being the front. */
export function placeAt(hour: number): Placement {
  const side = hour >= 1 && hour <= 5 ? 'right' : hour >= 7 && hour <= 11 ? 'left' : null;
  const end = hour >= 10 || hour <= 2 ? 'front' : hour >= 4 && hour <= 8 ? 'rear' : null;
  return { side, end, seat: null };
}

/** `front right`, `rear`, `left`. */
export const sayPlace = ({ side, end }: Placement): string =>
  [end, side].filter((word) => word !== null).join(' ');

/** True where what a text speaks of lies at a place: it names the side and end, or one of them and nothing against it. */
export function liesAt(own: Placement, place: Placement): boolean {
  if (apart(own, place)) return false;
  if (place.side !== null && place.end !== null) return own.side === place.side;
  return (place.side !== null && own.side === place.side) || (place.end !== null && own.end === place.end);
}
