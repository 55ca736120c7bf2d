/** The voltage-drop sheet: its sections come from the circuit, each with what it takes while all is sound. */
import { ChangeDetectionStrategy, Component, computed, effect, input, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatSelectModule } from '@angular/material/select';
import {
  dropLimits,
  type DropsSheet,
  judgeDrops,
  type SectionKind,
  sectionKind,
  sectionsOf,
} from '@dormant-beacon/core/readings';
import type { TraceCase } from '@dormant-beacon/core/trace';
import { Entry, field, numberOf, numberOrNull, TextField, trouble, type Trouble } from '../../entry';
import { FiguresPipe } from '../../figures';
import { Rows } from './rows';
import { SheetEnd } from './sheet-end';
import { SheetForm, sheetStyles } from './sheet-form';

interface Row {
  readonly name: string;
  readonly kind: SectionKind;
  readonly volts: string;
  readonly sound: number | null;
}

@Component({
  selector: 'db-drops-form',
  imports: [Entry, FiguresPipe, MatButtonModule, MatFormFieldModule, MatSelectModule, SheetEnd, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form">
      <p class="quiet">
        The load works while you measure. One tip at each end of a section; leave out what you cannot reach.
      </p>
      <div class="grid">
        <db-text label="Load" example="right tail lamp, lights on" [field]="what" />
        <db-text label="Volts at the battery" keys="decimal" example="12.5" [mono]="true" [field]="supply" />
        <db-text label="Volts across the load" keys="decimal" example="11.9" [mono]="true" [field]="load" />
      </div>
      <table>
        <thead>
          <tr>
            <th>Section</th>
            <th>Kind</th>
            <th>Volts</th>
            <th>Sound</th>
            <th>At most</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track $index; let n = $index) {
            <tr>
              <td class="name">
                <input
                  [attr.aria-label]="'Section ' + (n + 1)"
                  [value]="row.name"
                  (input)="hands.change(n, { name: $any($event.target).value })"
                />
              </td>
              <td>
                <mat-form-field appearance="outline" subscriptSizing="dynamic">
                  <mat-select
                    hideSingleSelectionIndicator
                    [aria-label]="'Kind of section ' + (n + 1)"
                    [value]="row.kind"
                    (selectionChange)="hands.change(n, { kind: $event.value })"
                  >
                    @for (kind of kinds; track kind) {
                      <mat-option [value]="kind">{{ kind.replace('-', ' ') }}</mat-option>
                    }
                  </mat-select>
                </mat-form-field>
              </td>
              <td>
                <input
                  inputmode="decimal"
                  [attr.aria-label]="'Volts of ' + row.name"
                  [class.high]="verdicts()[n] === 'high'"
                  [value]="row.volts"
                  (input)="hands.change(n, { volts: $any($event.target).value })"
                />
              </td>
              <td class="mono quiet">{{ (row.sound === null ? '–' : row.sound.toFixed(2)) | figures }}</td>
              <td class="mono quiet">{{ limits[row.kind] | figures }}</td>
            </tr>
          }
        </tbody>
      </table>
      <div class="row">
        <button mat-stroked-button type="button" (click)="hands.more()">Another section</button>
      </div>
      <db-sheet-end [says]="says()" [problem]="form.problem()" />
    </db-entry>
  `,
  styles: sheetStyles,
})
export class DropsForm extends SheetForm<DropsSheet> {
  readonly case = input<TraceCase | null>(null);
  protected readonly kinds = sectionKind.options;
  protected readonly limits = dropLimits;
  protected readonly what = field('');
  protected readonly supply = field('');
  protected readonly load = field('');
  protected readonly rows = field<readonly Row[]>([]);
  protected readonly hands = new Rows<Row>(this.rows, { name: '', kind: 'wire', volts: '', sound: null });
  protected readonly form = this.sheetForm(
    {
      what: this.what,
      supply: this.supply,
      load: this.load,
      rows: this.rows,
    },
    () => `drops ${this.traceId() ?? ''}`,
  );

  constructor() {
    super();
    effect(() => {
      const source = this.case();
      if (untracked(this.rows).length > 0) return;
      const sections = source ? sectionsOf(source.circuit, source.state ?? {}) : [];
      this.hands.begin(
        sections.map(({ name, kind, soundVolts }) => ({ name, kind, volts: '', sound: soundVolts })),
      );
      this.form.draft.rebase();
    });
  }

  protected readonly read = computed((): DropsSheet | Trouble => {
    const [supplyVolts, loadVolts] = [numberOrNull(this.supply()), numberOrNull(this.load())];
    if (supplyVolts === null || loadVolts === null)
      return trouble(
        supplyVolts === null ? this.supply : this.load,
        'Type the volts at the battery and across the load.',
      );
    const typed = this.rows().filter(({ volts }) => volts.trim() !== '');
    if (typed.length === 0) return trouble(null, 'Type the volts of one section at least.');
    const sections = typed.map(({ name, kind, volts }) => ({
      name: name.trim() || 'a section',
      kind,
      volts: numberOf(volts),
    }));
    if ([supplyVolts, loadVolts, ...sections.map(({ volts }) => volts)].some(Number.isNaN))
      return trouble(null, 'One of these is not a number. Examples: 0.12, 120 m, 12,5.');
    return { sheet: 'drops', what: this.what().trim() || 'the load', supplyVolts, loadVolts, sections };
  });
  protected readonly verdicts = computed(() => {
    const sheet = this.sheet();
    if (!sheet) return [];
    const judged = judgeDrops(sheet).rows.map(({ verdict }) => verdict);
    return this.rows().map(({ volts }) => (volts.trim() === '' ? null : judged.shift()!));
  });
}
