/** What came of each kind of route on each sort of unit: outcomes that stand, over all jobs of the shop. */
import type { RouteCountRows } from '@dormant-beacon/contract';
import type { Knex } from 'knex';

export async function routeCountsOf(db: Knex): Promise<RouteCountRows> {
  const rows = (await db('route_outcomes')
    .where({ withdrawn: false })
    .whereNotExists((own) =>
      own.from('route_outcomes as later').whereRaw('later.corrects = route_outcomes.id').select(db.raw('1')),
    )
    .groupBy('sort', 'kind')
    .orderBy(['sort', 'kind'])
    .select('sort', 'kind')
    .select(db.raw("SUM(result = 'succeeded') AS succeeded, SUM(result = 'failed') AS failed"))) as {
    sort: RouteCountRows[number]['sort'];
    kind: RouteCountRows[number]['kind'];
    succeeded: unknown;
    failed: unknown;
  }[];
  return rows.map(({ sort, kind, succeeded, failed }) => ({
    sort,
    kind,
    succeeded: Number(succeeded),
    failed: Number(failed),
  }));
}
