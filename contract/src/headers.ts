/** Headers that every write carries, and how large an upload may be: for a page that needs no schema. */
export const idempotencyHeader = 'Idempotency-Key';
export const personHeader = 'Beacon-Person';
/** Of an entry: the last one that its page has seen. Who answers what was answered since is asked. */
export const seenHeader = 'Beacon-Seen';
/** The most bytes of a story: an archive with a few hundred photos. */
export const mostStoryBytes = 500_000_000;
/** A piece of a memory image: all but the last are as large. */
export const imagePieceBytes = 1_000_000;
