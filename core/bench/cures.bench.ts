/** Stated chances against what became of them, in shops that the estimator does not know. */
import {
  type CureFacts,
  CureEstimator,
  type CureOutcome,
  quietMiss,
  reliabilityOf,
} from '../src/proof/cure/index.js';
import { writeFileSync } from 'node:fs';
import { assess, cleanThoughNotCured } from '../src/watch/index.js';
import { shopOf, type WorldRepair } from '../src/worlds/index.js';
import { line } from './measure.js';

const shops = Number(process.env['SHOPS'] ?? 200);
/** The first of them: those from 201 on were never looked at while the estimator was made. */
const from = Number(process.env['FROM'] ?? 1);
const jobs = Number(process.env['JOBS'] ?? 700);
const jobsPerDay = 1;
const startsPerDay = 3;
const target = 0.95;
/** Starts after which a car is handed back though it is not proven. */
const patience = 60;
const every = 50;

interface Done {
  readonly facts: CureFacts;
  readonly day: number;
  readonly miss: number | null;
  /** Day on which it came back. */
  readonly backOn: number | null;
}

type Seen = { stated: number; held: number; count: number };
const repair: { early: Seen[]; late: Seen[] } = { early: [], late: [] };
const close: { early: Seen[]; late: Seen[] } = { early: [], late: [] };

const factsOf = ({ method, part, root, confirmed, comesAndGoes, called }: WorldRepair): CureFacts => ({
  method,
  part,
  root,
  confirmed,
  comesAndGoes,
  called,
});

/** What the shop knows on a day: a car that came back was not cured; of the others so many days have gone without a word. */
function knownOn(day: number, done: readonly Done[]): CureOutcome[] {
  const cells = new Map<string, CureOutcome>();
  for (const { facts, day: closed, miss, backOn } of done) {
    const back = miss === null || (backOn !== null && backOn <= day);
    const called = facts.called === null ? null : Math.round(20 * facts.called) / 20;
    const worth = back ? null : 10 ** (Math.round(4 * Math.log10(miss * quietMiss(day - closed))) / 4);
    const key = JSON.stringify([
      facts.method,
      facts.part,
      facts.root,
      facts.confirmed,
      facts.comesAndGoes,
      called,
      worth,
    ]);
    cells.set(key, { ...facts, called, miss: worth, count: (cells.get(key)?.count ?? 0) + 1 });
  }
  return [...cells.values()];
}

const started = performance.now();
let fits = 0;
let fitting = 0;
for (let seed = from; seed < from + shops; seed++) {
  const shop = shopOf(seed);
  const done: Done[] = [];
  let estimator = new CureEstimator([]);
  for (let n = 0; n < jobs; n++) {
    const day = n / jobsPerDay;
    if (n % every === 0) {
      const at = performance.now();
      estimator = new CureEstimator(knownOn(day, done));
      fitting += performance.now() - at;
      fits++;
    }
    const job = shop.next();
    const { chance } = estimator.of(factsOf(job));
    const when = done.length < 300 ? 'early' : 'late';
    repair[when].push({ stated: chance, held: job.cured ? 1 : 0, count: 1 });
    const watch = (cleanSince: number) =>
      ({ unit: 'cycles', before: job.before, cleanSince, cured: chance, target, disturbed: 0.25 }) as const;
    let [clean, shown] = [0, false];
    while (clean < patience && assess(watch(clean)).probability < target && !shown) {
      shown = job.start();
      if (!shown) clean++;
    }
    if (!shown)
      close[when].push({ stated: assess(watch(clean)).probability, held: job.cured ? 1 : 0, count: 1 });
    const back = shown ? null : job.comesBack(startsPerDay);
    done.push({
      facts: factsOf(job),
      day,
      miss: shown ? null : cleanThoughNotCured(watch(clean), clean),
      backOn: back === null ? null : day + back,
    });
  }
}
const percent = (x: number) => `${(100 * x).toFixed(1)} %`;
const table = (name: string, seen: readonly Seen[]) => {
  const { tenths, brier, count } = reliabilityOf(seen);
  line(name, `${count} repairs, Brier ${brier!.toFixed(3)}`);
  for (const { from, count: n, stated, held } of tenths)
    line(
      `  ${percent(from)} and above`,
      `${n} repairs: stated ${percent(stated)}, held ${percent(held)}, off by ${percent(stated - held)}`,
    );
};
table('at the repair, up to 300 closures', repair.early);
table('at the repair, after 300', repair.late);
table('at the last start, up to 300 closures', close.early);
table('at the last start, after 300', close.late);
line(
  'fits',
  `${fits}, ${(fitting / fits).toFixed(1)} ms each; ${((performance.now() - started) / 1000).toFixed(0)} s in all`,
);

/** What was stated against what held, of tenths with a thousand repairs or more: black dots late, hollow ones early. */
function drawing(): string {
  const at = (x: number, y: number) => `cx="${(60 + 4 * x).toFixed(1)}" cy="${(440 - 4 * y).toFixed(1)}"`;
  const dots = (seen: readonly Seen[], as: string) =>
    reliabilityOf(seen)
      .tenths.filter(({ count }) => count >= 1000)
      .map(({ stated, held }) => `<circle ${at(100 * stated, 100 * held)} r="6" ${as}/>`)
      .join('');
  const label = (x: number, y: number, text: string, anchor = 'middle') =>
    `<text x="${x}" y="${y}" text-anchor="${anchor}">${text}</text>`;
  const ticks = [0, 20, 40, 60, 80, 100]
    .map((n) => label(60 + 4 * n, 462, `${n} %`) + label(52, 445 - 4 * n, `${n} %`, 'end'))
    .join('');
  return [
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 500 500" font-family="sans-serif" font-size="13">',
    '<rect width="500" height="500" fill="white"/><path d="M60 40V440H460" fill="none" stroke="#777"/>',
    '<path d="M60 440L460 40" stroke="#777" stroke-dasharray="5 5"/>',
    dots(repair.early, 'fill="white" stroke="#333" stroke-width="2"'),
    dots(repair.late, 'fill="#333"'),
    ticks,
    label(260, 490, 'stated when the repair was entered'),
    label(70, 30, 'held', 'start'),
    '</svg>',
    '',
  ].join('\n');
}
const picture = process.env['PICTURE'];
if (picture) writeFileSync(picture, drawing());
