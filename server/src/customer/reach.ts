/** Whether a customer's telephone can reach this server: only where it runs with TLS, under a name of its own. */
import type { CustomerDoor } from '@dormant-beacon/contract';

export interface Reach {
  readonly tls: boolean;
  /** The names by which this machine is known on the network. */
  readonly hosts: readonly string[];
}

const local = /^(?:localhost|127\.0\.0\.1|\[::1\])(?::|$)/;

/** The first of its names that a telephone can call. */
const ownName = ({ hosts }: Reach): string | undefined =>
  hosts.find((name) => !name.startsWith('*') && !local.test(name));

export const isReached = (reach: Reach): boolean => reach.tls && ownName(reach) !== undefined;

/**
 * @param host as the person at the desk called this server: by the same name the telephone will
 *
 * @example doorOf({ tls: true, hosts: ['bench.shop.example'] }, 'localhost:4700').address // 'https://bench.shop.example:4700'
 */
export function doorOf(reach: Reach, host: string): CustomerDoor {
  const name = ownName(reach);
  if (!reach.tls || name === undefined)
    return {
      address: null,
      why: 'A customer’s telephone reaches this server only where it runs with TLS, under a name of its own.',
    };
  const port = /:\d{1,5}$/.exec(host)?.[0] ?? '';
  return { address: `https://${local.test(host) || host === '' ? `${name}${port}` : host}`, why: null };
}
