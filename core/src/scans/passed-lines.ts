/** Lines that nothing understood, and that may yet be the names of what stands below them. */
import { readModuleName } from './heading.js';
import type { Line } from './line.js';
import { isSentence, isTitle, labelOf, namesBusiness } from './vocabulary.js';

/** So many lines may stand between a name and what it is the name of. */
export const mostBetween = 4;

interface Passed {
  readonly line: Line;
  /** It begins a block. */
  readonly begins: boolean;
}

/** Those that stand close enough above to matter; whether one is a name is asked only where something below it needs one. */
export class PassedLines {
  private lines: Passed[] = [];

  note(line: Line, begins: boolean): void {
    this.lines = this.lines.filter((before) => line.at - before.line.at < mostBetween);
    this.lines.push({ line, begins });
  }

  forget(): void {
    if (this.lines.length > 0) this.lines = [];
  }

  /** The last that could be a module's name, at most so many lines above that place. */
  nameAbove(at: number): (Passed & { readonly name: string }) | null {
    for (const passed of this.lines.toReversed()) {
      if (at - passed.line.at > mostBetween) return null;
      const name = nameIn(passed.line.text);
      if (name !== null) return { ...passed, name };
    }
    return null;
  }
}

/** What could be a module's name in a line that nothing understood: a few words, alone or behind a word and a colon. */
function nameIn(text: string): string | null {
  const bare = text.trim().replace(/^[-*•]\s+/, '');
  // `Lamp unit, left`
  const bent = bare.includes(',') && !/^\p{L}[\p{L} ]{2,30}, \p{L}{2,12}$/u.test(bare);
  if (bare.length > 50 || bent || /[|;!?=]|\.$/.test(bare) || isTitle(bare)) return null;
  if (namesBusiness(bare)) return null;
  const [label, ...rest] = bare.split(/:\s/);
  const own = rest.length === 0 ? bare : rest.length === 1 && labelOf(label!) === null ? rest[0]! : '';
  const heading = /^\p{Lu}/u.test(own) && own.split(/\s+/).length <= 5 ? readModuleName(own) : null;
  return heading && !isSentence(heading.name) ? heading.name : null;
}
