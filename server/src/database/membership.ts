/** Whether the database may be believed: alone always, in a cluster while it is in touch with most of it. */
import type { Knex } from 'knex';
import { HttpProblem } from '../http/problem.js';

/**
 * How many nodes the database’s cluster has now; null where it stands alone.
 * @throws HttpProblem 503 where its node has lost touch with most of the others, or is still catching up
 */
export async function membersOf(db: Knex): Promise<number | null> {
  const [rows] = (await db.raw(
    "SHOW GLOBAL STATUS WHERE Variable_name IN ('wsrep_provider_name', 'wsrep_ready', 'wsrep_cluster_status', 'wsrep_cluster_size')",
  )) as [{ Variable_name: string; Value: string }[]];
  const status = new Map(rows.map(({ Variable_name, Value }) => [Variable_name, Value]));
  if (!status.get('wsrep_provider_name')) return null;
  if (status.get('wsrep_cluster_status') !== 'Primary')
    throw new HttpProblem(
      503,
      'Cut off',
      'The database of this server has lost touch with most of its cluster. Nothing is read or saved here until it is back; the other servers go on.',
    );
  if (status.get('wsrep_ready') !== 'ON')
    throw new HttpProblem(
      503,
      'Catching up',
      'The database of this server is catching up with its cluster. It takes a moment.',
    );
  return Number(status.get('wsrep_cluster_size'));
}
