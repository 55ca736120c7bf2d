/** What came of each kind of route on each sort of unit: outcomes and repairs that stand, over all jobs of the shop. */
import type { RouteCountRows, RoutePreset } from '@dormant-beacon/contract';
import type { Knex } from 'knex';

interface Counted {
  readonly sort: RouteCountRows[number]['sort'];
  readonly kind: RouteCountRows[number]['kind'];
  readonly succeeded: unknown;
  readonly failed: unknown;
}

/** Neither taken back nor corrected, and of a real car. */
const stands = (table: string): string =>
  `${table}.job_id NOT IN (SELECT job_id FROM practice_cars) AND ${table}.withdrawn = 0 AND NOT EXISTS (SELECT 1 FROM ${table} AS later WHERE later.corrects = ${table}.id)`;

/** What people have said came of a route. */
const said = `
  SELECT sort, kind, SUM(result = 'succeeded') AS succeeded, SUM(result = 'failed') AS failed
  FROM route_outcomes WHERE ${stands('route_outcomes')} GROUP BY sort, kind`;

/** A part that was replaced in its trace and works says the same of the route that was chosen for it, once. */
const repaired = `
  SELECT route_plans.sort, route.kind, COUNT(DISTINCT route_plans.id) AS succeeded, 0 AS failed
  FROM route_choices
  JOIN route_plans ON route_plans.id = route_choices.plan_id
  JOIN repairs ON repairs.trace_id = route_plans.trace_id AND repairs.cured = 1
    AND (route_plans.element IS NULL OR repairs.element = route_plans.element)
  JOIN JSON_TABLE(route_plans.routes, '$[*]' COLUMNS (id varchar(40) PATH '$.id', kind varchar(30) PATH '$.kind')) AS route
    ON route.id = route_choices.route_id
  WHERE ${stands('route_choices')} AND ${stands('repairs')}
    AND NOT EXISTS (SELECT 1 FROM route_choices AS last
      WHERE last.plan_id = route_choices.plan_id AND last.seq > route_choices.seq AND last.withdrawn = 0)
    AND NOT EXISTS (SELECT 1 FROM route_outcomes WHERE route_outcomes.plan_id = route_plans.id)
  GROUP BY route_plans.sort, route.kind`;

export async function routeCountsOf(db: Knex): Promise<RouteCountRows> {
  const [rows] = (await db.raw(
    `SELECT sort, kind, SUM(succeeded) AS succeeded, SUM(failed) AS failed
     FROM (${said} UNION ALL ${repaired}) AS counted GROUP BY sort, kind ORDER BY sort, kind`,
  )) as [Counted[]];
  return rows.map(({ sort, kind, succeeded, failed }) => ({
    sort,
    kind,
    succeeded: Number(succeeded),
    failed: Number(failed),
  }));
}

/** The newest plan of a sort, as the shop has corrected it. */
export async function routePresetOf(db: Knex, sort: string): Promise<RoutePreset> {
  const row = (await db('route_plans')
    .where({ sort })
    .whereRaw(stands('route_plans'))
    .orderBy([
      { column: 'recorded_at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .first('routes')) as { routes: string } | undefined;
  return row ? (JSON.parse(row.routes) as RoutePreset) : null;
}
