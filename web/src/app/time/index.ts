export { asField, Dated, fromField, sayDate, sayWhen, useZone, When } from './when';
