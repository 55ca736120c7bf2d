/** Labelled fields around the codes (`Reader: …`, `Odometer 84 120 km`) and live values. */
import { plainWord } from '../codes/index.js';
import { metaLabels } from './words.js';

export interface Entry {
  readonly kind: 'reader' | 'readerSoftware' | 'date' | 'odometer' | 'supplyVolts' | 'other';
  readonly value: string;
}

export interface Field {
  readonly entries: readonly Entry[];
}

export interface Value {
  readonly label: string;
  readonly value: string;
}

const liveValue =
  /^[<>~±-]?\s*-?\d+(?:[.,]\d+)?\s*(?:v|mv|a|ma|ohms?|Ω|kΩ|mΩ|°?c|°?f|bar|kpa|psi|%|rpm|1\/min|km\/h|mph|hz|ms|s|mm|°|deg|nm)$/i;

/** The fields of a line, or null where it holds none. Several may share a line, parted as cells. */
export function readField(line: string): Field | null {
  if (line.length > 300) return null;
  const cells = line
    .trim()
    .split(/\s*[|\t]\s*|\s{3,}/)
    .filter((cell) => cell !== '');
  const entries = cells.map(readEntry);
  if (entries.every((entry) => entry !== null)) return { entries };
  const whole = readEntry(line.trim());
  if (whole) return { entries: [whole] };
  return isDate(line.trim()) ? { entries: [{ kind: 'date', value: line.trim() }] } : null;
}

const endsInUnit = /\d\s*[a-zµΩ°%/1]{0,6}\s*$/i;

/** A live value with its unit (`Belt switch   402 Ohm`), or null. A field of the report's head is none. */
export function readValue(line: string): Value | null {
  if (line.length > 160 || !endsInUnit.test(line)) return null;
  const pair = /^\s*[-•*]?\s*(\p{L}[^:=]{1,60}?)\s*(?:[:=]|\s{2,}|\.{3,})\s*(.+?)\s*$/u.exec(line);
  if (!pair || !liveValue.test(pair[2]!) || metaLabels[plainWord(pair[1]!)] !== undefined) return null;
  return { label: pair[1]!, value: pair[2]! };
}

function readEntry(text: string): Entry | null {
  const parted = /^([\p{L}/ .()-]{1,30}?)(?:\s+(?:no|nr|n°)\.?)?\s*[:=#]\s*(.+)$/iu.exec(text);
  if (parted) {
    const kind = metaLabels[plainWord(parted[1]!)];
    return kind ? { kind, value: parted[2]!.trim() } : null;
  }
  const bare = /^(\p{L}[\p{L}/-]*(?: \p{L}[\p{L}/-]*)?)\s+(.*\d.*)$/u.exec(text);
  // `Address 15: Restraint control` is a module's heading.
  const kind = bare && !isAddress(bare[1]!) ? metaLabels[plainWord(bare[1]!)] : undefined;
  return kind ? { kind, value: bare![2]!.trim() } : null;
}

function isAddress(label: string): boolean {
  return /^(?:address|adresse|addr|adr|direccion)$/.test(plainWord(label));
}

function isDate(text: string): boolean {
  return /^\D{0,12}(?:\d{4}-\d{2}-\d{2}|\d{1,2}[./-]\d{1,2}[./-]\d{2,4})(?:[ T,]+\d{1,2}:\d{2}(?::\d{2})?)?(?:\s*(?:am|pm|uhr|h))?$/i.test(
    text,
  );
}
