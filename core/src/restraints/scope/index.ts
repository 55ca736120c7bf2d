export { seatTable, type SeatRow, type SeatVerdict, seatVerdictWords } from './buckles.js';
export { genericLimits, loopTable, type LoopRow, type LoopVerdict, momentWords } from './loops.js';
export { restraintPackage, usualTotalLossAt } from './package.js';
export { signsOf } from './rules.js';
export { restraintScope } from './scope.js';
export { seatCounts, seatRows, usualInventory } from './usual-inventory.js';
