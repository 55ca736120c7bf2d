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
  'unit.choose': ({ unit }: { unit: string }) => `Choose how “${unit}” is put right.`,
  'unit.chooseWhy': ({ count, best }: { count: number; best: string }) =>
    count === 1
      ? `One route is open: ${best}.`
      : `${count} routes are open; “${best}” costs least to its end, failures counted in.`,
  'unit.noneOpen': ({ unit }: { unit: string }) =>
    `No route is left for “${unit}”: add one, or speak with the customer.`,
  'unit.ask': ({ unit, route }: { unit: string; route: string }) =>
    `Ask the customer about “${unit}”: ${route}.`,
  'unit.declined': ({ unit, route }: { unit: string; route: string }) =>
    `The customer said no to “${unit}”, ${route}: choose another way.`,
  'unit.order': ({ unit, route }: { unit: string; route: string }) => `Order “${unit}”, ${route}.`,
  'unit.orderFrom': ({ unit, seller }: { unit: string; seller: string }) => `Order “${unit}” from ${seller}.`,
  'unit.checkFirst': ({ check }: { check: string }) => `Before the new one is powered: ${check}.`,
  'unit.wait': ({ unit }: { unit: string }) => `Wait for “${unit}”.`,
  'unit.pack': ({ unit }: { unit: string }) => `Pack “${unit}” for its repair: go through the box first.`,
  'unit.bench': ({ unit }: { unit: string }) =>
    `Repair “${unit}” at the bench, and enter what was done and tried.`,
  'unit.original': ({ unit }: { unit: string }) => `Enter what stands on the “${unit}” that came out.`,
  'unit.originalWhy': () => 'What was delivered is compared with it, line by line.',
  'unit.open': ({ unit }: { unit: string }) => `Open the box of “${unit}” and compare what came.`,
  'unit.openWhy': () => 'Number, plug, side, ratings; then try in the hand what can be tried.',
  'unit.wrong': ({ unit }: { unit: string }) => `Send “${unit}” back: what came does not fit.`,
  'unit.verify': ({ unit, line }: { unit: string; line: string }) =>
    `Make sure of “${unit}” before it is fitted: ${line}.`,
  'unit.fitHere': ({ unit }: { unit: string }) =>
    `Fit “${unit}”, try it before closing, then say that it works.`,
  'unit.fit': ({ unit }: { unit: string }) => `Fit “${unit}”, try it before closing, and enter the repair.`,
  'route.dearer': ({ cost, extra, other }: { cost: string; extra: string; other: string }) =>
    `It costs ${cost} to its end, ${extra} more than “${other}”.`,
  'route.cheaper': ({ saving, other }: { saving: string; other: string }) =>
    `It is ${saving} cheaper to its end than “${other}”, which is likelier to keep the date.`,
  'route.dominated': ({ others }: { others: string }) =>
    `Nobody needs it: ${others} costs no more, takes no longer and succeeds as often.`,
  'route.breakEven': ({ chance, other }: { chance: string; other: string }) =>
    `It would be as good as “${other}” if it succeeded in ${chance} of cases.`,
  'code.save': ({ unit, does }: { unit: string; does: string }) => `Before ${unit} comes out: ${does}.`,
  'code.saveMore': ({ count }: { count: number }) => `And ${count} more to save.`,
  'code.saveWhy': () => 'Once it is out or in the post, nobody can read it any more.',
  'code.book': ({ unit }: { unit: string }) => `Say what ${unit} carries, or why nothing has to be coded.`,
  'code.line': ({ unit, does }: { unit: string; does: string }) => `${unit}: ${does}.`,
  'code.step': ({ step }: { step: string }) => `${step}.`,
  'code.sign': ({ sign }: { sign: string }) => `Then: ${sign}.`,
  'code.stores': ({ unit }: { unit: string }) => `Read the distance in every store once more: ${unit} is in.`,
  'strip.off': ({ step }: { step: string }) => `${step}.`,
  'strip.back': ({ step }: { step: string }) => `${step}.`,
  'strip.held': ({ held }: { held: string }) => `${held}.`,
  'strip.fit': ({ part }: { part: string }) =>
    `Fit ${part}: first what made the old one fail, then the part.`,
  'strip.inPlace': ({ part }: { part: string }) => `Say what was done at ${part}.`,
  'strip.try': ({ part }: { part: string }) => `Try ${part} before anything is closed over it.`,
  'strip.tryAgain': ({ part, mode }: { part: string; mode: string }) =>
    `“${mode}” of ${part} fails. Open again what was closed last.`,
  'strip.workedBefore': () => 'It worked when the car came in.',
  'strip.tryClosed': ({ part }: { part: string }) => `Everything is closed: try ${part} once more.`,
  'strip.count': ({ left }: { left: string }) => `The counts are not even: ${left}.`,
  'clear.again': ({ codes }: { codes: string }) =>
    `Clear once more: ${codes} came from the work itself. Then read every module again.`,
  'clear.againWhy': ({ step }: { step: string }) => `For one of them, ${step}.`,
  'clear.silent': ({ module }: { module: string }) =>
    `${module} does not answer: find out why, or say why it stays so.`,
  'clear.silentWhy': () => 'A silent module is not a clean one.',
  'told.again': ({ beacon }: { beacon: string }) =>
    `The customer says that “${beacon}” showed again: call them, then accept that or set it aside.`,
  'told.clean': ({ count }: { count: number }) =>
    count === 1
      ? 'The customer has told you of their drives: accept it or set it aside.'
      : `The customer has sent ${count} reports of their drives: accept each or set it aside.`,
  'told.why': () => 'It stands at the proof, and counts only once it is accepted.',
  'job.followUp': ({ beacon }: { beacon: string }) => `Ask the customer whether “${beacon}” has stayed off.`,
  'job.followUpWhy': () => 'What made the part fail is not known: it may fail again.',
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
