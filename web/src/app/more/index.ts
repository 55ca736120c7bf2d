export { More } from './more';
