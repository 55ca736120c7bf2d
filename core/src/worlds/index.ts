export {
  type Kind,
  kinds,
  type World,
  type WorldCase,
  worldOf,
  type WorldReading,
  type WorldTest,
} from './worlds.js';
export { methods, partKinds, roots, shopOf, type WorldRepair, type WorldShop } from './shops.js';
