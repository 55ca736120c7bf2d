/** From codes, beacons and facts to the fewest causes, with reasons, the runner-up and the tree. */
import { finish, type Work } from '../progress/index.js';
import { Refusal } from '../refusal/index.js';
import type { Candidate } from './candidate.js';
import { cheapestCover, type Cover, type CoverCase, nextCover } from './cover.js';
import { type Facts, factsOf } from './facts.js';
import { deployment } from './generators/deployment.js';
import { impacts } from './generators/impact.js';
import { contacts, networks, sharedGrounds, sharedSupplies } from './generators/shared.js';
import { silentModules } from './generators/silent.js';
import { circuits, falseInputs, internalFaults, paths } from './generators/single.js';
import { lowVoltage } from './generators/voltage.js';
import { water } from './generators/water.js';
import { clearing, disturbed, unplugged } from './generators/work.js';
import { causeKind, type CauseBranch, type ExplainRequest, type Explanation, type Cause } from './schema.js';
import { apart, placementOf } from './placement.js';
import { shared, tellingWords } from './words.js';

const generators = [
  deployment,
  impacts,
  lowVoltage,
  unplugged,
  disturbed,
  water,
  contacts,
  sharedSupplies,
  sharedGrounds,
  networks,
  silentModules,
  falseInputs,
  circuits,
  paths,
  internalFaults,
  clearing,
] as const;

/**
 * The cheapest set of causes that explains everything that any cause explains.
 * @throws Refusal where an id stands twice, or a cause explains what is not there
 */
export function explainCauses(request: ExplainRequest): Explanation {
  return finish(explaining(request));
}

/** As `explainCauses`, step by step. */
export function* explaining(request: ExplainRequest, budget?: number): Work<Explanation> {
  checkIds(request);
  const facts = factsOf(request);
  const rejected = new Set(request.rejected ?? []);
  const candidates = candidatesOf(facts).filter(({ id }) => !rejected.has(id));
  const pinned = candidates.filter(({ id }) => request.pinned?.includes(id));
  const settled = new Set(pinned.flatMap(({ explains }) => explains));
  const open = [...request.codes, ...(request.beacons ?? [])]
    .map(({ id }) => id)
    .filter((id) => !settled.has(id));
  const free = candidates.filter((one) => !pinned.includes(one));
  const explainers = explainersOf(free);
  const problem: CoverCase = {
    costs: free.map(({ cost }) => cost),
    explainedBy: open.map((id) => explainers.get(id) ?? []),
  };
  const best = yield* cheapestCover(problem, budget);
  const other = yield* nextCover(problem, best, budget);

  const base = pinned.reduce((sum, { cost }) => sum + cost, 0);
  const chosenOf = (cover: Cover) => [...pinned, ...cover.chosen.map((at) => free[at]!)];
  const chosen = [...chosenOf(best)].sort(byWork(facts));
  const unexplained = open.filter((_, at) => problem.explainedBy[at]!.length === 0);
  const ids = new Set(chosen.map(({ id }) => id));
  return {
    chosen: chosen.map(({ id }) => id),
    cost: base + best.cost,
    unexplained,
    optimal: best.cost - best.bound < 1e-9,
    gap: Math.max(0, best.cost - best.bound),
    runnerUp: other && { chosen: chosenOf(other).map(({ id }) => id), cost: base + other.cost },
    causes: candidates.map((one): Cause => ({ ...one, chosen: ids.has(one.id) })),
    tree: branchesOf(
      chosen,
      [...request.codes, ...(request.beacons ?? [])].map(({ id }) => id),
    ),
    unstable: facts.seen.filter((one) => one.unstable).map(({ id }) => id),
    openEnds: unexplained.map((id) => openEnd(request, id)),
  };
}

/** For each observation the causes that explain it, by their place in the list. */
function explainersOf(causes: readonly Candidate[]): ReadonlyMap<string, number[]> {
  const found = new Map<string, number[]>();
  causes.forEach(({ explains }, at) => {
    for (const id of explains) {
      const own = found.get(id);
      if (own) own.push(at);
      else found.set(id, [at]);
    }
  });
  return found;
}

function candidatesOf(facts: Facts): Candidate[] {
  const { causes, added } = facts.request;
  const beacons = codesOfBeacons(facts);
  const made =
    causes == null
      ? generators.flatMap((generate) => generate(facts)).map((one) => withBeacons(one, beacons))
      : [];
  return [...made, ...(causes ?? []).map(given), ...(added ?? []).map(given)];
}

