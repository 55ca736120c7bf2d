/** Takes in a car: what it is and what happened. The beacons come next, in the job. */
import { ChangeDetectionStrategy, Component, effect, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { JobHead, VehicleData } from '@dormant-beacon/core/record';
import { Router } from '@angular/router';
import type { VehiclesKnown } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { Desk, Entry, entryForm, TextField, type Trouble } from '../entry';
import { PageHead } from '../frame';
import { When } from '../time';
import { shopFeature } from '../session';
import { CarFields } from './car-fields';
import { CarForm } from './car-form';
import { LibraryDesk } from '../knowledge';

type Known = VehiclesKnown['vehicles'][number];
const askAfterMs = 250;

@Component({
  selector: 'db-new-job',
  imports: [CarFields, Entry, MatButtonModule, PageHead, TextField, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './new-job.html',
  styleUrl: './new-job.scss',
})
export class NewJob {
  private readonly desk = inject(Desk);
  private readonly library = inject(LibraryDesk);
  private readonly router = inject(Router);
  private readonly settings = inject(Store).selectSignal(shopFeature.selectSettings);
  protected readonly car = new CarForm();
  protected readonly search = signal('');
  protected readonly known = signal<readonly Known[] | null>(null);
  protected readonly form = entryForm(this.car.fields, {
    draft: () => 'new job',
    read: (): { head: JobHead; vehicle: VehicleData } | Trouble =>
      this.car.problem() ?? { head: this.car.head(), vehicle: this.car.vehicle() },
    enter: async ({ head, vehicle }, stamp) => {
      const { jobId, sent } = await this.desk.openJob(head, vehicle, stamp);
      this.opened = jobId;
      return sent;
    },
    then: ({ state }) => {
      if (state === 'saved') return void this.router.navigate(['/jobs', this.opened, 'take-in']);
      this.form.say(
        'The server does not answer. The job is kept on this device and opened when it is back; you find it in the bays then.',
      );
    },
  });
  private opened = '';

  constructor() {
    effect(() => {
      const { distanceUnit } = this.settings();
      if (this.car.odometer() === '') this.car.odometerUnit.set(distanceUnit);
    });
    effect((forget) => {
      const text = this.search().trim();
      if (text.replace(/\s/g, '').length < 2) return this.known.set(null);
      const timer = setTimeout(() => {
        this.library.vehiclesKnown(text).then(
          (known) => this.known.set(known),
          () => this.known.set(null),
        );
      }, askAfterMs);
      forget(() => clearTimeout(timer));
    });
  }

  protected take({ vehicle, customer }: Known): void {
    this.car.takeVehicle(vehicle, { odometer: false });
    this.car.odometer.set('');
    if (this.car.customer() === '') this.car.customer.set(customer ?? '');
    this.search.set('');
  }
}
