/** Coding books, depth tables and memory images of the made-up models. */
export { estateMat } from './estate.js';
export { lumenCylinder, lumenDoor } from './lumen.js';
export { marnBody, marnImages } from './marn.js';

import { madeId } from '../world.js';

/** Under which the library of the demo keeps them. */
export const bookIds = { marnBody: madeId(), estateMat: madeId(), lumenDoor: madeId() } as const;
