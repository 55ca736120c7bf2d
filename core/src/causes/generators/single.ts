/** Causes of one module's own: a circuit or mechanism, a false input that makes others refuse, the module inside. */
import { plainWord, writeCode } from '../../codes/index.js';
import { type Candidate, candidate, countWords } from '../candidate.js';
import type { Facts, Seen } from '../facts.js';
import { priors } from '../priors.js';
import { apart, liesAt, placeAt, sayPlace } from '../placement.js';
import { shared, tellingWords } from '../words.js';

const kindOf = (type: string): keyof typeof priors.circuit =>
  /^(?:01|1.)$/.test(type)
    ? 'electrical'
    : /^(?:0[23]|2.|3.|6.)$/.test(type)
      ? 'signal'
      : /^(?:07|7.|9[3-9EF])$/.test(type)
        ? 'mechanical'
        : 'untold';

/** A fault in the circuit or mechanism that one code watches; the same thing told by codes elsewhere counts to it. */
export function circuits({ seen, request }: Facts): Candidate[] {
  const own = seen.filter((one) => !one.message);
  const byCode = grouped(own, (one) => [`${one.module}\n${one.code}`]);
  const byWord = grouped(own, (one) => [...one.words]);
  return [...byCode.values()].map((same) => {
    const one = same[0]!;
    const like = new Set([...one.words].flatMap((word) => byWord.get(word) ?? []));
    for (const own of same) like.delete(own);
    const others = [...like].filter((other) => sameThing(one, other));
    const told = others.filter(({ module }) => module !== one.module);
    const working = (request.working ?? []).filter(
      (other) =>
        plainWord(other.module) === one.module && shared(tellingWords(other.function), one.words) >= 1,
    );
    const weak = (request.weaknesses ?? []).filter(
      ({ module, code }) =>
        plainWord(module) === one.module && (code == null || code.toUpperCase() === one.code),
    );
    const text = one.observed.text ?? null;
    const kind = kindOf(one.type);
    return candidate({
      id: `circuit:${one.observed.module}:${one.code}`,
      kind: 'circuit',
      title: text ?? `The circuit behind ${one.code} of ${one.observed.module}`,
      prior: priors.circuit[kind],
      reasons: [
        `${writeCode(one.observed)} in ${one.observed.module} watches it`,
        ...(told.length > 0 ? [`${countWords(told)} tell of the same thing`] : []),
      ],
      factors: [
        ...(same.some(({ active }) => active)
          ? []
          : [[priors.times.notActive, 'it is not active now'] as const]),
        ...(others.length > 0 ? [[priors.times.sameCircuit, ''] as const] : []),
        ...zonesOf(request)
          .filter((zone) => liesAt(one.place, zone))
          .slice(0, 1)
          .map((zone) => [priors.times.inZone, `it lies where the car was hit, ${sayPlace(zone)}`] as const),
        ...weak.map(({ times, says, source }) => [times, `${says} (${source})`] as const),
      ],
      penalties: working.map(
        (other) => [priors.penalties.workingItself, `${other.function} was seen working`] as const,
      ),
      explains: [...same, ...others].map(({ id }) => id),
      leadsTo: 'trace',
      doNext: 'Trace the circuit: the planner says which test comes first.',
    });
  });
}

/** Where a collision hit the car. */
const zonesOf = ({ event }: Facts['request']) =>
  event?.kind === 'collision' ? (event.zones ?? []).map(placeAt) : [];

function grouped(seen: readonly Seen[], keysOf: (one: Seen) => readonly string[]): Map<string, Seen[]> {
  const groups = new Map<string, Seen[]>();
  for (const one of seen)
    for (const key of keysOf(one)) {
      const group = groups.get(key);
      if (group) group.push(one);
      else groups.set(key, [one]);
    }
  return groups;
}

/** Two codes of whose telling words at least half of the fewer are shared. */
function sameThing(a: Seen, b: Seen): boolean {
  if (a.voltage || b.voltage || a.calibration !== b.calibration || apart(a.place, b.place)) return false;
  const both = shared(a.words, b.words);
  return both >= 1 && both * 2 >= Math.min(a.words.size, b.words.size);
}

