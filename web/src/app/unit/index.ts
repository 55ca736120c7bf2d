export { ComparisonTable } from './comparison-table';
export { stepWords, UnitDesk } from './unit-desk';
export { UnitTabs } from './unit-tabs';
