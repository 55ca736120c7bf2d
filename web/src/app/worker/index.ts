export { type Step, WorkerDesk } from './worker-desk';
