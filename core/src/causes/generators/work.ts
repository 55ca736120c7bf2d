/** What the work itself made: connectors unplugged, and things to be taught after a clear or a new part. */
import { plainWord } from '../../codes/index.js';
import { type Candidate, candidate, countWords } from '../candidate.js';
import type { Facts, Seen } from '../facts.js';
import { priors } from '../priors.js';

const opens = /^(?:|00|01|1[13459B-F]|2[1-9AF]|31|8[678F]|93)$/;

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
  const worked = request.event?.kind === 'earlier-repair' || request.event?.kind === 'battery';
  return [
    candidate({
      id: 'clearing',
      kind: 'clearing',
      title: 'Something is to be taught again',
      prior: fresh || worked ? priors.clearing : priors.clearingUnseen,
      reasons: [
        `${countWords(explained)} ask for a calibration`,
        ...(fresh ? ['first seen after an earlier scan'] : []),
        ...(worked ? ['the earlier work or the battery can have undone it'] : []),
      ],
      explains: explained.map(({ id }) => id),
      leadsTo: 'calibration',
      doNext: 'Teach what the codes name, by the maker’s routine, before any part is suspected.',
    }),
  ];
}
