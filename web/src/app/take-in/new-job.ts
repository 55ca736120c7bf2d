/** Takes in a car: what it is and what happened. The beacons come next, in the job. */
import { ChangeDetectionStrategy, Component, effect, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router } from '@angular/router';
import type { VehiclesKnown } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { Client } from '../api';
import { Desk, keepDraft, TextField } from '../entry';
import { PageHead } from '../frame';
import { When } from '../time';
import { shopFeature } from '../session';
import { CarFields } from './car-fields';
import { CarForm } from './car-form';

type Known = VehiclesKnown['vehicles'][number];
const askAfterMs = 250;

@Component({
  selector: 'db-new-job',
  imports: [CarFields, MatButtonModule, PageHead, TextField, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './new-job.html',
  styleUrl: './new-job.scss',
})
export class NewJob {
  private readonly desk = inject(Desk);
  private readonly client = inject(Client);
  private readonly router = inject(Router);
  private readonly settings = inject(Store).selectSignal(shopFeature.selectSettings);
  protected readonly form = new CarForm();
  protected readonly search = signal('');
  protected readonly known = signal<readonly Known[] | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly busy = signal(false);
  private readonly draft = keepDraft(() => 'new job', this.form.fields);

  constructor() {
    effect(() => {
      const { distanceUnit } = this.settings();
      if (this.form.odometer() === '') this.form.odometerUnit.set(distanceUnit);
    });
    effect((forget) => {
      const text = this.search().trim();
      if (text.replace(/\s/g, '').length < 2) return this.known.set(null);
      const timer = setTimeout(() => {
        this.client.vehiclesKnown(text).then(
          (known) => this.known.set(known),
          () => this.known.set(null),
        );
      }, askAfterMs);
      forget(() => clearTimeout(timer));
    });
  }

  protected take({ vehicle, customer }: Known): void {
    this.form.takeVehicle(vehicle, { odometer: false });
    this.form.odometer.set('');
    if (this.form.customer() === '') this.form.customer.set(customer ?? '');
    this.search.set('');
  }

  protected async open(submit: Event): Promise<void> {
    submit.preventDefault();
    this.problem.set(this.form.problem());
    if (this.problem()) return;
    this.busy.set(true);
    const { jobId, sent } = await this.desk.openJob(this.form.head(), this.form.vehicle());
    this.busy.set(false);
    if (sent.state === 'refused') return this.problem.set(sent.problem.message);
    this.draft.clear();
    if (sent.state === 'saved') return void this.router.navigate(['/jobs', jobId, 'take-in']);
    this.problem.set(
      'The server does not answer. The job is kept on this device and opened when it is back; you find it in the bays then.',
    );
  }
}
