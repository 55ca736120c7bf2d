/** The next thing to do at a car that is taken apart. */
import { doing, heldBy, itemsOf } from '../ledger/index.js';
import type { NextTests } from '../trace/index.js';
import { say } from '../words/index.js';
import type { Situation } from './situation.js';
import { labelOf, type Strip, unevenWords, waitNow } from './strip.js';
import { type NextThing, thing } from './thing.js';

/** The car that is being taken apart, where hands can go on: a part that is not here, or not found yet, comes first. */
export function stripNext(
  { strip, units }: Situation,
  plans: ReadonlyMap<string, NextTests>,
): NextThing | null {
  if (!strip) return null;
  const begun = strip.entries.length > 0;
  const here = units.every(({ step }) => step === 'fit' || step === 'done');
  if (strip.phase === 'off' && strip.parts.every(({ exchange }) => !exchange) && plans.size > 0)
    return isReachedFor(strip, plans) ? stripThing(strip) : null;
  if (strip.phase === 'off') return begun || here ? stripThing(strip) : null;
  if (strip.phase === 'fit')
    return here && strip.parts.some(({ exchange, is }) => exchange && is !== 'in') ? stripThing(strip) : null;
  return stripThing(strip);
}

/** Where a part is only reached for a test, the way to it is opened once that test comes next. */
function isReachedFor({ plan }: Strip, plans: ReadonlyMap<string, NextTests>): boolean {
  return (plan.reaches ?? []).some(({ traceId, access }) =>
    plans.get(traceId)?.next[0]?.before.accesses.includes(access),
  );
}

/** Null where all is back, tried and counted. */
export function stripThing(strip: Strip): NextThing | null {
  const { phase, left, refit, parts, untried, findings, counts } = strip;
  const item = (id: string) => itemsOf(strip.map).find((own) => own.id === id);
  const step = (id: string, as: 'off' | 'on') => {
    const own = item(id);
    return own ? doing(own, as) : `${as === 'off' ? 'Take off' : 'Put back'} ${labelOf(strip, id)}`;
  };
  const held = (id: string, as: 'off' | 'on') => {
    const own = item(id);
    const words = own ? heldBy(own, as).join('; ') : '';
    return words === '' ? null : say('strip.held', { held: words.charAt(0).toUpperCase() + words.slice(1) });
  };
  switch (phase) {
    case 'off':
      return thing('strip', say('strip.off', { step: step(left[0]!, 'off') }), held(left[0]!, 'off'));
    case 'fit': {
      const { part, exchange } = parts.find(({ is }) => is !== 'in')!;
      return thing('strip', say(exchange ? 'strip.fit' : 'strip.inPlace', { part: part.label }));
    }
    case 'back': {
      const wait = waitNow(strip);
      const next = say('strip.back', { step: step(refit[0]!, 'on') });
      return thing('strip', next, held(refit[0]!, 'on'), wait?.what ?? null, wait?.endsAt ?? null);
    }
    case 'try':
      return thing('strip', say('strip.try', { part: untried.open[0]!.label }));
    case 'try-again': {
      const [{ part, mode, workedBefore }] = findings as readonly [(typeof findings)[number]];
      return thing(
        'strip',
        say('strip.tryAgain', { part: part.label, mode }),
        workedBefore ? say('strip.workedBefore') : null,
      );
    }
    case 'try-closed':
      return thing('strip', say('strip.tryClosed', { part: untried.closed[0]!.label }));
    case 'count':
      return thing(
        'strip',
        say('strip.count', {
          left: counts.rows
            .filter(({ difference }) => difference !== 0)
            .map(unevenWords)
            .join(', '),
        }),
      );
    case 'done':
      return null;
  }
}
