/** The head of the document, and how it writes moments, days, money and names. */
import { writtenMoment } from '../../calendar/index.js';
import { eventWords } from '../../names/index.js';
import type { JobRecord } from '../../record/index.js';
import { showCents, showDistance } from '../../units/index.js';
import type { DocumentHead, DocumentSource } from './content.js';

/** How the document writes what has a form of its own in the shop. */
export function writer({ shop, people }: Pick<DocumentSource, 'shop' | 'people'>) {
  return {
    moment: (iso: string) => writtenMoment(iso, shop),
    money: (cents: number) => showCents(cents, shop.currency, shop.locale),
    name: (personId: string) => people.find(({ id }) => id === personId)?.name ?? 'someone',
  };
}

export function vehicleLine({ vehicle }: Pick<JobRecord, 'vehicle'>): string {
  const { make, model, year, plate } = vehicle;
  return [`${make} ${model}`, year, plate].filter(Boolean).join(' · ');
}

export function headOf(source: DocumentSource): DocumentHead {
  const { record, shop, code, now } = source;
  const { head, vehicle } = record;
  const event = eventWords[head.event];
  const intake =
    vehicle.odometerKm == null
      ? null
      : `${showDistance(vehicle.odometerKm, vehicle.odometerUnit ?? 'km')} at intake`;
  return {
    number: record.number,
    shop: shop.name,
    vehicle: vehicleLine(record),
    vin: vehicle.vin ?? null,
    customer: head.customer ?? null,
    about: [head.eventNote ? `${event}: ${head.eventNote}` : event, intake].filter(Boolean).join(' · '),
    printed: writer(source).moment(now),
    code,
  };
}
