/** Which shops this installation serves: one, or several with a database and an address each. */
import { hostIsOwn } from './http/guards.js';
import { databaseOfEnvironment, type DatabaseAddress } from './database/connect.js';

export interface ServedShop {
  /** The names by which it is asked for, besides those of this machine; empty where it is the only one. */
  readonly hosts: readonly string[];
  readonly database: DatabaseAddress;
}

/** As the start has set it out: `BEACON_SHOPS` for several, else the one database of the environment. */
export function shopsOfEnvironment(): readonly ServedShop[] {
  const several = process.env['BEACON_SHOPS'];
  const one = databaseOfEnvironment();
  if (!several) return [{ hosts: [], database: one }];
  return (JSON.parse(several) as (Omit<DatabaseAddress, 'port'> & { hosts: string[] })[]).map(
    ({ hosts, ...login }) => ({ hosts, database: { ...login, port: one.port } }),
  );
}

/**
 * What answers at an address: the shop that is known by it; whoever asks this machine itself gets the first.
 * @param shops with what answers for each
 * @returns null where no shop is known by that name
 * @example at([{ hosts: ['north.example'], is: 1 }, { hosts: ['south.example'], is: 2 }], 'south.example:4600')?.is // 2
 */
export function at<S extends { readonly hosts: readonly string[] }>(
  shops: readonly S[],
  host: string | undefined,
): S | null {
  if (shops.length === 1) return shops[0]!;
  const name = (host ?? '').replace(/:\d{1,5}$/, '').toLowerCase();
  const named = shops.find(({ hosts }) => hosts.some((own) => own.toLowerCase() === name));
  return named ?? (hostIsOwn([])(host) ? (shops[0] ?? null) : null);
}
