export {
  defaultProofPolicy,
  defaultSafetyPolicy,
  defaultShopSettings,
  type ProofPolicy,
  proofPolicyOf,
  type SafetyPolicy,
  safetyPolicyOf,
} from './policy.js';
export { leastWaitingMinutes } from './waiting.js';
export { restraintRoute, shopSettings, type ShopSettings } from './schema.js';
