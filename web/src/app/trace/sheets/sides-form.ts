/** One side against the other, row by row from the supply to the ground. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { compareSides, readingKinds, type SidesSheet } from '@dormant-beacon/core/readings';
import type { TraceCase } from '@dormant-beacon/core/trace';
import { ChoiceOne, Entry, field, numberOf, TextField, trouble, type Trouble } from '../../entry';
import { Store } from '@ngrx/store';
import { FiguresPipe } from '../../figures';
import { shopFeature } from '../../session';
import { Rows } from './rows';
import { SheetEnd } from './sheet-end';
import { SheetForm, sheetStyles } from './sheet-form';

interface Row {
  readonly name: string;
  readonly suspect: string;
  readonly reference: string;
}

@Component({
  selector: 'db-sides-form',
  imports: [ChoiceOne, Entry, FiguresPipe, MatButtonModule, SheetEnd, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form">
      <p class="quiet">The same place on both sides, in the same state, from the supply to the ground.</p>
      <div class="grid">
        <db-text label="What is compared" example="tail lamps, lights on" [field]="what" />
      </div>
      <db-choice question="In what?" [choices]="units()" [field]="unit" />
      <table>
        <thead>
          <tr>
            <th>Place</th>
            <th>The bad side</th>
            <th>The good side</th>
            <th>Apart</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track $index; let n = $index) {
            <tr>
              <td class="name">
                <input
                  [attr.aria-label]="'Place ' + (n + 1)"
                  [value]="row.name"
                  (input)="hands.change(n, { name: $any($event.target).value })"
                />
              </td>
              <td>
                <input
                  inputmode="decimal"
                  [attr.aria-label]="'Bad side at ' + row.name"
                  [value]="row.suspect"
                  (input)="hands.change(n, { suspect: $any($event.target).value })"
                />
              </td>
              <td>
                <input
                  inputmode="decimal"
                  [attr.aria-label]="'Good side at ' + row.name"
                  [value]="row.reference"
                  (input)="hands.change(n, { reference: $any($event.target).value })"
                />
              </td>
              <td class="mono" [class.high]="apart()[n]?.differs">{{ apart()[n]?.says ?? '' | figures }}</td>
            </tr>
          }
        </tbody>
      </table>
      <div class="row">
        <button mat-stroked-button type="button" (click)="hands.more()">Another place</button>
      </div>
      <db-sheet-end [says]="says()" [problem]="form.problem()" />
    </db-entry>
  `,
  styles: sheetStyles,
})
export class SidesForm extends SheetForm<SidesSheet> {
  readonly case = input<TraceCase | null>(null);
  private readonly settings = inject(Store).selectSignal(shopFeature.selectSettings);
  /** Pressure and temperature in the shop's units alone. */
  protected readonly units = computed(() => {
    const { pressureUnit, temperatureUnit } = this.settings();
    const own: readonly string[] = [pressureUnit, `°${temperatureUnit}`];
    return readingKinds
      .filter(({ unit, name }) => !['pressure', 'temperature'].includes(name) || own.includes(unit))
      .map(({ unit, name }) => ({ value: unit, label: unit === '/min' ? name : unit }));
  });
  protected readonly what = field('');
  protected readonly unit = field('V');
  protected readonly rows = field<readonly Row[]>([]);
  protected readonly hands = new Rows<Row>(this.rows, { name: '', suspect: '', reference: '' });
  protected readonly form = this.sheetForm(
    {
      what: this.what,
      unit: this.unit,
      rows: this.rows,
    },
    () => `sides ${this.traceId() ?? ''}`,
  );

  constructor() {
    super();
    effect(() => {
      const tests = this.case()?.tests ?? [];
      if (untracked(this.rows).length > 0) return;
      const places = [...new Set(tests.flatMap((test) => (test.kind === 'volts' ? [test.from] : [])))].slice(
        0,
        6,
      );
      this.hands.begin(places.map((name) => ({ name, suspect: '', reference: '' })));
      this.form.draft.rebase();
    });
  }

  private readonly typed = computed(() =>
    this.rows().filter(({ suspect, reference }) => suspect.trim() !== '' && reference.trim() !== ''),
  );
  protected readonly read = computed((): SidesSheet | Trouble => {
    const rows = this.typed().map(({ name, suspect, reference }) => ({
      name: name.trim() || 'a place',
      suspect: numberOf(suspect),
      reference: numberOf(reference),
    }));
    if (rows.length === 0) return trouble(null, 'Type both sides of one place at least.');
    if (rows.some(({ suspect, reference }) => Number.isNaN(suspect) || Number.isNaN(reference)))
      return trouble(null, 'One of these is not a number. Examples: 12.4, 12,4, 2k2.');
    return {
      sheet: 'sides',
      what: this.what().trim() || 'both sides',
      unit: this.unit(),
      rows,
    };
  });
  protected readonly apart = computed(() => {
    const sheet = this.sheet();
    if (!sheet) return [];
    const judged = compareSides(sheet).rows.map(({ difference, verdict }) => ({
      says: `${difference > 0 ? '+' : ''}${Number(difference.toFixed(3))}`,
      differs: verdict === 'differs',
    }));
    const typed = this.typed();
    return this.rows().map((row) => (typed.includes(row) ? judged[typed.indexOf(row)]! : null));
  });
}
