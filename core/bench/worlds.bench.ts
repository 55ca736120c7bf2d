/** The planner in worlds that it does not know: a page in Markdown on standard output. */
import { isGuarded, type TraceCase } from '../src/trace/index.js';
import { templates } from '../src/trace/templates/index.js';
import {
  asPlanned,
  foreseenFor,
  likeliestFirst,
  played,
  type Played,
  quickestFirst,
  quickestFirstBound,
  type Way,
} from '../src/trace/bench/trial.js';
import { carOf } from '../src/trace/bench/unknown-cars.js';
import { type Kind, kinds } from '../src/worlds/index.js';

const count = Number(process.env['WORLDS'] ?? 60);
const costCount = Number(process.env['WORLDS_COST'] ?? 60);
const followedCount = Number(process.env['WORLDS_FOLLOWED'] ?? 12);

interface Tried {
  readonly stated: number;
  /** The same, had it known that the fault is in the circuit. */
  readonly inside: number;
  readonly right: boolean;
}

function tried(source: TraceCase, kind: Kind): Tried[] {
  const foreseen = foreseenFor(source);
  return Array.from({ length: count }, (_, n) => {
    const car = carOf(source, kind, n);
    const { covers, stated, elsewhere } = played(source, foreseen, car);
    return {
      stated,
      inside: elsewhere < 1 ? stated / (1 - elsewhere) : 0,
      right: covers.includes(car.fault.element),
    };
  });
}

/** Mean cents until the fault is gone, and how much a mean of so many cars may be off: twice its standard error. */
function costOf(source: TraceCase, way: Way, told: boolean): { readonly mean: number; readonly off: number } {
  const foreseen = foreseenFor(source);
  const cents = Array.from({ length: costCount }, (_, n) => {
    const car = carOf(source, kinds['all unknown']!, n, told);
    return played(source, foreseen, car, way, 'cured').cents;
  });
  const average = mean(cents);
  const variance = mean(cents.map((one) => (one - average) ** 2));
  return { mean: average, off: 2 * Math.sqrt(variance / costCount) };
}

type Hidden = Played & { readonly element: string };

/**
 * As the product plans, the front-runners followed to their end, and as it plans in a moment: the same cars, with all
 * unknown, to the end.
 */
function followedBeside(source: TraceCase): { readonly followed: Hidden[]; readonly quick: Hidden[] } {
  const foreseen = foreseenFor(source);
  const all = (follow: boolean) =>
    Array.from({ length: followedCount }, (_, n) => {
      const car = carOf(source, kinds['all unknown']!, n);
      return {
        ...played(source, foreseen, car, asPlanned, 'cured', follow),
        element: car.fault.element,
      };
    });
  return { followed: all(true), quick: all(false) };
}

const share = (value: number) => `${(100 * value).toFixed(1)} %`;
const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / Math.max(1, values.length);
const rows: string[][] = [];
const byTemplate = new Map<string, string[]>();
for (const [name, kind] of Object.entries(kinds)) {
  const all: Tried[] = [];
  for (const template of templates) {
    const own = tried(template.build({}), kind);
    all.push(...own);
    const sure = own.filter(({ stated }) => stated >= 0.95);
    byTemplate.set(template.id, [
      ...(byTemplate.get(template.id) ?? []),
      `${share(mean(own.map(({ right }) => Number(right))))}, ${share(mean(sure.map(({ right }) => Number(right))))} of ${sure.length}`,
    ]);
  }
  const sure = all.filter(({ stated }) => stated >= 0.95);
  rows.push([
    name,
    String(all.length),
    share(mean(all.map(({ right }) => Number(right)))),
    share(mean(all.map(({ stated }) => stated))),
    share(mean(all.map(({ inside }) => inside))),
    `${share(mean(sure.map(({ right }) => Number(right))))} of ${sure.length}`,
  ]);
}
const beside = templates.map((template) => followedBeside(template.build({})));
const [followed, quick] = [beside.flatMap((own) => own.followed), beside.flatMap((own) => own.quick)];
const rightOf = (all: readonly Hidden[]) =>
  share(mean(all.map(({ covers, element }) => Number(covers.includes(element)))));
