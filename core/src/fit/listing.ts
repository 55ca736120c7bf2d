/** A listing read for what it really says: words that prove nothing, and words that say more than the fields. */
import type { PartDescription } from './records.js';

export interface ListingHint {
  /** The words that stand there. */
  readonly words: string;
  readonly says: string;
}

interface Rule {
  readonly words: RegExp;
  readonly says: string;
  /** Told only where this holds for the part as it was entered. */
  readonly where?: (part: PartDescription) => boolean;
}

const isUsed = ({ provenance }: PartDescription) => provenance?.kind !== 'new';

/** Claims first, then what contradicts the fields, then what is left out. English and German, as yards write. */
const rules: readonly Rule[] = [
  {
    words:
      /\b(?:fits all|all (?:years|models)|universal|passt (?:immer|überall)|alle (?:modelle|baujahre))\b/i,
    says: 'says nothing: compare number, plug and build month',
  },
  {
    words: /\b(?:tested|working|geprüft|funktionsfähig|plug and play|plug & play)\b/i,
    says: 'a claim: try it in the hand before it is fitted',
    where: isUsed,
  },
  {
    words: /\b(?:never fired|unfired|not deployed|nicht ausgelöst)\b/i,
    says: 'shows nothing: a fired unit can look and measure well',
  },
  {
    words: /\b(?:hit|crash(?:ed)?|accident|collision|damaged|unfall|unfallwagen)\b/i,
    says: 'its car was hit: say so, and look at this very unit',
    where: ({ provenance }) => provenance?.event !== 'collision',
  },
  {
    words: /\b(?:flood(?:ed)?|water|hochwasser|wasserschaden)\b/i,
    says: 'its car stood in water: say so, and open it first',
    where: ({ provenance }) => provenance?.event !== 'water',
  },
  {
    words: /\b(?:untested|for parts|spares|defekt|als ersatzteilspender|no returns?|keine rücknahme)\b/i,
    says: 'nobody answers for it',
  },
  {
    words: /\b(?:without|w\/o|ohne|excluding|not included)\s+\S+(?:\s+\S+)?/i,
    says: 'left out: is it in the unit that came out?',
  },
  {
    words: /\b(?:assembly|complete|komplett|with (?:motor|driver|switch|airbag|bag))\b/i,
    says: 'more than the part alone: look for restraint items in it',
    where: ({ scope }) => scope !== 'assembly',
  },
  {
    words: /\b(?:switch|housing|cover|lens|gehäuse|nur)\s+only\b|\bnur (?:gehäuse|schalter|glas)\b/i,
    says: 'less than the assembly',
    where: ({ scope }) => scope !== 'part',
  },
];

/**
 * What a listing says beside the fields that were entered; empty where it says nothing that has to be told.
 *
 * @example listingHints('fits all years', part)[0].says // 'says nothing: compare number, plug and build month'
 */
export function listingHints(listing: string, part: PartDescription): readonly ListingHint[] {
  const hints = rules.flatMap(({ words, says, where }) => {
    const found = words.exec(listing)?.[0];
    return found !== undefined && (where?.(part) ?? true) ? [{ words: found, says }] : [];
  });
  return [...hints, ...distanceHint(listing, part)];
}

/** A distance in the words that the fields do not hold: it may go with the unit into the dash. */
function distanceHint(listing: string, { provenance }: PartDescription): readonly ListingHint[] {
  const [words, figures] = /\b(\d{1,3}(?:[ .,']?\d{3}))\s*(?:km|miles|mi)\b/i.exec(listing) ?? [];
  if (words === undefined) return [];
  const distance = Number(figures!.replace(/\D/g, ''));
  return provenance?.distance === distance
    ? [
        {
          words,
          says: 'a unit that keeps a distance brings it along: what it shows is set by this car’s own records',
        },
      ]
    : [
        {
          words,
          says: 'its car had run so far: enter it, since a unit that keeps a distance brings it along',
        },
      ];
}
