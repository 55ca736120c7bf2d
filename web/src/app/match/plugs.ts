/** Plugs as they are typed: `12 A grey; 6 B` is one of twelve cavities, key A, grey, and one of six, key B. */
import type { Connector } from '@dormant-beacon/core/fit';

/** Null where a part of it is no plug; an empty line is no plug at all. */
export function plugsOf(text: string): Connector[] | null {
  const parts = text
    .split(';')
    .map((one) => one.trim())
    .filter((one) => one !== '');
  const plugs = parts.map((one): Connector | null => {
    const [, cavities, key, colour] = /^(\d{1,3})(?:\s+([A-Za-z\d]{1,3}))?(?:\s+(\S.*))?$/.exec(one) ?? [];
    if (cavities === undefined || Number(cavities) === 0) return null;
    return { cavities: Number(cavities), key: key ?? null, colour: colour ?? null };
  });
  return plugs.every((plug) => plug !== null) ? plugs : null;
}

/** @example plugsText([{ cavities: 12, key: 'A', colour: 'grey' }]) // '12 A grey' */
export function plugsText(connectors: readonly Connector[]): string {
  return connectors
    .map(({ cavities, key, colour }) => [cavities, key, colour].filter((one) => one != null).join(' '))
    .join('; ');
}
