/** Coding books, depth tables and memory images of the made-up models. */
export { estateMat } from './estate.js';
export { lumenCylinder, lumenDoor } from './lumen.js';
export { marnBody, marnImages } from './marn.js';
