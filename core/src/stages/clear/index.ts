export {
  clearOrder,
  type ClearStep,
  type ModuleRow,
  moduleRows,
  type ModuleSays,
  moduleWords,
} from './modules.js';
export { type MonitorDrive, monitorDrive, waitingMonitors, type WaitingMonitor } from './monitor-drives.js';
export { type Relight, relightOf, relightWords } from './relights.js';
export { bornOfWork, endKey, type WorkStep, workSteps } from './work-born.js';
