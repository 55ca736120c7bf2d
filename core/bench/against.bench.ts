/**
 * Predictions and planning steps of this code and of another clone's, in turn in one run: their ratio says more than
 * either time on a machine that is shared. npm run bench -- against <folder of the other clone, its core compiled>
 */
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import type * as trace from '@dormant-beacon/core/trace';
import { finish } from '@dormant-beacon/core/progress';
import { known, readings } from './sixty.js';

type Trace = Pick<typeof trace, 'planning' | 'predicting'>;

const [, , folder] = process.argv;
if (folder === undefined) throw new Error('npm run bench -- against <folder of another clone>');

const compiled = async (from: string): Promise<Trace> =>
  (await import(pathToFileURL(join(from, 'core', 'dist', 'trace', 'index.js')).href)) as Trace;
const [ours, theirs] = [await compiled('.'), await compiled(resolve(folder))];

/** Code from before the supply was left open knows no field for it: left out, it takes the battery's own volts. */
const { supply: _, ...atBattery } = known;

const rounds = { warm: 40, measured: 120 } as const;

/** Medians of both in milliseconds, a run of each in turn. */
function inTurn(one: () => unknown, other: () => unknown): readonly [number, number] {
  const times: [number[], number[]] = [[], []];
  for (let round = 0; round < rounds.warm + rounds.measured; round++)
    [one, other].forEach((work, n) => {
      const since = performance.now();
      work();
      if (round >= rounds.warm) times[n]!.push(performance.now() - since);
    });
  const median = (all: number[]) => all.sort((a, b) => a - b)[all.length >> 1]!;
  return [median(times[0]), median(times[1])];
}

function tell(what: string, [own, other]: readonly [number, number]): void {
  process.stdout.write(
    `${what.padEnd(58)} ${own.toFixed(1)} ms, ${other.toFixed(1)} ms there: ${(other / own).toFixed(1)} times as quick\n`,
  );
}

tell(
  'predictions at one supply and one added resistance',
  inTurn(
    () => finish(ours.predicting(known)),
    () => finish(theirs.predicting(atBattery)),
  ),
);
const [own, other] = [finish(ours.predicting(known)), finish(theirs.predicting(atBattery))];
tell(
  'planning step at one supply and one added resistance',
  inTurn(
    () => finish(ours.planning({ ...known, readings }, own)),
    () => finish(theirs.planning({ ...atBattery, readings }, other)),
  ),
);
