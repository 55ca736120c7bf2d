export { downloadBytes } from './download';
export { downloadJson, readJsonFile } from './json-file';
