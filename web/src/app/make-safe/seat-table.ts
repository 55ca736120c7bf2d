/** Buckles and mats, seat by seat: what the module shows belted, unbelted, empty, occupied. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { standing, usualSeats } from '@dormant-beacon/core/record';
import { seatMoment, type SeatMoment } from '@dormant-beacon/core/restraints';
import { seatTable, seatVerdictWords } from '@dormant-beacon/core/restraints/scope';
import { Store } from '@ngrx/store';
import {
  asChoices,
  type Choice,
  ChoiceOne,
  Entry,
  factForm,
  field,
  numberOf,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { FiguresPipe } from '../figures';
import { jobFeature } from '../job';

@Component({
  selector: 'db-seat-table',
  imports: [ChoiceOne, Entry, FiguresPipe, MatButtonModule, TextField],
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
                  <td class="mono">{{ row.shown[moment.value] ?? '–' | figures }}</td>
                }
                <td>{{ row.says | figures }}</td>
              </tr>
            }
          </tbody>
        </table>
      </div>
    }
    <db-entry [form]="form">
      <db-choice question="Seat" [choices]="seats" [field]="seat" />
      <db-choice question="In which state?" [choices]="moments" [field]="moment" />
      <db-choice question="The module shows" [choices]="kinds" [field]="kind" />
      <db-text label="What it shows" [mono]="true" [most]="40" [field]="shown" />
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button mat-stroked-button type="submit">Enter the seat</button>
    </db-entry>
  `,
  styles: `
    :host,
    db-entry {
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
  protected readonly seat = field('');
  protected readonly moment = field('');
  protected readonly kind = field('state');
  protected readonly shown = field('');

  protected readonly form = factForm(
    'seat-readings',
    { seat: this.seat, moment: this.moment, kind: this.kind, shown: this.shown },
    {
      draft: () => `seat ${this.record()?.id ?? ''}`,
      read: () => this.read(),
      // The next state of the same seat comes next.
      keeps: true,
      then: () => this.shown.set(''),
    },
  );

  private read(): FactData<'seat-readings'> | Trouble {
    if (this.seat() === '') return trouble(this.seat, 'Say which seat it is.');
    if (this.moment() === '') return trouble(this.moment, 'Say in which state it was read.');
    if (this.shown().trim() === '') return trouble(this.shown, 'Type what the module shows.');
    const value = numberOf(this.shown());
    if (this.kind() !== 'state' && !(value >= 0))
      return trouble(this.shown, 'Type the value as a number, such as 400.');
    return {
      seat: this.seat(),
      moment: this.moment() as SeatMoment,
      ...(this.kind() === 'state' ? { shows: this.shown().trim() } : { [this.kind()]: value }),
    } as FactData<'seat-readings'>;
  }
}
