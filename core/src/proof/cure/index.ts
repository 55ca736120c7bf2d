export { type CureChance, CureEstimator } from './estimate.js';
export { type CureFacts, type CureOutcome, type PartGroup, partGroupOf, quietMiss } from './facts.js';
export { publishedChance } from './published.js';
export { fewOutcomes, type Forecast, type Reliability, reliabilityOf, type Tenth } from './reliability.js';
