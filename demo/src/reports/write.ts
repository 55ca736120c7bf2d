/**
 * Writes the first reports of the corpus with their truth files: every fixed layout in four languages, in three
 * encodings. The others were written by hand, and stay as they were written.
 */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { randomNumbers } from '@dormant-beacon/core/random';
import { languages } from './facts.js';
import { layouts } from './layouts.js';
import { randomReport } from './random-report.js';
import { truthOf } from './truth.js';

const folder = fileURLToPath(new URL('../../reports/corpus/', import.meta.url));
const encodings = ['utf-8', 'utf-16le', 'latin1'] as const;

mkdirSync(folder, { recursive: true });
let number = 0;
for (const layout of layouts)
  for (const language of languages) {
    number++;
    const { uniform } = randomNumbers(number);
    const facts = randomReport(uniform, layout.history, language);
    const encoding = encodings[number % encodings.length]!;
    const slips = number % 8 === 5;
    const text = slips ? withSlips(layout.print(facts), uniform) : layout.print(facts);
    const name = `${String(number).padStart(2, '0')}-${layout.name}-${language}${slips ? '-slips' : ''}`;
    const mark = encoding === 'utf-16le' ? '\uFEFF' : '';
    writeFileSync(
      join(folder, `${name}.${layout.form === 'csv' ? 'csv' : 'txt'}`),
      Buffer.from(mark + text, encoding),
    );
    writeFileSync(join(folder, `${name}.truth.json`), `${JSON.stringify(truthOf(facts, layout), null, 1)}\n`);
  }

/** A reader's print with O for 0, I for 1 and S for 5 in some codes. */
function withSlips(text: string, next: () => number): string {
  const meant: Readonly<Record<string, string>> = { '0': 'O', '1': 'I', '5': 'S' };
  return text.replace(
    /\b([PCBU])([0-3][0-9A-F]{3})(?=(?:[0-9A-F]{2})?(?![0-9A-Z]))/g,
    (code, letter: string, digits: string) => {
      const slipped = digits.replace(/[015]/, (digit) => meant[digit]!);
      return next() < 0.8 && /\d/.test(slipped) ? letter + slipped : code;
    },
  );
}
