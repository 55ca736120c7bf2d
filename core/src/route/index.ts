export { breakEven } from './break-even.js';
export { type Coverage, coverageOf } from './coverage.js';
export { centsOfShare, chanceReady, compareRoutes, expectedCents, expectedDays } from './compare.js';
export { drawRoutes, type DrawOptions, type RouteSpread, type Spread } from './draws.js';
export { asRoute, type Followed, type FollowOptions, followRoutes, openRoutes } from './follow.js';
export { type Forbidden, forbiddenRoutes, type RouteRules } from './forbidden.js';
export { learnedChance, type RouteCounts } from './learned.js';
export { oneOrPair, type OneOrPair, type PairRequest } from './pair.js';
export {
  type PlannedRoute,
  plannedRoute,
  routeKind,
  type RoutePlan,
  routePlan,
  type UnitSort,
  unitSort,
  unitSorts,
} from './plan-schema.js';
export {
  benchWorkData,
  type BenchWork,
  type Consignment,
  consignmentData,
  coverageData,
  routeChoiceData,
  routeOutcomeData,
  type RoutePlanData,
  routePlanData,
} from './records.js';
export { boxContents, leftOut } from './box.js';
export { routesLike } from './preset.js';
export {
  type CoverageRequest,
  coverageRequest,
  type LeadDays,
  leadDays,
  type Route,
  route,
  type RouteFigures,
  type RouteRequest,
  routeRequest,
} from './schema.js';
export { triedCents } from './tried.js';
export { type ChosenRoute, jobSum, type JobSum } from './sums.js';
export { routeKindWords, unitSortWords, usualRoutes } from './usual-routes.js';
export { type RouteKind, routeKinds } from './kinds.js';
