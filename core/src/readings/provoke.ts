/** A suspected cause applied, removed, applied again: does the fault come with it, or by chance? */
import * as z from 'zod';

export const provokeSheet = z.strictObject({
  sheet: z.literal('provoke'),
  cause: z.string().trim().min(1).max(120),
  /** In the order in which it was done. */
  rounds: z
    .array(z.strictObject({ applied: z.boolean(), shows: z.boolean() }))
    .min(2)
    .max(200),
});
export type ProvokeSheet = z.infer<typeof provokeSheet>;

export interface ProvokeAnswer {
  /** Chance of so much agreement, or more, were the cause without effect. */
  readonly byChance: number;
  readonly verdict: 'makes it' | 'not shown' | 'go on';
  readonly says: string;
}

/** Below this the agreement is not chance. */
const convincing = 0.05;

/** Fisher's exact test, one-sided, over rounds with and without the cause. */
export function judgeProvoked({ cause, rounds }: ProvokeSheet): ProvokeAnswer {
  const count = (applied: boolean, shows: boolean) =>
    rounds.filter((round) => round.applied === applied && round.shows === shows).length;
  const [both, onlyApplied, onlyShows, neither] = [
    count(true, true),
    count(true, false),
    count(false, true),
    count(false, false),
  ];
  const byChance = fisher(both, onlyApplied, onlyShows, neither);
  const back = rounds.some(
    (round, n) =>
      round.applied && n > 0 && !rounds[n - 1]!.applied && rounds.slice(0, n).some(({ applied }) => applied),
  );
  if (byChance <= convincing && back)
    return {
      byChance,
      verdict: 'makes it',
      says: `“${cause}” makes it: it came and went with it, by chance only ${share(byChance)}.`,
    };
  const applied = both + onlyApplied;
  if (applied >= 3 && both === 0)
    return {
      byChance,
      verdict: 'not shown',
      says: `${applied} times applied, never shown: “${cause}” alone does not make it.`,
    };
  return {
    byChance,
    verdict: 'go on',
    says: back
      ? `It may be chance (${share(byChance)}): apply and remove it some more times.`
      : 'Remove it and apply it again: only what comes back with it is made by it.',
  };
}

const share = (p: number) =>
  p < 0.001 ? 'below 0.1\u202f%' : `${(100 * p).toFixed(p < 0.1 ? 1 : 0)}\u202f%`;

/** P(at least `a` of a+c shows fall into a+b rounds) of a+b+c+d. */
function fisher(a: number, b: number, c: number, d: number): number {
  const [row, column, all] = [a + b, a + c, a + b + c + d];
  let sum = 0;
  for (let k = a; k <= Math.min(row, column); k++)
    if (column - k <= all - row)
      sum += Math.exp(logChoose(row, k) + logChoose(all - row, column - k) - logChoose(all, column));
  return Math.min(1, sum);
}

function logChoose(n: number, k: number): number {
  let log = 0;
  for (let i = 1; i <= k; i++) log += Math.log((n - k + i) / i);
  return log;
}
