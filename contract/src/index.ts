export {
  type Bay, bay, bays, type Bays, changeHead, type Entered, entered, headChanged, health, jobOpened, type LogEntry, logbook,
  logEntry, type Moved, moved, type OpenJob, openJob, people, type Problem, problem, record, reportText,
} from './answers.js';
export { type Endpoint, endpoints, factEndpoints } from './endpoints.js';
export { idempotencyHeader, personHeader } from './headers.js';
export { type FactData, type FactEntry, type FactKind, factKind, factKinds, type Withdrawal, withdrawal } from './facts.js';
