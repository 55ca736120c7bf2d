export { Suggest } from './suggest';
