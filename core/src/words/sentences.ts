/**
 * The catalogue of core's sentences: each has a key, takes parameters, and is written here in English, so that another
 * language can follow. What is new is written here; older sentences move here as they are touched.
 */
const sentences = {
  'short.look': ({ beacon }: { beacon: string }) =>
    `Look at “${beacon}”: bulb, fuse, socket, plug. Then enter what was done.`,
  'short.widens': () =>
    'A code, a warning, heat at the holder or a second failure makes this a full job; what is entered stays.',
  'short.try': () => 'Try it in every mode, before the trim goes on and after, then give the car back.',
  'short.noReader': () => 'A short job: no reader was needed.',
  'trace.again': ({ test }: { test: string }) => `Take one reading again: ${test}.`,
  'trace.again.live': () =>
    'No fault of this circuit explains all that was read. Bare metal under both tips, another ground point, and the circuit working as it did.',
  'trace.again.dead': () =>
    'No fault of this circuit explains all that was read. Hold the leads together first, with the power off and one end unplugged.',
  'trace.again.look': () =>
    'No fault of this circuit explains all that was found. Look once more, wiped clean and in good light.',
  'trace.again.hand': () =>
    'No fault of this circuit explains all that was found. Do it once more, step by step, with the other side for comparison.',
  'route.only': () => 'It is the only route that is open.',
  'route.even': ({ other }: { other: string }) =>
    `It costs about as much as “${other}”, what follows a failure counted in.`,
  'route.cheapest': ({ cost, saving, other }: { cost: string; saving: string; other: string }) =>
    `It costs ${cost} to its end, ${saving} less than “${other}”.`,
  'route.inTime': ({ chance, extra, other }: { chance: string; extra: string; other: string }) =>
    `It is ready by the date in ${chance} of cases. “${other}” is ${extra} cheaper, and more often than not too late.`,
  'route.late': ({ chance }: { chance: string }) =>
    `No route is likely to keep the date: this one keeps it in ${chance} of cases.`,
  'route.quicker': ({ other, days, extra }: { other: string; days: number; extra: string }) =>
    `“${other}” would be ${days === 1 ? 'a day' : `${days} days`} quicker, for ${extra} more.`,
  'route.fails': ({ chance, next }: { chance: string; next: string }) =>
    `It fails in ${chance} of cases; “${next}” follows then.`,
  'route.failsAgain': ({ chance }: { chance: string }) =>
    `It fails in ${chance} of cases. Nothing else is open then: it is done once more.`,
  'route.closes': ({ others }: { others: string }) => `If it fails, ${others} can no longer be tried.`,
  'job.done': () => 'Nothing is open. The job is done.',
};

export type SentenceKey = keyof typeof sentences;
type ParametersOf<K extends SentenceKey> = (typeof sentences)[K] extends (own: infer P) => string
  ? unknown extends P
    ? []
    : [Readonly<P>]
  : never;

/** A sentence as it is said, with what it was made from. */
export interface Said {
  readonly key: SentenceKey;
  readonly parameters: Readonly<Record<string, string | number>>;
  readonly says: string;
}

/** @example say('short.look', { beacon: 'Left tail lamp out' }).says // 'Look at “Left tail lamp out”: bulb, …' */
export function say<K extends SentenceKey>(key: K, ...given: ParametersOf<K>): Said {
  const parameters = ((given as readonly unknown[])[0] ?? {}) as Said['parameters'];
  return { key, parameters, says: (sentences[key] as (own: unknown) => string)(parameters) };
}
