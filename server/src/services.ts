/** What the parts of one server share. */
import type { ClockWatch } from './database/clock.js';
import type { Pools } from './database/connect.js';
import type { Reach } from './customer/reach.js';
import type { Feed } from './events/feed.js';
import type { Lanes } from './jobs/lanes.js';
import type { PlanMemory } from './jobs/plans.js';
import type { RecordMemory } from './jobs/memory.js';
import type { Reviewer } from './jobs/review.js';
import type { Links } from './practice/links.js';
import type { SettingsMemory } from './shop/settings.js';
import type { Workers } from './work/workers.js';

export interface Services {
  readonly pools: Pools;
  readonly workers: Workers;
  readonly records: RecordMemory;
  readonly settings: SettingsMemory;
  readonly plans: PlanMemory;
  readonly lanes: Lanes;
  readonly reviewer: Reviewer;
  readonly feed: Feed;
  readonly clock: ClockWatch;
  readonly links: Links;
  readonly reach: Reach;
}
