/** Plugs: whether they go together, and what differs about them without keeping them apart. */
import type { Connector, FitAttribute, Part } from './schema.js';

type Asked = 'cavities' | 'key' | 'gender' | 'colour';

/**
 * Every plug of the original needs one of its own at the candidate, with as many cavities and the same key. The pairing
 * that leaves least open is looked for: equal ones first, then those of which too little is stated.
 */
export function connectorLines(original: Part, candidate: Part): readonly FitAttribute[] {
  const [own, other] = [original.connectors, candidate.connectors];
  if (own == null) return [];
  const line = (outcome: FitAttribute['outcome'], reason: string): FitAttribute => ({
    name: 'connectors',
    outcome,
    weight: 'hard',
    reason,
  });
  if (other == null) return [line('unknown', `${said(own)} on the original, not stated here`)];
  if (own.length !== other.length) return [line('differs', `${said(other)} against ${said(own)}`)];
  const pairs = paired(own, other);
  if (pairs === null) return [line('differs', `${said(other)} against ${said(own)}`)];
  const open = pairs.some(([one, two]) => one.key != null && two.key == null);
  return [
    open
      ? line('unknown', 'its key is not stated')
      : line('same', own.length === 0 ? 'no plug on either' : `${said(other)} on both`),
    ...softLine(pairs, 'gender', 'connectorGender'),
    ...softLine(pairs, 'colour', 'connectorColour'),
  ];
}

function softLine(
  pairs: readonly (readonly [Connector, Connector])[],
  field: 'gender' | 'colour',
  name: string,
): readonly FitAttribute[] {
  const asked = pairs.filter(([own]) => own[field] != null);
  if (asked.length === 0) return [];
  const other = asked.filter(([own, there]) => there[field] != null && !equal(own, there, field));
  if (other.length > 0) {
    const [[own, there]] = other as [readonly [Connector, Connector]];
    return [
      {
        name,
        outcome: 'differs',
        weight: 'soft',
        reason: `${there[field]} against ${own[field]}`,
        work: [
          {
            kind: 'adapter',
            says: `plug ${there[field]} instead of ${own[field]}: try it by hand, or change the pigtail`,
          },
        ],
      },
    ];
  }
  return asked.some(([, there]) => there[field] == null)
    ? [{ name, outcome: 'unknown', weight: 'soft', reason: `${field} of the plug not stated` }]
    : [{ name, outcome: 'same', weight: 'soft', reason: `${asked[0]![1][field]} on both` }];
}

/** Each with one of its own: what matches in more is taken first; null where one has none. */
function paired(
  own: readonly Connector[],
  other: readonly Connector[],
): readonly (readonly [Connector, Connector])[] | null {
  const taken = new Map<number, number>();
  const ways = own.map((one) =>
    other
      .map((two, n) => ({ n, score: score(one, two) }))
      .filter((way) => way.score !== null)
      .sort((a, b) => b.score! - a.score!),
  );
  // Augmenting paths: a plug that only fits one place takes it from one that fits two.
  const place = (plug: number, seen: Set<number>): boolean => {
    for (const { n } of ways[plug]!) {
      if (seen.has(n)) continue;
      seen.add(n);
      const holder = taken.get(n);
      if (holder !== undefined && !place(holder, seen)) continue;
      taken.set(n, plug);
      return true;
    }
    return false;
  };
  const order = own.map((_, n) => n).sort((a, b) => (ways[b]![0]?.score ?? -1) - (ways[a]![0]?.score ?? -1));
  if (!order.every((plug) => place(plug, new Set()))) return null;
  return [...taken].map(([n, plug]) => [own[plug]!, other[n]!] as const);
}

/** How much two plugs share; null where they cannot go together. */
function score(own: Connector, other: Connector): number | null {
  if (own.cavities !== other.cavities) return null;
  if (own.key != null && other.key != null && !equal(own, other, 'key')) return null;
  const fields: readonly Asked[] = ['key', 'gender', 'colour'];
  return fields.filter((field) => own[field] != null && equal(own, other, field)).length;
}

function equal(one: Connector, other: Connector, field: Asked): boolean {
  const text = (connector: Connector) =>
    String(connector[field] ?? '')
      .trim()
      .toLowerCase();
  return text(one) === text(other);
}

/** @example said([{ cavities: 12, key: 'A' }]) // '12 cavities, key A' */
function said(connectors: readonly Connector[]): string {
  if (connectors.length === 0) return 'no plug';
  return connectors
    .map(
      ({ cavities, key }) =>
        `${cavities} ${cavities === 1 ? 'cavity' : 'cavities'}${key == null ? '' : `, key ${key}`}`,
    )
    .join(' and ');
}
