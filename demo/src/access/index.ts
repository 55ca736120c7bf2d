/** Access maps of the made-up models. */
export { droverMap } from './drover.js';
export { lumenMap } from './lumen.js';
export { quillMap } from './quill.js';
