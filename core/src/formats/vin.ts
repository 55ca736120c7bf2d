/** Vehicle identification numbers: 17 characters without I, O and Q. Source: ISO 3779 and the public check-digit rule. */
import { wordTable } from '../codes/index.js';

const values: Readonly<Record<string, number>> = wordTable({
  A: 1,
  B: 2,
  C: 3,
  D: 4,
  E: 5,
  F: 6,
  G: 7,
  H: 8,
  J: 1,
  K: 2,
  L: 3,
  M: 4,
  N: 5,
  P: 7,
  R: 9,
  S: 2,
  T: 3,
  U: 4,
  V: 5,
  W: 6,
  X: 7,
  Y: 8,
  Z: 9,
});
const weights = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2];
const yearLetters = 'ABCDEFGHJKLMNPRSTVWXY123456789';
/** Letters that the standard leaves out, and what they are misread for. */
const slips: Readonly<Record<string, string>> = wordTable({ I: '1', O: '0', Q: '0' });

export interface VinReading {
  /** Upper case, without blanks and dashes, slips put right. */
  readonly vin: string;
  readonly sound: boolean;
  /** What is wrong or was put right, each in a sentence for the person who typed it. */
  readonly remarks: readonly string[];
  /** `holds`, `fails`, or `unused`: outside North America the ninth place may hold anything. */
  readonly checkDigit: 'holds' | 'fails' | 'unused' | 'unknown';
  /** Model years that the tenth place may stand for, up to `lastYear`, newest first. */
  readonly modelYears: readonly number[];
}

/**
 * Reads a VIN as it was typed. Letters that no VIN has are put right and said; one wrong character that the
 * check digit gives away is not guessed.
 * @param lastYear the newest model year that can be meant, usually next year
 *
 * @example readVin('1m8gdm9axkp042788', 2027).checkDigit // 'holds'
 */
export function readVin(text: string, lastYear: number): VinReading {
  const typed = text.toUpperCase().replace(/[\s.-]/g, '');
  const remarks: string[] = [];
  const vin = [...typed].map((character) => slips[character] ?? character).join('');
  const slipped = [...typed].filter((character) => character in slips);
  if (slipped.length > 0)
    remarks.push(
      `A VIN has no ${[...new Set(slipped)].join(', ')}: read as ${[...new Set(slipped.map((character) => slips[character]))].join(', ')}. Look again.`,
    );
  const strange = [...vin].find((character) => !/[A-Z0-9]/.test(character));
  if (strange !== undefined) remarks.push(`“${strange}” cannot stand in a VIN.`);
  if (vin.length !== 17) remarks.push(`A VIN has 17 characters; this has ${vin.length}.`);
  if (strange !== undefined || vin.length !== 17)
    return { vin, sound: false, remarks, checkDigit: 'unknown', modelYears: [] };
  const checkDigit = checkDigitOf(vin);
  if (checkDigit === 'fails')
    remarks.push(
      'Its check digit does not fit. Outside North America that may be so; otherwise a character is wrong.',
    );
  return { vin, sound: true, remarks, checkDigit, modelYears: modelYears(vin, lastYear) };
}

/** The character that the ninth place must hold where the check digit is used. */
export function checkCharacter(vin: string): string {
  const sum = [...vin].reduce(
    (total, character, n) => total + weights[n]! * (values[character] ?? Number(character)),
    0,
  );
  return sum % 11 === 10 ? 'X' : String(sum % 11);
}

function checkDigitOf(vin: string): VinReading['checkDigit'] {
  const given = vin[8]!;
  if (!/[0-9X]/.test(given)) return 'unused';
  return given === checkCharacter(vin) ? 'holds' : 'fails';
}

/** The tenth place repeats every thirty years. */
function modelYears(vin: string, lastYear: number): number[] {
  const place = yearLetters.indexOf(vin[9]!);
  if (place < 0) return [];
  const years: number[] = [];
  for (let year = 1980 + place; year <= lastYear; year += 30) years.unshift(year);
  return years;
}
