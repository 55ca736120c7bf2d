/** A module that does not answer: the others miss its messages. */
import { plainWord } from '../../codes/index.js';
import { type Candidate, candidate, countWords } from '../candidate.js';
import type { Facts, Seen } from '../facts.js';
import { subjectWords } from '../network-codes.js';
import { priors } from '../priors.js';

export function silentModules({ request, seen, silent, modules }: Facts): Candidate[] {
  return [...silent].flatMap((module) => {
    const name = modules.get(module) ?? module;
    const about = seen.filter(
      (one) =>
        one.message &&
        !one.bus &&
        one.module !== module &&
        (one.subject === module || (silent.size === 1 && namesNobody(one))),
    );
    const itself = findingsOf(request, module);
    if (about.length === 0 && itself.length === 0) return [];
    return [
      candidate({
        id: `silent:${name}`,
        kind: 'silent',
        title: `${name} does not answer`,
        prior: priors.silent,
        reasons: [
          'this reader asked it and had no answer',
          ...(about.length > 0 ? [`${countWords(about)} miss its messages`] : []),
        ],
        explains: [...about.map(({ id }) => id), ...itself],
        leadsTo: 'trace',
        doNext: `Check the supply, ground and network of ${name} before the module itself.`,
      }),
    ];
  });
}

/** The findings that a module itself does not answer. */
export const findingsOf = ({ beacons }: Facts['request'], module: string): string[] =>
  (beacons ?? []).flatMap((one) =>
    one.kind === 'silent-module' && plainWord(one.module ?? '') === module ? [one.id] : [],
  );

/** A missing message of which neither the text nor the public table says whose it is. */
const namesNobody = ({ subject, code, words }: Seen): boolean =>
  subject === null && subjectWords(code) === null && words.size === 0;
