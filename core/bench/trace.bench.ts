/** The planner against two habits and, where it can be searched, the optimum: a page in Markdown on standard output. */
import { traceBench, type TraceBench } from '../src/trace/index.js';
import { benchCases } from './cases.js';

const cases = Number(process.env['CASES'] ?? 1000);
/** Situations up to which the optimum is searched for here: minutes and a gigabyte. */
const searched = 2_000_000;
const results = benchCases.map(({ name, seed, case: source }) => ({
  name,
  seed,
  result: traceBench({ ...source, steps: 2 }, cases, seed, searched),
}));

const money = (cents: number) => (cents / 100).toFixed(2);
const share = (value: number) => `${(100 * value).toFixed(1)} %`;
const less = (planner: number, other: number) => `${(100 * (1 - planner / other)).toFixed(1)} %`;
const table = (head: readonly string[], rows: readonly (readonly string[])[]) =>
  [head, head.map(() => '---'), ...rows].map((cells) => `| ${cells.join(' | ')} |`).join('\n');

const right = (name: 'planner' | 'twoSteps' | 'cheapestFirst' | 'likeliestFirst') =>
  results.reduce((sum, { result }) => sum + result[name]!.rightFirstPart, 0) / results.length;
const gaps = results.flatMap(({ result }) =>
  result.optimum ? [result.planner.meanCents / result.optimum.meanCents - 1] : [],
);
const cheaper = (habit: 'cheapestFirst' | 'likeliestFirst') =>
  results.filter(({ result }) => result.planner.meanCents < result[habit].meanCents).length;
const spread = ({ meanCents, medianCents, p90Cents }: TraceBench['planner']) =>
  `${money(meanCents)} (${money(medianCents)}, ${money(p90Cents)})`;

process.stdout.write(`# The planner, measured

Printed by \`npm run bench:trace\`. ${results.length} circuits, ${cases} hidden faults each, drawn from the priors and read with noisy meters; the same faults, noise and charges for every strategy. Circuits, prices and seeds stand in \`core/bench/cases.ts\` and \`core/src/trace/templates\`. While the templates were written, tests were added until their parts could be told apart; that was done with other seeds than these.

Cost to the end in the shop’s currency: mean (median, nine in ten below).

${table(
  ['circuit', 'planner', 'planner, two steps', 'cheapest test first', 'likeliest part first', 'optimum'],
  results.map(({ name, result }) => [
    name,
    spread(result.planner),
    spread(result.twoSteps!),
    spread(result.cheapestFirst),
    spread(result.likeliestFirst),
    result.optimum ? money(result.optimum.meanCents) : '',
  ]),
)}

Saved by the planner on average, and how often the first part fitted was the right one.

${table(
  [
    'circuit',
    'against cheapest first',
    'against likeliest first',
    'planner right',
    'cheapest first right',
    'likeliest first right',
    'tests',
  ],
  results.map(({ name, result }) => [
    name,
    less(result.planner.meanCents, result.cheapestFirst.meanCents),
    less(result.planner.meanCents, result.likeliestFirst.meanCents),
    share(result.planner.rightFirstPart),
    share(result.cheapestFirst.rightFirstPart),
    share(result.likeliestFirst.rightFirstPart),
    result.planner.meanTests.toFixed(1),
  ]),
)}

- Cheaper than the cheapest test first on ${cheaper('cheapestFirst')} of ${results.length} circuits, than the likeliest part first on ${cheaper('likeliestFirst')}.
- First part right, mean over all circuits: planner ${share(right('planner'))}, two steps ahead ${share(right('twoSteps'))}, cheapest first ${share(right('cheapestFirst'))}, likeliest first ${share(right('likeliestFirst'))}. Aim: 97 %.
- Two steps ahead cost ${share(results.reduce((sum, { result }) => sum + 1 - result.twoSteps!.meanCents / result.planner.meanCents, 0) / results.length)} less than one step on average over the circuits.
- Above the optimum where it can be searched through: ${gaps.map(share).join(', ') || 'no such circuit'}. Aim: at most 5 %.
`);
