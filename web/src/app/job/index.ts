export { followJob, JobEvents, jobFeature, loadJob, planTraces } from './job.state';
export { type PlanOptions, usualPlan } from './planner';
export { RecordsDesk } from './records-desk';
export { ServerClock } from './server-clock';
export { Waits } from './waits';
