export {
  defaultHoursPolicy,
  defaultProofPolicy,
  defaultRoutePolicy,
  defaultSafetyPolicy,
  defaultShopSettings,
  type HoursPolicy,
  hoursPolicyOf,
  type JobPolicy,
  jobPolicyOf,
  type ProofPolicy,
  proofPolicyOf,
  type RoutePolicy,
  type SafetyPolicy,
  safetyPolicyOf,
} from './policy.js';
export { leastWaitingMinutes } from './waiting.js';
export { restraintRoute, shopSettings, type ShopSettings } from './schema.js';
