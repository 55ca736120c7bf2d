export { type ProposedUnit, proposedUnits } from './proposed-units.js';
export { type Quote, type QuoteItem, quoteOf } from './quote.js';
export { recommendRoute, type Recommendation, routeAgainst } from './recommend-route.js';
