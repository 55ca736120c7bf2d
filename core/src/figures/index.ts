export { figuresIn } from './figures.js';
