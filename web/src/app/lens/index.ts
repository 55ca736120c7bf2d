export { Lens, stateWords } from './lens';
