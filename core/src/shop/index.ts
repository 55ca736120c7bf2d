export {
  defaultShopSettings,
  leastWaitingMinutes,
  proofPolicyOf,
  restraintRoute,
  shopSettings,
  type ShopSettings,
} from './schema.js';
