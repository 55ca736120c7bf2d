/** Report facts drawn at random, the same for the same numbers. */
import {
  codeTexts,
  type CodeFact,
  type Language,
  languages,
  type ModuleFact,
  moduleNames,
  type ReportFact,
  type Status,
} from './facts.js';

const failureTypes = [null, null, '13', '11', '1B', '16', '64', '87', '29', '00', 'F3'];

/** `next` gives numbers from 0 up to 1. Without `history` no code has that status. */
export function randomReport(next: () => number, history: boolean, language?: Language): ReportFact {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const statuses: Status[] = ['active', 'stored', 'pending', ...(history ? (['history'] as const) : [])];
  const seen = new Set<string>();
  const code = (): CodeFact => {
    for (;;) {
      const digits = Math.floor(next() * 0x4000)
        .toString(16)
        .toUpperCase()
        .padStart(4, '0');
      const made = `${pick(['P', 'C', 'B', 'U'])}${digits}`;
      if (seen.has(made)) continue;
      seen.add(made);
      return {
        code: made,
        failureType: pick(failureTypes),
        status: pick(statuses),
        text: Math.floor(next() * codeTexts.length),
      };
    }
  };
  const order = moduleNames.map((_, at) => at).sort(() => next() - 0.5);
  const modules = order.slice(0, 2 + Math.floor(next() * 8)).map((module, at): ModuleFact => {
    const codes = at === 0 || next() < 0.6 ? Array.from({ length: 1 + Math.floor(next() * 4) }, code) : [];
    const reach = codes.length > 0 || next() < 0.5 ? 'answered' : next() < 0.6 ? 'silent' : 'unsupported';
    return { module, address: (16 + at * 7).toString(16).toUpperCase(), reach, codes };
  });
  return { language: language ?? pick(languages), modules };
}
