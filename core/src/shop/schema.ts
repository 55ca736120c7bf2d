/** What a shop settles for itself: units, money, hours, and the policies that its lead sets. */
import * as z from 'zod';
import { usualWeek, workCalendar } from '../calendar/index.js';
import { leastWaitingMinutes } from './waiting.js';
import { distanceUnit, pressureUnit, temperatureUnit } from '../units/index.js';

const currency = z.string().regex(/^[A-Z]{3}$/, 'expected three capital letters such as EUR');
const locale = z
  .string()
  .regex(/^[a-z]{2}-[A-Z]{2}$/, 'expected a language and a country such as de-AT')
  .refine((tag) => Intl.NumberFormat.supportedLocalesOf(tag).length > 0, 'expected a locale that is known');
const timeZone = z.string().refine(isTimeZone, 'expected a time zone such as Europe/Vienna');

export const restraintRoute = z.enum(['maker-new', 'certified-rebuild', 'unfired-salvage']);

export const shopSettings = z
  .strictObject({
    name: z.string().trim().min(1).max(120),
    distanceUnit,
    temperatureUnit,
    pressureUnit,
    currency,
    hourlyRateCents: z.int().min(0).max(10_000_000),
    timeZone,
    /** How money is written, and dates: in English words, in the order of the country. */
    locale: locale.default('en-GB'),
    /** Minutes after power-down where no service data gives a time. */
    waitingMinutes: z
      .int()
      .min(leastWaitingMinutes, `the default wait is ${leastWaitingMinutes} minutes or more`)
      .max(1440),
    /** The isolation is looked at by a second person before the wait begins. */
    secondPerson: z.boolean().default(false),
    restraintRoute,
    /** A maker-approved low-current tester may be used on restraint lines. */
    testerAllowed: z.boolean(),
    testerApproval: z.string().trim().max(300),
    /** Minutes off between two drives that count apart. */
    separationMinutes: z.int().min(5).max(1440),
    coldStarts: z.int().min(3, 'three cold starts or more').max(50),
    /** The days on which the shop works: dates are reckoned by them. */
    calendar: workCalendar.default(usualWeek),
    /** Share of the car’s value from which a repair counts as a total loss. */
    totalLossAt: z.number().min(0.1).max(1.5).default(0.7),
  })
  .refine((shop) => !shop.testerAllowed || shop.testerApproval.length >= 8, {
    path: ['testerApproval'],
    error: 'say which approval of the maker allows the tester',
  });
export type ShopSettings = z.infer<typeof shopSettings>;

function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}
