/** Changes what was taken in about the car, the event and the promise; someone else's change meanwhile is shown beside the own one. */
import { ChangeDetectionStrategy, Component, effect, inject, input, output, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import type { CurrentHead } from '@dormant-beacon/contract';
import type { JobHead, JobRecord, VehicleData } from '@dormant-beacon/core/record';
import { Desk, Entry, entryForm, field, type Trouble } from '../entry';
import { askConflict, differences, leftForNow } from '../conflict';
import { CarFields } from './car-fields';
import { CarForm } from './car-form';
import { ApiProblem, type Sent } from '../api';

const words: Readonly<Record<keyof (JobHead & VehicleData), string>> = {
  customer: 'Customer',
  customerWords: 'Customer’s words',
  event: 'What happened',
  eventNote: 'In a few words',
  eventDetails: 'Details of the event',
  promisedAt: 'Promised',
  make: 'Make',
  model: 'Model',
  year: 'Year',
  built: 'Built in',
  plate: 'Plate',
  vin: 'VIN',
  odometerKm: 'Odometer, km',
  odometerUnit: 'Odometer’s unit',
  highVoltage: 'High voltage',
  options: 'Options',
};

interface HeadChange {
  readonly head: JobHead;
  readonly vehicle: VehicleData;
}

@Component({
  selector: 'db-head-form',
  imports: [CarFields, Entry, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form">
      <db-car-fields [form]="car" />
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <div class="row">
        <button mat-flat-button type="submit" data-key="s">Save the change</button>
        <button mat-button type="button" (click)="leave()">Leave it as it was</button>
      </div>
    </db-entry>
  `,
  styles: `
    db-entry {
      display: grid;
      gap: 16px;
    }
    .row {
      display: flex;
      gap: 10px;
    }
  `,
})
export class HeadForm {
  readonly record = input.required<JobRecord>();
  readonly done = output();
  private readonly desk = inject(Desk);
  protected readonly car = new CarForm();
  private readonly seen = field(0);
  private readonly dialog = inject(MatDialog);
  protected readonly form = entryForm(
    { ...this.car.fields, seen: this.seen },
    {
      draft: () => `head ${this.record().id}`,
      read: (): HeadChange | Trouble =>
        this.car.problem() ?? { head: this.car.head(), vehicle: this.car.vehicle() },
      enter: (change) => this.change(change),
      then: () => this.done.emit(),
    },
  );

  constructor() {
    effect(() => {
      const { head, vehicle, revision } = this.record();
      if (!this.form.draft.looked()) return;
      // What is typed stands while others save: their change is shown when this one is saved.
      untracked(() => {
        if (this.seen() !== 0) return;
        this.car.takeHead(head);
        this.car.takeVehicle(vehicle);
        this.seen.set(revision);
        this.form.draft.rebase();
      });
    });
  }

  protected leave(): void {
    this.form.clear();
    this.done.emit();
  }

  /** Where somebody else was first, what differs is shown, and it is saved as chosen on top of theirs. */
  private async change({ head, vehicle }: HeadChange): Promise<Sent<unknown>> {
    const sent = await this.desk.changeHead(this.seen(), head, vehicle);
    if (sent.state !== 'refused' || sent.problem.status !== 409 || sent.problem.current === undefined)
      return sent;
    const theirs = sent.problem.current as CurrentHead;
    const mine = await askConflict(this.dialog, {
      what: 'this job',
      differences: differences({ ...head, ...vehicle }, { ...theirs.head, ...theirs.vehicle }, words),
    });
    if (mine === null) return { state: 'refused', problem: new ApiProblem(409, leftForNow) };
    const chosen = <T extends object>(own: T, other: T): T =>
      Object.fromEntries(
        Object.keys({ ...other, ...own }).map((field) => [
          field,
          (mine.has(field) ? own : other)[field as keyof T],
        ]),
      ) as T;
    this.seen.set(theirs.revision);
    this.car.takeHead(chosen(head, theirs.head));
    this.car.takeVehicle(chosen(vehicle, theirs.vehicle));
    return this.change({ head: this.car.head(), vehicle: this.car.vehicle() });
  }
}
