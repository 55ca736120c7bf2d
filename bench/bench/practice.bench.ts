/**
 * Hidden faults in the simulated cars, played through link and instruments alone: by the planner, and by two habits; and
 * twenty cars scanned at once. `npm run bench -- practice`.
 */
import { fromHex } from '../src/frames/index.js';
import { Link } from '../src/link/index.js';
import {
  type Chooser,
  asPlanned,
  drawCase,
  partsFirst,
  playCase,
  quickestFirst,
} from '../src/practice/index.js';
import { Car, carFile } from '../src/vehicle/index.js';

const cases = Number(process.env['CASES'] ?? 500);
const from = Number(process.env['FROM'] ?? 1);
const drawn = Array.from({ length: cases }, (_, n) => drawCase(from + n));

const players: Readonly<Record<string, Chooser>> = {
  'the planner': asPlanned,
  'quickest test first': quickestFirst,
  'likeliest part first': partsFirst,
};
const say = (line: string) => process.stdout.write(`${line}\n`);
const percent = (share: number) => `${(100 * share).toFixed(1)} %`;

say(`${cases} hidden faults, seeds from ${from}\n`);
say('| who | mended | first part right | stated | parts in vain | breaches | minutes | cost |');
say('|---|---|---|---|---|---|---|---|');
for (const [who, choose] of Object.entries(players)) {
  const played = drawn.map((hidden) => playCase(hidden, choose));
  const mean = (value: (one: (typeof played)[number]) => number) =>
    played.reduce((sum, one) => sum + value(one), 0) / played.length;
  const firsts = played.flatMap(({ first }) => first ?? []);
  const share = (value: (one: (typeof firsts)[number]) => number) =>
    firsts.reduce((sum, one) => sum + value(one), 0) / firsts.length;
  say(
    `| ${who} | ${percent(mean(({ mended }) => Number(mended)))} | ${percent(share(({ right }) => Number(right)))} | ${percent(share(({ sure }) => sure))} | ${mean(({ inVain }) => inVain).toFixed(2)} | ${played.reduce((sum, { breaches }) => sum + breaches, 0)} | ${mean(({ minutes }) => minutes).toFixed(0)} | ${(mean(({ cents }) => cents) / 100).toFixed(0)} |`,
  );
}

const cars = Array.from({ length: 20 }, (_, n) => {
  const { car, faults } = drawn[n % drawn.length]!;
  const one = new Car(carFile(car)!, { seed: n, faults });
  one.run(20);
  return one;
});
const begun = performance.now();
for (const car of cars)
  new Link(car).ask(car.file.modules.map(({ name }) => ({ module: name, bytes: fromHex('1902ff') })));
const each = (performance.now() - begun) / cars.length;
say(
  `\nA scan of every module: ${each.toFixed(1)} ms a car, ${(performance.now() - begun).toFixed(0)} ms for twenty, one after the other.`,
);

const [hidden] = drawn;
const day = new Car(carFile(hidden!.car)!, {
  // Driven, so that the battery is filled.
  state: { around: { running: true } },
  faults: hidden!.faults.map((fault) => ({ ...fault, mode: 'intermittent', chance: 0.3 })),
});
const dawn = performance.now();
day.run(24 * 3600);
say(`A day with a fault that comes and goes: ${(performance.now() - dawn).toFixed(0)} ms.`);
