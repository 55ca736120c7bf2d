export { addMonths, day, dayNumber, daysBetween, writtenDay } from './days.js';
export {
  usualWeek,
  type WorkCalendar,
  workCalendar,
  workingDayAfter,
  workingDaysUntil,
} from './working-days.js';
export { momentAt, wallClock, writtenClock, writtenMoment } from './wall-clock.js';
