import { finish } from '../progress/index.js';
import { randomNumbers } from '../random/index.js';
import { cheapestCover, type CoverCase, nextCover } from './cover.js';

const best = (problem: CoverCase, budget?: number) => finish(cheapestCover(problem, budget));

/** All covers by trying every set: the cheapest, and the cheapest other one that can drop nothing. */
function bruteForce({ costs, explainedBy }: CoverCase): { best: number; next: number | null } {
  const rows = explainedBy
    .filter((row) => row.length > 0)
    .map((row) => row.reduce((m, c) => m | (1 << c), 0));
  const covers = (set: number) => rows.every((row) => (row & set) !== 0);
  const costOf = (set: number) => costs.reduce((sum, cost, c) => sum + (set & (1 << c) ? cost : 0), 0);
  const found: number[] = [];
  for (let set = 0; set < 1 << costs.length; set++) {
    if (!covers(set)) continue;
    let lean = true;
    for (let c = 0; c < costs.length && lean; c++) if (set & (1 << c)) lean = !covers(set & ~(1 << c));
    if (lean) found.push(costOf(set));
  }
  found.sort((a, b) => a - b);
  return { best: found[0]!, next: found[1] ?? null };
}

function randomCase(seed: number, causes: number, observations: number, share: number): CoverCase {
  const { uniform: random } = randomNumbers(seed);
  const costs = Array.from({ length: causes }, () => 0.2 + 4 * random());
  const explainedBy = Array.from({ length: observations }, () =>
    costs.flatMap((_, cause) => (random() < share ? [cause] : [])),
  );
  return { costs, explainedBy };
}

describe('cheapestCover', () => {
  it('takes one dear cause instead of three cheap ones when that costs less', () => {
    const explainedBy = [
      [0, 3],
      [1, 3],
      [2, 3],
    ];
    expect(best({ costs: [1, 1, 1, 2.5], explainedBy })).toEqual(
      jasmine.objectContaining({ chosen: [3], cost: 2.5, bound: 2.5 }),
    );
    expect(best({ costs: [1, 1, 1, 3.5], explainedBy })).toEqual(
      jasmine.objectContaining({ chosen: [0, 1, 2], cost: 3 }),
    );
  });

  it('passes over what nothing explains; there is no other cover where a cause cannot be done without', () => {
    const problem = { costs: [1, 2], explainedBy: [[], [0], [0, 1]] };
    expect(best(problem).chosen).toEqual([0]);
    expect(finish(nextCover(problem, best(problem)))).toBeNull();
    expect(best({ costs: [], explainedBy: [] }).cost).toBe(0);
  });

  function equalsBruteForce(problem: CoverCase, context: string): void {
    const found = best(problem);
    const next = finish(nextCover(problem, found));
    const expected = bruteForce(problem);
    expect(found.cost).withContext(context).toBeCloseTo(expected.best, 9);
    expect(found.bound).withContext(context).toBeCloseTo(expected.best, 9);
    if (expected.next === null) expect(next).withContext(context).toBeNull();
    else expect(next!.cost).withContext(context).toBeCloseTo(expected.next, 9);
  }

  it('equals brute force on 500 random instances of 14 causes, the runner-up too', () => {
    for (let seed = 1; seed <= 500; seed++)
      equalsBruteForce(randomCase(seed, 14, 4 + (seed % 21), 0.08 + 0.02 * (seed % 12)), `seed ${seed}`);
  });

  it('equals it where costs are alike, so that covers tie', () => {
    for (let seed = 1; seed <= 2000; seed++) {
      const { costs, explainedBy } = randomCase(seed, 9, 3 + (seed % 9), 0.1 + 0.03 * (seed % 15));
      const few = costs.map((cost) => 0.6 + 0.0170495 * Math.floor((cost * (1 + (seed % 5))) % 3));
      equalsBruteForce({ costs: few, explainedBy }, `seed ${seed}`);
    }
  });

  it('holds on to a cover that was tried where nothing cheaper is left beside it', () => {
    // Settled by the gap, the third cause is shut: what is left has no cover, and the one that was tried is best.
    const problem: CoverCase = {
      costs: [0.6359887667199967, 0.6190392084062235, 0.6190392084062235, 1.3862943611198906],
      explainedBy: [
        [0, 3],
        [0, 1],
        [0, 2],
        [1, 2, 3],
        [1, 2],
        [0, 1, 2],
      ],
    };
    expect(best(problem).chosen).toEqual([0, 1]);
    equalsBruteForce(problem, 'tied');
  });

  it('gives the best it has and an honest bound when the budget ends', () => {
    const problem = randomCase(7, 60, 400, 0.09);
    const cut = best(problem, 3);
    const full = best(problem, 100_000);
    expect(full.bound).toBeCloseTo(full.cost, 9);
    expect(cut.bound).toBeLessThanOrEqual(full.cost + 1e-9);
    expect(cut.cost).toBeGreaterThanOrEqual(full.cost - 1e-9);
    const covers = problem.explainedBy.every(
      (row) => row.length === 0 || row.some((c) => cut.chosen.includes(c)),
    );
    expect(covers).toBeTrue();
  });
});
