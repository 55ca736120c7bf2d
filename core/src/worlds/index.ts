export {
  type Kind,
  kinds,
  type World,
  type WorldCase,
  worldOf,
  type WorldReading,
  type WorldTest,
} from './worlds.js';
