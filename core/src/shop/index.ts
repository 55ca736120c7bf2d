export {
  defaultProofPolicy,
  defaultSafetyPolicy,
  defaultShopSettings,
  leastWaitingMinutes,
  type ProofPolicy,
  proofPolicyOf,
  type SafetyPolicy,
  safetyPolicyOf,
} from './policy.js';
export { restraintRoute, shopSettings, type ShopSettings } from './schema.js';
