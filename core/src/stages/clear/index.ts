export {
  clearOrder,
  type ClearStep,
  type ModuleRow,
  moduleRows,
  type ModuleSays,
  moduleWords,
} from './modules.js';
