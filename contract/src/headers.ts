/** Headers that every write carries, and how large an upload may be: for a page that needs no schema. */
export const idempotencyHeader = 'Idempotency-Key';
export const personHeader = 'Beacon-Person';
/** The most bytes of a story: an archive with a few hundred photos. */
export const mostStoryBytes = 500_000_000;
