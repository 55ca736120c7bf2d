export type { Block, DocumentHead, DocumentSource, HandBackDocument, OpenPoint } from './content.js';
export { handBackDocument } from './document.js';
