export { bodyBook, bodyMemory } from './body-module.js';
