export { askConflict, differences, leftForNow } from './conflict';
