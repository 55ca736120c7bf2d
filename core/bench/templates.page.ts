/** The sheet of every template, a page in Markdown on standard output: what it suspects, tests, repairs, and foresees. */
import { meterBenches } from '../src/circuit/index.js';
import type { TraceCase, TraceTest } from '../src/trace/index.js';
import { templates } from '../src/trace/templates/index.js';
import { unitOf, valueWords } from '../src/words/index.js';

const table = (head: readonly string[], body: readonly (readonly string[])[]) =>
  [head, head.map(() => '---'), ...body]
    .map((cells) => `| ${cells.map((cell) => cell.replaceAll('|', '/')).join(' | ')} |`)
    .join('\n');
const percent = (share: number) => `${Math.round(100 * share)} %`;

/** What a test reads where nothing is wrong. */
function soundReading({ circuit, state }: TraceCase, test: TraceTest): string {
  if ('element' in test)
    return test.kind === 'swap'
      ? 'stays'
      : `no; found in ${percent(test.finds ?? 0.95)}, falsely in ${percent(test.falseAlarm ?? 0.01)}`;
  const usual = state ?? {};
  const bench = meterBenches(circuit, [], usual)(test.state ?? usual);
  const kind = test.kind === 'live' ? (test.reads ?? 'volts') : test.kind;
  const { value } =
    'through' in test
      ? bench.read({ id: test.id, kind: 'amps', through: test.through }, test.id)
      : bench.read({ id: test.id, kind: kind as 'volts', from: test.from, to: test.to }, test.id);
  return value === null ? 'over-limit' : valueWords(test, Number(value.toPrecision(3)) || 0);
}

function sheetOf({ id, title, describes, build }: (typeof templates)[number]): string {
  const source = build({});
  const total = source.suspects!.reduce((sum, { weight }) => sum + weight, 1);
  const accesses = new Map((source.accesses ?? []).map((access) => [access.id, access]));
  const before = (needs: readonly string[] | null | undefined) =>
    (needs ?? [])
      .map((need) => `${accesses.get(need)?.label ?? need}, ${accesses.get(need)?.minutes ?? 0} min`)
      .join('; ');
  return [
    `## ${title} (\`${id}\`)`,
    describes,
    table(
      ['Suspect', 'Weight', 'Share before any reading'],
      source.suspects!.map(({ label, weight }) => [label!, String(weight), percent(weight / total)]),
    ),
    table(
      ['Test', 'Kind', 'Minutes', 'Sound', 'First'],
      source.tests.map((test) => [
        test.label!,
        test.kind === 'live' || !('from' in test) ? test.kind : `${test.kind}, ${unitOf(test)}`,
        String(test.minutes),
        soundReading(source, test),
        [before(test.needs), test.power && test.power !== 'live' ? test.power.replaceAll('-', ' ') : '']
          .filter(Boolean)
          .join('; '),
      ]),
    ),
    table(
      ['Repair', 'Method', 'Minutes', 'Price', 'Cures'],
      source.repairs.map(({ label, method, minutes, priceCents, succeeds, covers }) => [
        `${label!}${covers ? ` (with ${covers.join(', ')})` : ''}`,
        method!,
        String(minutes),
        (priceCents / 100).toFixed(2),
        percent(succeeds ?? 1),
      ]),
    ),
  ].join('\n\n');
}

process.stdout.write(`# The templates, one by one

Written by \`npm run docs:templates\`; the tests check that it is as the templates are. Sound readings come from the solver, at 12.6 V with the circuit as it is tested. Resistances of fuses, lamps, wires and copper follow the computation’s tables; **weights, minutes, prices and chances are judgement**, to be changed by the shop: weights in the table of base rates, the rest in a circuit of its own. What a code, an event, an age or a known weakness multiplies is said at each suspect.

${templates.map(sheetOf).join('\n\n')}
`);
