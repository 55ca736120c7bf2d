/** Everything as it is before anything is touched, in any order: beacons, the looks before power, the battery, photos, the car. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { type Beacon, type EventDetails, originOf, standing } from '@dormant-beacon/core/record';
import { showDistance } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { FiguresPipe } from '../figures';
import { Photos } from '../photo';
import { sayWhen } from '../time';
import { Desk } from '../entry';
import { jobFeature, Waits } from '../job';
import { BeaconForm } from './beacon-form';
import { HeadForm } from './head-form';
import { LampGlyph, lampOf } from '../lamp';
import { PowerForm } from './power-form';
import { SmallParts } from './small-parts';
import { BatteryForm } from './battery-form';
import { eventChoices, showedWords, verdictWords } from '../words';

type Part = 'power' | 'beacons' | 'battery' | 'photos' | 'car';

@Component({
  selector: 'db-take-in',
  imports: [
    BatteryForm,
    BeaconForm,
    FiguresPipe,
    HeadForm,
    LampGlyph,
    MatButtonModule,
    MatButtonToggleModule,
    Photos,
    PowerForm,
    SmallParts,
    Waits,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './take-in.html',
  styleUrl: './take-in.scss',
})
export class TakeIn {
  private readonly desk = inject(Desk);
  private readonly store = inject(Store);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  protected readonly beacons = computed(() =>
    standing(this.record()?.beacons ?? []).map((beacon) => ({
      beacon,
      id: originOf(this.record()!.beacons, beacon),
      lamp: lampOf(beacon.lamp),
      how: how(beacon),
    })),
  );
  protected readonly powered = computed(() => this.assessment()?.powered ?? 'not-asked');
  protected readonly lastLook = computed(() => standing(this.record()?.powerings ?? []).at(-1) ?? null);
  protected readonly battery = computed(() => this.assessment()?.battery ?? null);
  protected readonly verdictWords = verdictWords;
  /** Something is taken in, and the battery is still to be measured: in a short job it need not be. */
  protected readonly batteryNext = computed(
    () => this.beacons().length > 0 && this.battery() === null && this.assessment()?.short !== true,
  );
  /** Chosen by hand, or by typing in it: what others enter meanwhile moves nothing away. */
  private readonly chosen = signal<Part | null>(null);
  /** The part on the bench: the one that the next thing asks for, until another is chosen. */
  protected readonly part = computed<Part>(() => {
    const chosen = this.chosen();
    if (chosen) return chosen;
    if (this.powered() === 'ask' || this.powered() === 'no') return 'power';
    if (this.batteryNext()) return 'battery';
    return 'beacons';
  });
  protected readonly correcting = signal<Beacon | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly parts = computed(() => {
    const { powered, battery } = { powered: this.powered(), battery: this.battery() };
    const photos = standing(this.record()?.photos ?? []).filter(({ stage }) => stage === 'take-in').length;
    return [
      ...(powered === 'not-asked'
        ? []
        : [
            {
              id: 'power' as const,
              label: 'May it be powered?',
              note: { ask: 'look first', no: 'not yet', yes: 'yes' }[powered],
            },
          ]),
      { id: 'beacons' as const, label: 'Beacons', note: String(this.beacons().length) },
      {
        id: 'battery' as const,
        label: 'Battery',
        note: battery ? verdictWords[battery.verdict] : 'not measured',
      },
      { id: 'photos' as const, label: 'Photos', note: String(photos) },
      { id: 'car' as const, label: 'The car', note: '' },
    ];
  });
  /** What is known of the car and the event, a line each. */
  protected readonly about = computed(() => {
    const job = this.record();
    if (!job) return [];
    const { head, vehicle } = job;
    const event = eventChoices.find(({ value }) => value === head.event)?.label ?? '';
    return [
      `${event}${head.eventNote ? `: ${head.eventNote}` : ''}`,
      detailsSay(head.eventDetails),
      vehicle.odometerKm == null
        ? ''
        : `${showDistance(vehicle.odometerKm, vehicle.odometerUnit ?? 'km')} at intake`,
      vehicle.vin ? `VIN ${vehicle.vin}` : '',
      vehicle.built ? `built ${vehicle.built}` : '',
      vehicle.options && vehicle.options.length > 0 ? `with ${vehicle.options.join(', ')}` : '',
      head.promisedAt ? `promised ${sayWhen(head.promisedAt)}` : 'nothing promised',
    ].filter(Boolean);
  });

  protected open(part: Part): void {
    this.correcting.set(null);
    this.chosen.set(part);
  }

  protected stay(): void {
    this.chosen.set(this.part());
  }

  /** Entered: what comes next decides which part stands on the bench. */
  protected goOn(): void {
    this.correcting.set(null);
    this.chosen.set(null);
  }

  /** A car often has more than one: the form stays, and the way on stands above it. */
  protected added(): void {
    this.correcting.set(null);
    this.chosen.set('beacons');
  }

  protected correct(beacon: Beacon): void {
    this.chosen.set('beacons');
    this.correcting.set(beacon);
  }

  protected async takeBack(beacon: Beacon): Promise<void> {
    const sent = await this.desk.withdraw(beacon.id);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }
}

/** How, how often and when it shows, in a line. */
function how(beacon: Beacon): string {
  const often = showedWords(beacon);
  const when = beacon.conditions.length > 0 ? `, ${beacon.conditions.join(', ')}` : '';
  const bulb = beacon.bulbCheck === 'never-lit' ? '; never lights at ignition on' : '';
  const before = {
    yes: '; was there before the event',
    no: '',
    unknown: '; unknown whether it was there before',
  }[beacon.thereBefore];
  return `${beacon.seen.replaceAll('-', ' ')} ${often}${when}${bulb}${before}`;
}

function detailsSay(details: EventDetails | null | undefined): string {
  if (!details) return '';
  const zones = details.zones ?? [];
  const seats = (details.occupants ?? []).map(
    ({ seat, belted }) =>
      `${seat.replace('-', ' ')} ${{ yes: 'belted', no: 'not belted', unknown: 'belt unknown' }[belted]}`,
  );
  return [
    zones.length > 0 ? `hit at ${zones.join(', ')} o’clock` : '',
    details.severity && details.severity !== 'unknown' ? details.severity : '',
    ...seats,
    details.battery === 'jumped-reversed' ? 'leads reversed' : '',
    details.waterPlace ? `water: ${details.waterPlace}` : '',
  ]
    .filter(Boolean)
    .join(', ');
}
