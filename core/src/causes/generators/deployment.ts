/** A collision in which units have fired: one cause behind the record, the open loops and the locked module. */
import { guardOf } from '../../restraints/index.js';
import { type Candidate, candidate, countWords } from '../candidate.js';
import type { Facts, Seen } from '../facts.js';
import { priors } from '../priors.js';

/** What a restraint module says of a crash, in the languages that reports come in. */
const recordWords =
  /crash|impact|collision|deploy|fired|aufprall|ausl[öo]s|gez[üu]ndet|d[ée]clench|choc|impacto|despleg|activad|urto|botsing|botsgegev|geactiveerd|zderzen|wyzwolon|colis[ãa]o|krock|uderzen/i;
const loopWords =
  /loop|squib|circuit|stromkreis|z[üu]ndkreis|boucle|bucle|detonat|detonador|allumeur|ontstek|zapalnik|kring|obw[óo]d|krets|pretensionat|gordelspanner|napinacz/i;

export function deployment(facts: Facts): Candidate[] {
  const { request, seen } = facts;
  if (request.event?.kind !== 'collision') return [];
  const modules = new Set(
    seen.map(({ observed }) => observed.module).filter((module) => guardOf({ module }).guard === 'restraint'),
  );
  return [...modules].flatMap((module) => {
    const own = seen.filter((one) => one.observed.module === module && !one.message && !one.voltage);
    const records = own.filter((one) => recordWords.test(one.observed.text ?? ''));
    const loops = own.filter(isOpenLoop);
    if (records.length === 0 && loops.length < 2) return [];
    const explained = [...new Set([...records, ...loops])];
    return [
      candidate({
        id: `deployment:${module}`,
        kind: 'deployment',
        title: 'Restraints have fired',
        prior: priors.deployment,
        reasons: [
          'a collision is the event',
          ...(records.length > 0 ? [`${module} holds ${countWords(records)} of an impact or a lock`] : []),
          ...(loops.length > 0 ? [`${countWords(loops)} tell of open loops: a fired unit stays open`] : []),
        ],
        explains: explained.map(({ id }) => id),
        leadsTo: 'make-safe',
        doNext:
          'Make the car safe, list its restraint items and look at each. The module is crash-locked: it goes new, or to a qualified service where law and policy allow.',
      }),
    ];
  });
}

const isOpenLoop = ({ observed, type }: Seen): boolean =>
  /^(?:13|1A|1B|)$/.test(type) && (loopWords.test(observed.text ?? '') || /^B00/.test(observed.code));
