export { NotTaken } from './not-taken';
