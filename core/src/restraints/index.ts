export { guardOf } from './guard.js';
export { restraintPackage, usualTotalLossAt } from './package.js';
export { restraintScope } from './scope.js';
export {
  type Guard,
  type GuardKind,
  guardKinds,
  type GuardRequest,
  guardRequest,
  inventoryItem,
  type InventoryItem,
  packageRequest,
  type PackageRequest,
  restraintAction,
  type RestraintAction,
  restraintEvent,
  restraintItem,
  type RestraintItem,
  type RestraintPackage,
  restraintPolicies,
  restraintPolicy,
  type RestraintPolicy,
  type RestraintScope,
  restraintSign,
  type RestraintSign,
  scopeRequest,
  type ScopeRequest,
} from './schema.js';
