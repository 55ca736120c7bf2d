export { figureIn, figuresIn } from './figures.js';
