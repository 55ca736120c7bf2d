export { DateField } from './date';
export { MonthField } from './month';
