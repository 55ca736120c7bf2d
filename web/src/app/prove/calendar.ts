/** The plan of a proof as a file that calendars take in. Source: RFC 5545. */
import type { ScheduledStep } from '@dormant-beacon/core/proof/schedule';
import { ICalCalendar } from 'ical-generator';

/** Minutes that an entry takes up. */
const long = 30;

/** Times are those of the clock on the wall, wherever the calendar is read. */
export function calendarOf(
  steps: readonly ScheduledStep[],
  about: { readonly number: string; readonly vehicle: string; readonly beacon: string },
): string {
  const calendar = new ICalCalendar({
    name: `${about.number}: ${about.beacon}`,
    prodId: { company: 'Dormant Beacon', product: 'Proof', language: 'EN' },
  });
  for (const [n, step] of steps.entries()) {
    // Read and written in the zone of this device: the figures on the clock stay as they are.
    const start = new Date(`${step.at}:00`);
    calendar.createEvent({
      id: `${about.number}-${n}-${step.at.replace(/\D/gu, '')}@dormant-beacon`,
      start,
      end: new Date(start.getTime() + long * 60_000),
      floating: true,
      summary: `${about.number} ${about.vehicle}: ${step.label}`,
      description: `“${about.beacon}” has to stay dark. Enter what it did in the job.`,
    });
  }
  return calendar.toString();
}
