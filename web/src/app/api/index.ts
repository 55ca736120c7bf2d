export { asked } from './asked';
export { CarLink } from './car-link';
export { ApiProblem, Client, type WriteRequest } from './client';
export { Events } from './events';
export { newId } from './ids';
export { type Kept, Outbox, type Sent } from './outbox';
export { StoreRoom } from './store-room';
