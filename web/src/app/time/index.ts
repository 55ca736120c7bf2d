export { asField, Dated, fromField, sayDate, sayWhen, When, writeTimes, writtenAs } from './when';
