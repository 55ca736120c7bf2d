export { sayLeft } from './left';
export {
  asField,
  Dated,
  fromField,
  sayDate,
  sayDay,
  sayWeekday,
  sayWhen,
  tickDay,
  When,
  writeTimes,
  writtenAs,
} from './when';
