/** Changes what was taken in about the car, the event and the promise; someone else's change meanwhile is shown beside the own one. */
import {
  ChangeDetectionStrategy,
  Component,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { CurrentHead } from '@dormant-beacon/contract';
import type { JobHead, JobRecord, VehicleData } from '@dormant-beacon/core/job';
import { Conflict, Desk, type Difference, differences, keepDraft } from '../entry';
import { CarFields } from './car-fields';
import { CarForm } from './car-form';

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

@Component({
  selector: 'db-head-form',
  imports: [CarFields, Conflict, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form novalidate (submit)="save($event)">
      <db-car-fields [form]="form" />
      @if (conflict(); as differences) {
        <db-conflict
          what="this job"
          [differences]="differences"
          (chosen)="settle($event)"
          (dropped)="conflict.set(null)"
        />
      }
      @if (problem()) {
        <p class="problem" role="alert">{{ problem() }}</p>
      }
      @if (!conflict()) {
        <div class="row">
          <button mat-flat-button type="submit" data-key="s">Save the change</button>
          <button mat-button type="button" (click)="leave()">Leave it as it was</button>
        </div>
      }
    </form>
  `,
  styles: `
    form {
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
  protected readonly form = new CarForm();
  private readonly seen = signal(0);
  protected readonly problem = signal<string | null>(null);
  protected readonly conflict = signal<readonly Difference[] | null>(null);
  private theirs: CurrentHead | null = null;
  private readonly draft = keepDraft(() => `head ${this.record().id}`, {
    ...this.form.fields,
    seen: this.seen,
  });

  constructor() {
    effect(() => {
      const { head, vehicle, revision } = this.record();
      if (!this.draft.looked()) return;
      // What is typed stands while others save: their change is shown when this one is saved.
      untracked(() => {
        if (this.seen() !== 0) return;
        this.form.takeHead(head);
        this.form.takeVehicle(vehicle);
        this.seen.set(revision);
        this.draft.rebase();
      });
    });
  }

  protected leave(): void {
    this.draft.clear();
    this.done.emit();
  }

  protected save(event: Event): Promise<void> {
    event.preventDefault();
    this.problem.set(this.form.problem());
    if (this.problem()) return Promise.resolve();
    return this.send(this.form.head(), this.form.vehicle());
  }

  private async send(head: JobHead, vehicle: VehicleData): Promise<void> {
    const sent = await this.desk.changeHead(this.seen(), head, vehicle);
    if (sent.state !== 'refused') {
      this.draft.clear();
      return this.done.emit();
    }
    if (sent.problem.status !== 409 || sent.problem.current === undefined)
      return this.problem.set(sent.problem.message);
    this.theirs = sent.problem.current as CurrentHead;
    this.conflict.set(
      differences({ ...head, ...vehicle }, { ...this.theirs.head, ...this.theirs.vehicle }, words),
    );
  }

  /** Saves anew on top of what the other has saved, each difference as it was chosen. */
  protected settle(mine: ReadonlySet<string>): Promise<void> {
    const { head, vehicle, revision } = this.theirs!;
    const chosen = <T extends object>(own: T, other: T): T =>
      Object.fromEntries(
        Object.keys({ ...other, ...own }).map((field) => [
          field,
          (mine.has(field) ? own : other)[field as keyof T],
        ]),
      ) as T;
    this.seen.set(revision);
    this.conflict.set(null);
    return this.send(chosen(this.form.head(), head), chosen(this.form.vehicle(), vehicle));
  }
}
