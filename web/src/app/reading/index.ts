export { ReadingPad } from './reading-pad';