/** A position told wrongly makes other functions refuse: a lid thought open. */
export function falseInputs({ seen }: Facts): Candidate[] {
  const refusals = seen.filter((one) => one.refusal);
  if (refusals.length === 0) return [];
  const inputs = grouped(
    seen.filter((one) => one.position && !one.refusal),
    (one) => [`${one.module}\n${one.code}`],
  );
  return [...inputs.values()].map((same) => {
    const input = same[0]!;
    const text = input.observed.text ?? input.code;
    const named = refusals.filter((one) => shared(one.words, tellingWords(text)) > 0);
    return candidate({
      id: `false-input:${input.observed.module}:${input.code}`,
      kind: 'false-input',
      title: `${text}: told wrongly, and others refuse`,
      prior: priors.falseInput,
      reasons: [
        `${countWords(refusals)} refuse a function`,
        `${input.code} in ${input.observed.module} reports the position`,
      ],
      explains: [...same, ...(named.length > 0 ? named : refusals)].map(({ id }) => id),
      leadsTo: 'trace',
      doNext: 'Look at the live value while the position is changed by hand, then trace its switch.',
    });
  });
}

/** Messages missing on a path of their own: what modules say about one other, that may well answer. */
export function paths({ seen, modules, silent }: Facts): Candidate[] {
  const messages = seen.filter(({ message }) => message);
  const alike = grouped(messages, ({ subject, module, code }) => [subject ?? `${module}\n${code}`]);
  return [...alike.values()].map((own) => {
    const one = own[0]!;
    const from = one.subject === null ? null : (modules.get(one.subject) ?? one.subject);
    return candidate({
      id: from === null ? `path:${one.observed.module}:${one.code}` : `path:${from}`,
      kind: 'path',
      title: from === null ? `Messages missing in ${one.observed.module}` : `Messages of ${from} go missing`,
      prior: priors.path,
      reasons: [
        from === null ? 'the module that should send them is not known' : `${countWords(own)} miss them`,
        ...(one.subject !== null && !silent.has(one.subject) ? ['it does answer the reader'] : []),
      ],
      explains: own.map(({ id }) => id),
      leadsTo: 'trace',
      doNext:
        'Check the network pair and the connectors between the two, and the sender’s supply while it fails.',
    });
  });
}

/** The module inside: not suspected while its supply, ground and network, or the battery, are not good. */
export function internalFaults({ seen, request, batteryOpen, restless }: Facts): Candidate[] {
  const byModule = grouped(
    seen.filter(({ message }) => !message),
    ({ module }) => [module],
  );
  return [...byModule].flatMap(([module, own]) => {
    const said = own.filter(({ internal }) => internal);
    if (said.length === 0 && own.length < 2) return [];
    const name = own[0]!.observed.module;
    const explained = own.filter((one) => !one.voltage && !one.calibration);
    if (explained.length === 0) return [];
    const working = (request.working ?? []).filter((other) => plainWord(other.module) === module);
    return [
      candidate({
        id: `internal:${name}`,
        kind: 'internal',
        title: `${name}: inside the module`,
        prior: said.length > 0 ? priors.internalSaidSo : priors.internal,
        reasons: [
          said.length > 0
            ? `${said[0]!.code} speaks of the module itself`
            : `${countWords(explained)} in one module`,
        ],
        factors: restless
          ? [[1 / priors.times.unstable, 'codes change from scan to scan: supply, ground or water first']]
          : [],
        penalties: [
          ...(batteryOpen
            ? [[priors.penalties.batteryOpen, 'held back: the battery’s verdict is open'] as const]
            : []),
          ...working.map(
            (other) =>
              [priors.penalties.workingNeighbour, `${other.function} of the same module works`] as const,
          ),
        ],
        explains: explained.map(({ id }) => id),
        leadsTo: 'trace',
        doNext: 'First its supply, ground and network under load; only then the module.',
      }),
    ];
  });
}
