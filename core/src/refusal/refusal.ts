/** What is wrong with an input, where it is, and nothing else: the one error that the core throws. */
export class Refusal extends Error {
  readonly tag = 'refusal';

  /**
   * @param path where in the input, such as `circuit.elements[3].ohms`; empty for the whole input
   * @param reason a plain sentence without the path
   */
  constructor(
    readonly path: string,
    readonly reason: string,
  ) {
    super(path === '' ? reason : `${path}: ${reason}`);
    this.name = 'Refusal';
  }
}

/**
 * Runs `look`; what it refuses is told by a path that begins where its part stands.
 * @example under('map', () => checkMap(map)) // `steps[2].id` becomes `map.steps[2].id`
 */
export function under<T>(root: string, look: () => T): T {
  try {
    return look();
  } catch (error) {
    if (!isRefusal(error)) throw error;
    throw new Refusal([root, error.path].filter((path) => path !== '').join('.'), error.reason);
  }
}

/** Tells a refusal from an error of our own, across bundles and workers. */
export function isRefusal(error: unknown): error is Refusal {
  return error instanceof Error && (error as Partial<Refusal>).tag === 'refusal';
}
