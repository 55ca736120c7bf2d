/** What is typed about a car and what happened to it, and what it amounts to: its head and its vehicle, or what is missing. */
import { computed } from '@angular/core';
import { readVin } from '@dormant-beacon/core/formats';
import type { EventDetails, JobHead, VehicleData } from '@dormant-beacon/core/record';
import {
  distanceIn,
  type DistanceUnit,
  kilometresOf,
  readDistance,
  showDistance,
} from '@dormant-beacon/core/units';
import { asField, fromField } from '../time';
import { field, type Trouble, trouble } from '../entry';

type Belted = NonNullable<EventDetails['occupants']>[number]['belted'];

export class CarForm {
  readonly make = field('');
  readonly model = field('');
  readonly year = field('');
  readonly built = field('');
  readonly plate = field('');
  readonly vin = field('');
  readonly odometer = field('');
  readonly odometerUnit = field('km');
  readonly options = field('');
  readonly electric = field(false);
  readonly event = field('');
  readonly eventNote = field('');
  readonly zones = field<readonly number[]>([]);
  readonly severity = field('');
  readonly seats = field<Readonly<Record<string, string>>>({});
  readonly battery = field('');
  readonly waterPlace = field('');
  readonly customer = field('');
  readonly words = field('');
  readonly promised = field('');

  /** Every field, as a draft keeps it. */
  readonly fields = {
    make: this.make,
    model: this.model,
    year: this.year,
    built: this.built,
    plate: this.plate,
    vin: this.vin,
    odometer: this.odometer,
    odometerUnit: this.odometerUnit,
    options: this.options,
    electric: this.electric,
    event: this.event,
    eventNote: this.eventNote,
    zones: this.zones,
    severity: this.severity,
    seats: this.seats,
    battery: this.battery,
    waterPlace: this.waterPlace,
    customer: this.customer,
    words: this.words,
    promised: this.promised,
  };

  readonly vinRead = computed(() =>
    this.vin().trim() === '' ? null : readVin(this.vin(), new Date().getFullYear() + 1),
  );
  readonly vinSays = computed(() => {
    const read = this.vinRead();
    if (!read) return '';
    if (read.remarks.length > 0) return read.remarks.join(' ');
    return read.checkDigit === 'holds'
      ? 'Its check digit holds.'
      : 'It has no check digit, as is usual outside North America.';
  });
  readonly odometerSays = computed(() => {
    const distance = readDistance(this.odometer());
    if (this.odometer().trim() === '') return '';
    if (distance === null) return 'Whole kilometres or miles, such as 38 412.';
    const unit = this.odometerUnit() as DistanceUnit;
    return unit === 'km' ? '' : `means ${showDistance(kilometresOf(distance, 'mi'), 'km')}`;
  });

  /** What keeps it from being saved, or null. */
  readonly problem = computed((): Trouble | null => {
    if (this.make().trim() === '') return trouble(this.make, 'The make is missing.');
    if (this.model().trim() === '') return trouble(this.model, 'The model is missing.');
    if (this.event() === '') return trouble(this.event, 'Choose what happened.');
    const year = this.year().trim();
    if (year !== '' && !/^(?:19[5-9]\d|20\d\d|2100)$/.test(year))
      return trouble(this.year, 'The year has four digits, such as 2019.');
    if (this.built() !== '' && !/^\d{4}-\d\d$/.test(this.built()))
      return trouble(this.built, 'When it was built: a month, such as Apr 2019.');
    if (this.promised() !== '' && fromField(this.promised()) === null)
      return trouble(
        this.promised,
        'When it is promised: a day such as 28 Nov 2026, and an hour such as 16:30.',
      );
    if (this.odometer().trim() !== '' && readDistance(this.odometer()) === null)
      return trouble(this.odometer, 'The odometer is a whole number of kilometres or miles.');
    return null;
  });

  readonly head = computed((): JobHead => ({
    event: this.event() as JobHead['event'],
    eventNote: this.eventNote().trim() || null,
    eventDetails: this.details(),
    customer: this.customer().trim() || null,
    customerWords: this.words().trim() || null,
    promisedAt: fromField(this.promised()),
  }));

  readonly vehicle = computed((): VehicleData => {
    const distance = readDistance(this.odometer());
    const unit = this.odometerUnit() as DistanceUnit;
    const options = this.options()
      .split(/[,;\n]/)
      .map((option) => option.trim())
      .filter(Boolean);
    return {
      make: this.make().trim(),
      model: this.model().trim(),
      year: this.year().trim() === '' ? null : Number(this.year()),
      built: this.built() || null,
      plate: this.plate().trim() || null,
      vin: this.vinRead()?.vin.slice(0, 17) ?? null,
      odometerKm: distance === null ? null : kilometresOf(distance, unit),
      odometerUnit: distance === null ? null : unit,
      highVoltage: this.electric(),
      options: options.length > 0 ? options : null,
    };
  });

  /** Fills in what is known of a car; the event and the customer's words are of this visit. */
  takeVehicle(vehicle: VehicleData, { odometer = true } = {}): void {
    const unit = vehicle.odometerUnit ?? 'km';
    this.make.set(vehicle.make);
    this.model.set(vehicle.model);
    this.year.set(vehicle.year == null ? '' : String(vehicle.year));
    this.built.set(vehicle.built ?? '');
    this.plate.set(vehicle.plate ?? '');
    this.vin.set(vehicle.vin ?? '');
    this.odometerUnit.set(unit);
    if (odometer)
      this.odometer.set(vehicle.odometerKm == null ? '' : String(distanceIn(vehicle.odometerKm, unit)));
    this.electric.set(vehicle.highVoltage === true);
    this.options.set((vehicle.options ?? []).join(', '));
  }

  takeHead(head: JobHead): void {
    const details = head.eventDetails ?? {};
    this.event.set(head.event);
    this.eventNote.set(head.eventNote ?? '');
    this.zones.set(details.zones ?? []);
    this.severity.set(details.severity ?? '');
    this.seats.set(Object.fromEntries((details.occupants ?? []).map(({ seat, belted }) => [seat, belted])));
    this.battery.set(details.battery ?? '');
    this.waterPlace.set(details.waterPlace ?? '');
    this.customer.set(head.customer ?? '');
    this.words.set(head.customerWords ?? '');
    this.promised.set(asField(head.promisedAt));
  }

  /** Only what belongs to the kind of event that was chosen. */
  private details(): EventDetails | null {
    switch (this.event()) {
      case 'collision':
        return {
          zones: [...this.zones()].sort((a, b) => a - b),
          severity: (this.severity() || 'unknown') as EventDetails['severity'],
          occupants: Object.entries(this.seats()).map(([seat, belted]) => ({
            seat,
            belted: belted as Belted,
          })),
        };
      case 'battery':
        return this.battery() === '' ? null : { battery: this.battery() as EventDetails['battery'] };
      case 'water':
        return this.waterPlace().trim() === '' ? null : { waterPlace: this.waterPlace().trim() };
      default:
        return null;
    }
  }
}
