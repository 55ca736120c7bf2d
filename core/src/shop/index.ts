export { defaultShopSettings, leastWaitingMinutes, proofPolicyOf, safetyPolicyOf } from '../policy/index.js';
export { restraintRoute, shopSettings, type ShopSettings } from './schema.js';
