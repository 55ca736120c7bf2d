export { Money } from './money';
