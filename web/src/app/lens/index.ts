export { Lens } from './lens';
