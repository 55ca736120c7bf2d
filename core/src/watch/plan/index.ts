export { planWatch } from './plan.js';
export {
  type PlannedExposure,
  type ScheduledExposure,
  type WatchPlan,
  type WatchPlanRequest,
  watchPlanRequest,
} from './schema.js';
