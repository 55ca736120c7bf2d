export { Photos } from './photos';
