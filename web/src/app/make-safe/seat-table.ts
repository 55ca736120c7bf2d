/** Buckles and mats, seat by seat: what the module shows belted, unbelted, empty, occupied. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { standing, usualSeats } from '@dormant-beacon/core/job';
import { seatMoment, type SeatMoment, seatTable, seatVerdictWords } from '@dormant-beacon/core/restraints';
import { Store } from '@ngrx/store';
import { asChoices, type Choice, ChoiceOne, Desk, numberOf, TextField } from '../entry';
import { jobFeature } from '../job';

@Component({
  selector: 'db-seat-table',
  imports: [ChoiceOne, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Buckles and mats, seat by seat</h2>
    @if (rows().length > 0) {
      <div class="wide">
        <table class="plain">
          <thead>
            <tr>
              <th scope="col">Seat</th>
              @for (moment of moments; track moment.value) {
                <th scope="col">{{ moment.label }}</th>
              }
              <th scope="col">What it says</th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.seat) {
              <tr>
                <td>{{ row.seat.replaceAll('-', ' ') }}</td>
                @for (moment of moments; track moment.value) {
                  <td class="mono">{{ row.shown[moment.value] ?? '–' }}</td>
                }
                <td>{{ row.says }}</td>
              </tr>
            }
          </tbody>
        </table>
      </div>
    }
    <form (submit)="save($event)">
      <db-choice question="Seat" [choices]="seats" [(value)]="seat" />
      <db-choice question="In which state?" [choices]="moments" [(value)]="moment" />
      <db-choice question="The module shows" [choices]="kinds" [(value)]="kind" />
      <db-text label="What it shows" [mono]="true" [most]="40" [(value)]="shown" />
      @if (problem()) {
        <p class="problem" role="alert">{{ problem() }}</p>
      }
      <button mat-stroked-button type="submit">Enter the seat</button>
    </form>
  `,
  styles: `
    :host,
    form {
      display: grid;
      gap: 14px;
      justify-items: start;
    }
    .wide {
      width: 100%;
      overflow-x: auto;
    }
    h2 {
      margin: 0;
    }
  `,
})
export class SeatTable {
  private readonly desk = inject(Desk);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  protected readonly rows = computed(() =>
    seatTable(standing(this.record()?.seatReadings ?? [])).map((row) => ({
      ...row,
      says: [
        ['buckle', row.belt],
        ['mat', row.mat],
      ]
        .filter(([, verdict]) => verdict !== 'not-read')
        .map(([what, verdict]) => `${what} ${seatVerdictWords[verdict as typeof row.belt]}`)
        .join('; '),
    })),
  );
  protected readonly seats = asChoices(usualSeats);
  protected readonly moments: readonly (Choice & { readonly value: SeatMoment })[] = seatMoment.options.map(
    (value) => ({ value, label: value }),
  );
  protected readonly kinds: readonly Choice[] = [
    { value: 'state', label: 'a state' },
    { value: 'ohms', label: 'ohms' },
    { value: 'milliamps', label: 'milliamps' },
  ];
  protected readonly seat = signal('');
  protected readonly moment = signal<string>('');
  protected readonly kind = signal('state');
  protected readonly shown = signal('');
  protected readonly problem = signal<string | null>(null);

  protected async save(event: Event): Promise<void> {
    event.preventDefault();
    if (this.seat() === '' || this.moment() === '' || this.shown().trim() === '')
      return this.problem.set('Say which seat, in which state, and what the module shows.');
    const value = numberOf(this.shown());
    if (this.kind() !== 'state' && !(value >= 0))
      return this.problem.set('Type the value as a number, such as 400.');
    const data = {
      seat: this.seat(),
      moment: this.moment() as SeatMoment,
      ...(this.kind() === 'state' ? { shows: this.shown().trim() } : { [this.kind()]: value }),
    } as FactData<'seat-readings'>;
    const sent = await this.desk.enter('seat-readings', data);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
    if (sent.state !== 'refused') this.shown.set('');
  }
}