function given({ id, title, cost, explains }: NonNullable<ExplainRequest['causes']>[number]): Candidate {
  return {
    id,
    kind: 'given',
    title: title ?? id,
    cost,
    chance: null,
    explains: [...new Set(explains)],
    reasons: [],
    leadsTo: 'trace',
    doNext: 'Check it.',
  };
}

/** The codes that speak of the same thing as each beacon: those of a circuit before missing messages. */
function codesOfBeacons({ request, seen }: Facts): ReadonlyMap<string, ReadonlySet<string>> {
  return new Map(
    (request.beacons ?? []).flatMap(({ id, name, kind }) => {
      if (kind === 'silent-module') return [];
      const words = tellingWords(name);
      const place = placementOf(name);
      const scored = seen
        .filter((one) => !apart(place, one.place))
        .map((one) => ({
          id: one.id,
          score: 2 * shared(words, one.words) + shared(words, tellingWords(one.observed.module)),
          direct: !one.message && !one.voltage,
        }))
        .filter(({ score }) => score > 0);
      const pool = scored.some(({ direct }) => direct) ? scored.filter(({ direct }) => direct) : scored;
      const most = Math.max(0, ...pool.map(({ score }) => score));
      return [[id, new Set(pool.filter(({ score }) => score === most).map((one) => one.id))] as const];
    }),
  );
}

/** A beacon hangs under each cause of a code that speaks of the same thing. */
function withBeacons(cause: Candidate, beacons: ReadonlyMap<string, ReadonlySet<string>>): Candidate {
  const hanging = [...beacons].filter(([, codes]) => cause.explains.some((id) => codes.has(id)));
  return { ...cause, explains: [...cause.explains, ...hanging.map(([id]) => id)] };
}

/**
 * What is worked on first: what lies under many things before what is one module's own; what is only remembered of
 * a battery that is proven good comes last.
 */
function byWork({ request }: Facts): (a: Candidate, b: Candidate) => number {
  const remembered = request.battery?.verdict === 'good';
  const order = (one: Candidate) =>
    one.kind === 'low-voltage' && remembered ? causeKind.options.length : causeKind.options.indexOf(one.kind);
  return (a, b) => order(a) - order(b) || b.explains.length - a.explains.length || a.cost - b.cost;
}

/** What to do about an observation that nobody explains. */
function openEnd({ codes, beacons }: ExplainRequest, id: string): Explanation['openEnds'][number] {
  const beacon = (beacons ?? []).find((one) => one.id === id);
  if (beacon?.kind === 'silent-module')
    return {
      id,
      leadsTo: 'trace',
      doNext: `Check the supply, ground and network of ${beacon.module ?? beacon.name}; read again with another reader.`,
    };
  if (beacon)
    return {
      id,
      leadsTo: 'trace',
      doNext: 'No code speaks of it: choose the circuit behind it and trace that.',
    };
  const code = codes.find((one) => one.id === id);
  return {
    id,
    leadsTo: 'trace',
    doNext: `Look ${code?.code ?? 'it'} up in the maker’s data, then trace its circuit.`,
  };
}

/** Each observation under one chosen cause: the one that explains least else, so the most particular. */
function branchesOf(chosen: readonly Candidate[], observations: readonly string[]): CauseBranch[] {
  const under = new Map<string, string[]>(chosen.map(({ id }) => [id, []]));
  const explainers = explainersOf(chosen);
  for (const observation of observations) {
    const fitting = (explainers.get(observation) ?? []).map((at) => chosen[at]!);
    const own = fitting.reduce<Candidate | null>(
      (a, b) => (a === null || b.explains.length < a.explains.length ? b : a),
      null,
    );
    if (own) under.get(own.id)!.push(observation);
  }
  return chosen.map(({ id }) => ({ cause: id, observations: under.get(id)! }));
}

function checkIds({ codes, beacons, causes, added }: ExplainRequest): void {
  const known = new Map<string, string>();
  for (const [list, field] of [
    [codes, 'codes'],
    [beacons ?? [], 'beacons'],
  ] as const)
    list.forEach(({ id }, at) => {
      const path = `${field}[${at}].id`;
      if (known.has(id)) throw new Refusal(path, `"${id}" stands at ${known.get(id)} already`);
      known.set(id, path);
    });
  const named = new Set<string>();
  for (const [list, field] of [
    [causes ?? [], 'causes'],
    [added ?? [], 'added'],
  ] as const)
    list.forEach(({ id, explains }, at) => {
      if (named.has(id)) throw new Refusal(`${field}[${at}].id`, `there is another cause "${id}"`);
      named.add(id);
      explains.forEach((observation, n) => {
        if (!known.has(observation))
          throw new Refusal(
            `${field}[${at}].explains[${n}]`,
            `no code or beacon has the id "${observation}"`,
          );
      });
    });
}
