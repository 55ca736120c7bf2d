/** A supply, ground or network that several modules hang on, by the vehicle's file. */
import { plainWord } from '../../codes/index.js';
import { type Candidate, candidate, countWords } from '../candidate.js';
import { type Facts, linkedTo, type Seen } from '../facts.js';
import { findingsOf } from './silent.js';
import { priors } from '../priors.js';

const electrical = /^(?:|00|01|1[1346789B-F]|2[123F]|31|84|93|9E|9F)$/;

export function sharedSupplies(facts: Facts): Candidate[] {
  return valuesOf(facts, 'supplies').flatMap((name) => power(facts, 'supplies', name));
}

export function sharedGrounds(facts: Facts): Candidate[] {
  return valuesOf(facts, 'grounds').flatMap((name) => power(facts, 'grounds', name));
}

function valuesOf({ request }: Facts, field: 'supplies' | 'grounds' | 'networks'): string[] {
  return [...new Set((request.links ?? []).flatMap((link) => link[field] ?? []))];
}

function power(facts: Facts, field: 'supplies' | 'grounds', name: string): Candidate[] {
  const { seen, silent, request, modules, restless } = facts;
  const ground = field === 'grounds';
  const members = linkedTo(request, field, name);
  const own = (one: Seen) =>
    one.link.some((link) => link[field]?.includes(name) && (link.code != null || feels(one)));
  const about = (one: Seen) => one.message && one.subject !== null && members.has(one.subject);
  const explained = seen.filter((one) => own(one) || about(one));
  const hit = new Set([
    ...explained.map((one) => (about(one) ? one.subject! : one.module)),
    ...[...members].filter((module) => silent.has(module)),
  ]);
  if (explained.length === 0 || (hit.size < 2 && explained.length < 2)) return [];
  const clean = [...members].filter((module) => !hit.has(module));
  const working = (request.working ?? []).filter(({ module }) => members.has(plainWord(module)));
  return [
    candidate({
      id: `${ground ? 'ground' : 'supply'}:${name}`,
      kind: ground ? 'ground' : 'supply',
      title: ground ? `Ground ${name} is poor` : `Supply ${name} is weak or lost`,
      prior: ground ? priors.ground : priors.supply,
      reasons: [`shared by ${[...hit].map((module) => modules.get(module) ?? module).join(', ')}`],
      factors: [
        [priors.times.anotherModule ** (hit.size - 1), `${countWords(explained)} hang on it`],
        ...(restless || explained.some(({ unstable }) => unstable)
          ? [[priors.times.unstable, 'its codes come and go'] as const]
          : []),
        ...(ground && request.event?.kind === 'water'
          ? [[priors.times.waterOnGround, 'there was water'] as const]
          : []),
        ...(!ground && request.event?.kind === 'battery'
          ? [[priors.times.linkAfterJump, 'links blow when a battery is jumped'] as const]
          : []),
      ],
      penalties: [
        ...clean.map(
          (module) =>
            [
              priors.penalties.cleanNeighbour,
              `${modules.get(module) ?? module} hangs on it too and has no code`,
            ] as const,
        ),
        ...working.map(
          (one) =>
            [
              priors.penalties.workingNeighbour,
              `${one.function} works on the same ${ground ? 'ground' : 'supply'}`,
            ] as const,
        ),
      ],
      explains: [
        ...explained.map(({ id }) => id),
        ...[...members]
          .filter((module) => silent.has(module))
          .flatMap((module) => findingsOf(request, module)),
      ],
      leadsTo: 'basics',
      doNext: ground
        ? `Measure the drop from ${name} to battery negative under load.`
        : `Measure the voltage behind ${name} under load.`,
    }),
  ];
}

/** A code that a weak supply or ground can make, whatever it names. */
const feels = (one: Seen): boolean =>
  one.voltage || one.message || (electrical.test(one.type) && !one.calibration);

export function networks(facts: Facts): Candidate[] {
  const { seen, request, modules, restless } = facts;
  return valuesOf(facts, 'networks').flatMap((name) => {
    const members = linkedTo(request, 'networks', name);
    const explained = seen.filter(
      (one) => one.message && (members.has(one.module) || (one.subject !== null && members.has(one.subject))),
    );
    const hit = new Set(explained.map((one) => one.subject ?? one.module));
    if (explained.length < 2 || hit.size < 2) return [];
    const bus = explained.filter((one) => one.bus);
    return [
      candidate({
        id: `network:${name}`,
        kind: 'network',
        title: `The ${name} network is disturbed`,
        prior: priors.network,
        reasons: [
          `messages of ${[...hit].map((module) => modules.get(module) ?? module).join(', ')} are missing`,
        ],
        factors: [
          [priors.times.anotherModule ** (hit.size - 1), `${countWords(explained)} speak of it`],
          ...(bus.length > 0
            ? [[priors.times.anotherModule, 'a module found the bus itself off'] as const]
            : []),
          ...(restless ? [[priors.times.unstable, 'its codes come and go'] as const] : []),
          ...(request.event?.kind === 'collision'
            ? [[priors.times.collision, 'there was a collision'] as const]
            : []),
        ],
        explains: explained.map(({ id }) => id),
        leadsTo: 'trace',
        doNext: `Split the ${name} network at its connectors; nothing but a high-impedance meter or scope on its lines.`,
      }),
    ];
  });
}

/** Codes that a poor main contact makes: supply too low at the module, whatever the battery is like. */
const starved = (one: Seen): boolean =>
  !one.bus && !one.message && (one.voltage || /^(?:16|21|84)$/.test(one.type));

/** Corroded or loose contacts between battery and modules: many modules starve while the battery is well. */
export function contacts({ seen, request, batteryOpen, restless }: Facts): Candidate[] {
  const explained = seen.filter((one) => starved(one) && one.voltage);
  const modules = new Set(explained.map(({ module }) => module));
  if (modules.size < 3 || batteryOpen) return [];
  return [
    candidate({
      id: 'supply:contacts',
      kind: 'supply',
      title: 'Corroded or loose supply contacts',
      prior: priors.contacts,
      reasons: ['the battery is well, and yet its volts do not arrive'],
      factors: [
        [priors.times.anotherModule ** Math.min(3, modules.size - 1), `${countWords(explained)} starve`],
        ...(restless ? [[priors.times.unstable, 'codes change from scan to scan'] as const] : []),
        ...(request.event?.kind === 'water'
          ? [[priors.times.waterOnGround, 'there was water'] as const]
          : []),
      ],
      explains: explained.map(({ id }) => id),
      leadsTo: 'basics',
      doNext:
        'Measure the drop under load over terminals, link plates and main fuses, then over the main grounds.',
    }),
  ];
}
