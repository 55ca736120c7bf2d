/** A suspected cause applied, removed, applied again, with the fault beside it. */
import { ChangeDetectionStrategy, Component, computed, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { judgeProvoked, type ProvokeAnswer, type ProvokeSheet } from '@dormant-beacon/core/readings';
import { Caution } from '../../frame';
import { Entry, field, TextField, trouble, type Trouble } from '../../entry';
import { SheetEnd } from './sheet-end';
import { SheetForm, sheetStyles } from './sheet-form';

type Round = ProvokeSheet['rounds'][number];

@Component({
  selector: 'db-provoke-form',
  imports: [Caution, Entry, MatButtonModule, SheetEnd, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form">
      <db-caution
        >Nothing is forced: no heat near restraint units, no water on high voltage, the car held against
        moving.</db-caution
      >
      <db-text label="What is applied" example="such as cold spray on the end switch" [field]="cause" />
      <div class="row">
        @for (way of ways; track way.label) {
          <button mat-stroked-button type="button" (click)="add(way.round)">{{ way.label }}</button>
        }
      </div>
      <ol>
        @for (round of rounds(); track $index) {
          <li>
            {{ round.applied ? 'applied' : 'removed' }}:
            <strong>{{ round.shows ? 'it shows' : 'it does not show' }}</strong>
          </li>
        }
      </ol>
      @if (rounds().length > 0) {
        <div class="row">
          <button mat-button type="button" (click)="rounds.set(rounds().slice(0, -1))">
            Take the last back
          </button>
        </div>
      }
      <db-sheet-end [says]="says()" [problem]="form.problem()" />
    </db-entry>
  `,
  styles: sheetStyles,
})
export class ProvokeForm extends SheetForm<ProvokeSheet> {
  protected readonly ways: readonly { readonly label: string; readonly round: Round }[] = [
    { label: 'Applied: it shows', round: { applied: true, shows: true } },
    { label: 'Applied: it does not', round: { applied: true, shows: false } },
    { label: 'Removed: it still shows', round: { applied: false, shows: true } },
    { label: 'Removed: it is gone', round: { applied: false, shows: false } },
  ];
  readonly judged = output<ProvokeAnswer['verdict']>();
  protected readonly cause = field('');
  protected readonly rounds = field<readonly Round[]>([]);
  protected readonly form = this.sheetForm(
    {
      cause: this.cause,
      rounds: this.rounds,
    },
    () => `provoke ${this.traceId() ?? ''}`,
    (sheet) => this.judged.emit(judgeProvoked(sheet).verdict),
  );
  protected readonly read = computed((): ProvokeSheet | Trouble => {
    if (!this.cause().trim()) return trouble(this.cause, 'Say what is applied.');
    if (this.rounds().length < 2) return trouble(null, 'Apply it and remove it once at least.');
    return { sheet: 'provoke', cause: this.cause().trim(), rounds: [...this.rounds()] };
  });

  protected add(round: Round): void {
    this.rounds.update((rounds) => [...rounds, round]);
  }
}