const surelyRight = followed.filter(({ stated }) => stated >= 0.95);
const whole = (cents: number) => (cents / 100).toFixed(0);
const sums = [0, 0, 0, 0, 0];
const costs = templates.map((template) => {
  const source = template.build({});
  const quickest = costOf(source, quickestFirst, false);
  const bound = isGuarded(source) ? costOf(source, quickestFirstBound, false) : null;
  const own = [
    costOf(source, asPlanned, false),
    costOf(source, asPlanned, true),
    quickest,
    bound ?? quickest,
    costOf(source, likeliestFirst, false),
  ];
  own.forEach(({ mean }, n) => (sums[n]! += mean));
  const cells = own.map(({ mean, off }) => `${whole(mean)} ± ${whole(off)}`);
  return [template.id, ...cells.map((cell, n) => (n === 3 && !bound ? '–' : cell))];
});
const table = (head: readonly string[], body: readonly (readonly string[])[]) =>
  [head, head.map(() => '---'), ...body].map((cells) => `| ${cells.join(' | ')} |`).join('\n');
process.stdout.write(`# The planner in worlds that it does not know

Printed by \`npm run bench:trace -- worlds\`. ${count} cars of each of ${templates.length} circuits in each kind of world. The worlds stand in \`core/src/worlds\`: a solver of their own, a supply of 12.6 V at rest, 14.1 V with the engine running, or anything from 11.6 to 14.4 V; added ohms of five usual sizes, or even in their logarithm from 0.3 to 200 (0.3 to 8 in a squib loop); with “all unknown” also the meter’s gain and offset, its leads, and looks that miss more than is stated. The planner does what it puts first until that is a part.

Before the supply and the added ohms were integrated over, these worlds gave (24 cars of each circuit, and before three mends of the worlds: a guarded output opens before a fuse melts, an LED makes no volts of its own, a broken coil pulls nothing in): first part right 94.0, 76.2, 93.2 and 86.9 %, stated as 89.2, 60.0, 85.5 and 71.8 %.

${table(['world', 'cars', 'first part right', 'as it was stated', 'stated of faults in the circuit', 'right where stated 95 % or more'], rows)}

Aim: right where stated as 95 % or more in 97 of 100, in every world; all first parts right within 2 points of what was stated. These worlds hide every fault in the circuit; the planner also keeps a share for what lies outside it, so what it states is held against both: as it was stated, and as it would be had it known that.

Mean cost until the fault is gone, wrong parts and all, ${costCount} cars of each circuit with all unknown; ± twice the standard error. A planner that is told the volts of the battery with every reading costs ${(100 * Math.abs(sums[1]! / sums[0]! - 1)).toFixed(1)} % ${sums[1]! < sums[0]! ? 'less' : 'more'} than one that is not (aim: within 10 %). On guarded circuits (restraints, a discharge lamp) the planner owes a second reading by other means before a part; the habits do without; the quickest test first is also played under the same rule, with the sum of that column taken from the one before where nothing is guarded.

${table(
  [
    'circuit',
    'planned',
    'planned, battery measured',
    'quickest test first',
    'the same, bound as the planner',
    'likeliest part first',
  ],
  [...costs, ['all', ...sums.map(whole)]],
)}

The plans above are made in a moment. Where it fits into the time in which a plan is awaited, the product follows its front-runners to their end as well. ${followed.length} of the same cars planned so: ${whole(mean(followed.map(({ cents }) => cents)))} to the end, in a moment ${whole(mean(quick.map(({ cents }) => cents)))}; first part right in ${rightOf(followed)}, in a moment ${rightOf(quick)}; right where stated as 95 % or more in ${rightOf(surelyRight)} of ${surelyRight.length}.

First part right, and right where it was stated as 95 % or more, by circuit:

${table(
  ['circuit', ...Object.keys(kinds)],
  [...byTemplate].map(([id, cells]) => [id, ...cells]),
)}
`);
