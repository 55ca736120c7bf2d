export {
  defaultShopSettings,
  leastWaitingMinutes,
  proofPolicyOf,
  restraintRoute,
  safetyPolicyOf,
  shopSettings,
  type ShopSettings,
} from './schema.js';
