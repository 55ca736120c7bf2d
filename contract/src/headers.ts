/** Headers that every write carries. */
export const idempotencyHeader = 'Idempotency-Key';
export const personHeader = 'Beacon-Person';
