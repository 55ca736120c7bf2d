export { countLedger, type CountRow } from './count.js';
export { planLedger, planningLedger } from './plan.js';
export {
  type AccessStep,
  accessStep,
  type Fastener,
  fastener,
  type LedgerCountRequest,
  ledgerCountRequest,
  type LedgerPlan,
  type LedgerPlanRequest,
  ledgerPlanRequest,
} from './schema.js';
