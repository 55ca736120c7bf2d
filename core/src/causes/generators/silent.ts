/** A module that does not answer: the others miss its messages. */
import { type Candidate, candidate, countWords } from '../candidate.js';
import type { Facts, Seen } from '../facts.js';
import { subjectWords } from '../network-codes.js';
import { priors } from '../priors.js';

export function silentModules({ seen, silent, modules }: Facts): Candidate[] {
  return [...silent].flatMap((module) => {
    const name = modules.get(module) ?? module;
    const about = seen.filter(
      (one) =>
        one.message &&
        !one.bus &&
        one.module !== module &&
        (one.subject === module || (silent.size === 1 && namesNobody(one))),
    );
    if (about.length === 0) return [];
    return [
      candidate({
        id: `silent:${name}`,
        kind: 'silent',
        title: `${name} does not answer`,
        prior: priors.silent,
        reasons: ['this reader asked it and had no answer', `${countWords(about)} miss its messages`],
        explains: about.map(({ id }) => id),
        leadsTo: 'trace',
        doNext: `Check the supply, ground and network of ${name} before the module itself.`,
      }),
    ];
  });
}

/** A missing message of which neither the text nor the public table says whose it is. */
const namesNobody = ({ subject, code, words }: Seen): boolean =>
  subject === null && subjectWords(code) === null && words.size === 0;
