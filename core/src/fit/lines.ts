/** The comparison attribute by attribute: what both state, what one leaves open, and the work that a difference implies. */
import { guardOf } from '../restraints/index.js';
import { connectorLines } from './connector-lines.js';
import { numberLine } from './number-line.js';
import { originLines } from './origin-lines.js';
import type { FitAttribute, FitWork, Part } from './schema.js';
import type { Supersessions } from './supersession.js';
import { windowLines } from './window-lines.js';

/** Hard attributes come first, differences before what is unknown. */
export function fitLines(original: Part, candidate: Part, graph: Supersessions): readonly FitAttribute[] {
  return [
    valueLine(original, candidate, 'kind', 'hard'),
    numberLine(original, candidate, graph),
    ...stated(original, 'scope', () => valueLine(original, candidate, 'scope', 'hard')),
    ...connectorLines(original, candidate),
    ...stated(original, 'hand', () => handLine(original, candidate)),
    ...windowLines(original, candidate),
    ...hard.flatMap((name) => stated(original, name, () => valueLine(original, candidate, name, 'hard'))),
    ...soft.flatMap(([name, work]) =>
      stated(original, name, () => valueLine(original, candidate, name, 'soft', work(original, candidate))),
    ),
    ...optionLines(original, candidate),
    ...containedLines(original, candidate),
    ...originLines(original, candidate),
  ];
}

/** Ratings and build on which fit, law or safety hangs. */
const hard = ['stages', 'watts', 'base', 'filaments', 'amps', 'style'] as const;

type Worked = (original: Part, candidate: Part) => readonly FitWork[];
const work = (kind: FitWork['kind'], says: string): readonly FitWork[] => [{ kind, says }];

const soft: readonly (readonly ['mounting' | 'colour' | 'hardware' | 'software', Worked])[] = [
  ['mounting', ({ mounting }) => work('adapter', `change the mounting to ${mounting}`)],
  ['colour', ({ colour }) => work('inspection', `the light has to stay ${colour} where the law asks for it`)],
  [
    'hardware',
    ({ hardware }) =>
      work('inspection', `ask whether the car’s software runs on other hardware than ${hardware}`),
  ],
  [
    'software',
    ({ software }) =>
      work('coding', `bring the software to ${software}, or show that the car accepts the other`),
  ],
];

function stated(original: Part, name: keyof Part, line: () => FitAttribute): readonly FitAttribute[] {
  return original[name] == null ? [] : [line()];
}

const units: Partial<Record<keyof Part, string>> = { watts: ' W', amps: ' A' };

function valueLine(
  original: Part,
  candidate: Part,
  name: (typeof hard)[number] | (typeof soft)[number][0] | 'kind' | 'scope',
  weight: FitAttribute['weight'],
  implied: readonly FitWork[] = [],
): FitAttribute {
  const [own, other] = [original[name], candidate[name]];
  const unit = units[name] ?? '';
  if (other == null)
    return { name, outcome: 'unknown', weight, reason: `${own}${unit} on the original, not stated here` };
  if (alike(own) === alike(other))
    return { name, outcome: 'same', weight, reason: `${other}${unit} on both` };
  return {
    name,
    outcome: 'differs',
    weight,
    reason: `${other}${unit} against ${own}${unit}`,
    ...(implied.length > 0 ? { work: implied } : {}),
  };
}

/** Words as they are compared: case and runs of spaces aside. */
function alike(value: unknown): unknown {
  return typeof value === 'string' ? value.trim().toLowerCase().replace(/\s+/g, ' ') : value;
}

function handLine({ hand: own }: Part, { hand: other }: Part): FitAttribute {
  const line = (outcome: FitAttribute['outcome'], reason: string): FitAttribute => ({
    name: 'hand',
    outcome,
    weight: 'hard',
    reason,
  });
  if (other == null) return line('unknown', `${own} on the original, not stated here`);
  if (own === other) return line('same', `${other} on both`);
  if (other === 'either') return line('compatible', 'it serves on either side');
  if (own === 'either')
    return line('compatible', `the original served on either side; this one is for the ${other}`);
  return line('differs', `for the ${other}, not the ${own}`);
}

function optionLines({ options: own }: Part, { options: other }: Part): readonly FitAttribute[] {
  if (own == null) return [];
  if (other == null)
    return [{ name: 'options', outcome: 'unknown', weight: 'soft', reason: 'its options are not stated' }];
  const [lacks, adds] = [without(own, other), without(other, own)];
  if (lacks.length === 0 && adds.length === 0)
    return [{ name: 'options', outcome: 'same', weight: 'soft', reason: 'the same options' }];
  return [
    {
      name: 'options',
      outcome: 'differs',
      weight: 'soft',
      reason: [
        ...(lacks.length > 0 ? [`lacks ${lacks.join(', ')}`] : []),
        ...(adds.length > 0 ? [`has ${adds.join(', ')} as well`] : []),
      ].join('; '),
      work: [
        ...lacks.map((option): FitWork => ({
          kind: 'board-transfer',
          says: `move ${option} over from the original, or do without it`,
        })),
        ...adds.map((option): FitWork => ({
          kind: 'coding',
          says: `code ${option} off, or leave it unconnected`,
        })),
      ],
    },
  ];
}

/** What lies inside an assembly: a restraint item in it makes its fitting a work on restraints. */
function containedLines({ contains: own }: Part, { contains: other }: Part): readonly FitAttribute[] {
  const inside = (other ?? own ?? []).filter((item) => guardOf({ part: item }).guard === 'restraint');
  const opens: readonly FitWork[] = inside.map((item) => ({
    kind: 'restraint-scope',
    says: `it holds a restraint item (${item}): fitting it opens the restraint scope`,
  }));
  if (own == null && opens.length === 0) return [];
  const line = (outcome: FitAttribute['outcome'], reason: string): FitAttribute => ({
    name: 'contains',
    outcome,
    weight: 'soft',
    reason,
    ...(opens.length > 0 ? { work: opens } : {}),
  });
  if (other == null)
    return [
      line('unknown', `what it contains is not stated; the original holds ${own!.join(', ') || 'nothing'}`),
    ];
  const [lacks, adds] = [without(own ?? [], other), without(other, own ?? [])];
  if (lacks.length === 0 && adds.length === 0) return [line('same', 'it contains the same')];
  return [
    line(
      'differs',
      [
        ...(lacks.length > 0 ? [`lacks ${lacks.join(', ')}`] : []),
        ...(adds.length > 0 ? [`holds ${adds.join(', ')}`] : []),
      ].join('; '),
    ),
  ];
}

function without(some: readonly string[], others: readonly string[]): readonly string[] {
  const there = new Set(others.map(alike));
  return some.filter((one) => !there.has(alike(one)));
}
