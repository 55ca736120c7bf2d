/** Passwords that are guessed first are refused: common ones, names, figures alone. */
import { invalid } from '../http/problem.js';

/** Of 0 to 4: guessed in more than a hundred million tries. */
const leastScore = 3;
/** What comes behind adds nothing that a guess would have to know. */
const looked = 60;

/** The dictionaries are large: they are read when the first password is chosen. */
let estimate: Promise<(password: string, known: readonly string[]) => number> | null = null;

async function estimator() {
  const [{ ZxcvbnFactory }, common, english] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
    import('@zxcvbn-ts/language-en'),
  ]);
  const judge = new ZxcvbnFactory({
    dictionary: { ...common.dictionary, ...english.dictionary },
    graphs: common.adjacencyGraphs,
  });
  return (password: string, known: readonly string[]) => judge.check(password, [...known]).score;
}

/** @throws HttpProblem 422 where it is among those that are guessed first */
export async function refuseWeak(password: string, known: readonly string[]): Promise<void> {
  if (/^[\p{N}\s.,-]+$/u.test(password))
    throw invalid('password', 'figures alone are guessed soon; put words between them');
  const words = [
    ...known.flatMap((name) => [name, ...name.split(/\s+/)]),
    'dormant',
    'beacon',
    'dormant beacon',
  ];
  const score = (await (estimate ??= estimator()))(password.slice(0, looked), words);
  if (score < leastScore)
    throw invalid(
      'password',
      'this one is guessed soon; three or four words that do not belong together are better',
    );
}
