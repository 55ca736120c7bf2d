export { asField, Dated, fromField, sayDate, sayWhen, When, writeTimes } from './when';
