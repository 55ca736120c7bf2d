/** What the work itself made: connectors unplugged, and things to be taught after a clear or a new part. */
import { plainWord } from '../../codes/index.js';
import { type Candidate, candidate, countWords } from '../candidate.js';
import type { Facts, Seen } from '../facts.js';
import { apart, placementOf } from '../placement.js';
import { priors } from '../priors.js';
import { shared, tellingWords } from '../words.js';

/** Failure types of a circuit that is open, or that a plug which is off makes so. */
export const opens = /^(?:|00|01|1[13459B-F]|2[1-9AF]|31|8[678F]|93)$/;

export function unplugged({ seen, request }: Facts): Candidate[] {
  return (request.ledger ?? []).flatMap(({ connector, pluggedAt }) => {
    const linked = (one: Seen) => one.link.some((link) => link.connectors?.includes(connector));
    const known = (request.links ?? []).some((link) => link.connectors?.includes(connector));
    const behind = new Set(
      (request.links ?? [])
        .filter((link) => link.connectors?.includes(connector))
        .map(({ module }) => plainWord(module)),
    );
    const named = (one: Seen) => (one.observed.text ?? '').toLowerCase().includes(connector.toLowerCase());
    const explained = seen.filter(
      (one) =>
        one.fresh !== false &&
        !one.voltage &&
        (linked(one) ||
          named(one) ||
          (one.subject !== null && behind.has(one.subject)) ||
          (!known && one.fresh === true && opens.test(one.type))),
    );
    if (explained.length === 0) return [];
    const fresh = explained.filter((one) => one.fresh === true);
    return [
      candidate({
        id: `unplugged:${connector}`,
        kind: 'unplugged',
        title:
          pluggedAt == null ? `${connector} is still unplugged` : `${connector} was unplugged in the work`,
        prior: pluggedAt == null ? priors.stillUnplugged : priors.pluggedAgain,
        reasons: [
          fresh.length > 0
            ? `${countWords(fresh)} first seen after it`
            : `${countWords(explained)} lie behind it`,
          pluggedAt == null
            ? 'the ledger has it open'
            : 'it is mated again: its codes may only be remembered',
        ],
        explains: explained.map(({ id }) => id),
        leadsTo: pluggedAt == null ? 'basics' : 'explanation',
        doNext:
          pluggedAt == null
            ? `Mate and lock ${connector}, then read again.`
            : `See that ${connector} is locked; if the codes stay away after clearing, it explains them.`,
      }),
    ];
  });
}

export function clearing({ seen, request }: Facts): Candidate[] {
  const explained = seen.filter((one) => one.calibration && one.fresh !== false);
  if (explained.length === 0) return [];
  const fresh = explained.some((one) => one.fresh === true);
  const readers = [
    ...new Set((request.clears ?? []).map(({ reader }) => reader ?? 'a reader that is not named')),
  ];
  const born = readers.length > 0 && fresh;
  const worked = request.event?.kind === 'earlier-repair' || request.event?.kind === 'battery';
  return [
    candidate({
      id: 'clearing',
      kind: 'clearing',
      title: born
        ? `The clear undid what was taught (${readers.join(', ')})`
        : 'Something is to be taught again',
      prior: fresh || worked ? priors.clearing : priors.clearingUnseen,
      reasons: [
        `${countWords(explained)} ask for a calibration`,
        ...(fresh ? ['first seen after an earlier scan'] : []),
        ...(born ? [`they were born after ${readers.join(' and ')} cleared the codes`] : []),
        ...(worked ? ['the earlier work or the battery can have undone it'] : []),
      ],
      factors: born ? [[priors.times.afterClear, ''] as const] : [],
      explains: explained.map(({ id }) => id),
      leadsTo: 'calibration',
      doNext: 'Teach what the codes name, by the maker’s routine, before any part is suspected.',
    }),
  ];
}

/** Work was done at a place, and what lies there is open now or comes and goes: a plug was disturbed. */
export function disturbed({ seen, request }: Facts): Candidate[] {
  const { event } = request;
  if (event?.kind !== 'earlier-repair' || event.place == null) return [];
  const place = event.place;
  const words = tellingWords(place);
  const at = placementOf(place);
  const explained = seen.filter(
    (one) =>
      !one.message &&
      !one.voltage &&
      !one.calibration &&
      opens.test(one.type) &&
      !apart(one.place, at) &&
      shared(tellingWords(`${one.observed.text ?? ''} ${one.observed.module}`), words) > 0,
  );
  if (explained.length === 0) return [];
  return [
    candidate({
      id: `disturbed:${place}`,
      kind: 'disturbed',
      title: `A plug was disturbed by the earlier work: ${place}`,
      prior: priors.disturbed,
      reasons: [
        `${countWords(explained)} lie where the work was`,
        'they tell of open circuits, not of a worn part',
      ],
      explains: explained.map(({ id }) => id),
      leadsTo: 'basics',
      doNext:
        'See that every plug and harness of the earlier work is mated, locked and not pinched, before any part is suspected.',
    }),
  ];
}
