/** Draws what may come of each route beside the page. */
import '../page-policy';
import { drawRoutes, type DrawOptions, type RoutePlan, type RouteSpread } from '@dormant-beacon/core/route';
import { serve } from './serve';

export interface RoutesRequest {
  readonly plan: RoutePlan;
  readonly options: DrawOptions;
}

serve<RoutesRequest, readonly RouteSpread[]>(({ plan, options }) => drawRoutes(plan, options));
