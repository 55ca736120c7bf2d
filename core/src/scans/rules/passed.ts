/** Lines that nothing understood, and that may yet be the names of what stands below them. */
import { readModuleName } from '../heading.js';
import { saysSomething } from '../lines.js';
import { type Line, type Reading } from '../reading.js';
import { isSentence, isTitle, labelOf } from '../vocabulary.js';
import { type Page } from './page.js';

/** Keeps a line that could be a module's name for codes and states that nobody else owns. */
export function notePassed(reading: Reading, line: Line, { lines }: Page): void {
  const name = nameIn(line.text);
  if (name !== null) reading.passed = { name, line, begins: !saysSomething(lines.at(line.at - 1)) };
}

/** What could be a module's name in a line that nothing understood: a few words, alone or behind a word and a colon. */
function nameIn(text: string): string | null {
  const bare = text.trim().replace(/^[-*•]\s+/, '');
  // `Lamp unit, left`
  const bent = bare.includes(',') && !/^\p{L}[\p{L} ]{2,30}, \p{L}{2,12}$/u.test(bare);
  if (bare.length > 50 || bent || /[|;!?=]|\.$/.test(bare) || isTitle(bare)) return null;
  const [label, ...rest] = bare.split(/:\s/);
  const own = rest.length === 0 ? bare : rest.length === 1 && labelOf(label!) === null ? rest[0]! : '';
  const heading = /^\p{Lu}/u.test(own) && own.split(/\s+/).length <= 5 ? readModuleName(own) : null;
  return heading && !isSentence(heading.name) ? heading.name : null;
}
