/** Minutes that a made-safe car waits at the least: a shorter wait comes from a vehicle’s service data only. */
export const leastWaitingMinutes = 30;
