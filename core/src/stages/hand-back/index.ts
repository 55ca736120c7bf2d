export {
  type Block,
  type DocumentHead,
  type DocumentSource,
  handBackDocument,
  type HandBackDocument,
  type OpenPoint,
} from './document.js';
export { eventWords } from './head.js';
