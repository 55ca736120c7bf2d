/** One of many answers, chosen from a list that opens; few answers are better as `db-choice`. */
import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatSelectModule } from '@angular/material/select';
import { FiguresPipe } from '../figures';
import type { Choice } from './choices';
import type { Field } from './field';

let count = 0;

@Component({
  selector: 'db-pick',
  imports: [FiguresPipe, MatFormFieldModule, MatSelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="question" [id]="id">{{ label() | figures }}</span>
    <mat-form-field appearance="outline" subscriptSizing="dynamic">
      <mat-select
        hideSingleSelectionIndicator
        [aria-labelledby]="id"
        [attr.aria-invalid]="field()?.trouble() ? true : null"
        [value]="current()"
        (selectionChange)="pick($event.value)"
      >
        @for (choice of choices(); track choice.value) {
          <mat-option [value]="choice.value">{{ choice.label }}</mat-option>
        }
      </mat-select>
    </mat-form-field>
    @if (field()?.trouble(); as wrong) {
      <span class="wrong" role="alert">{{ wrong | figures }}</span>
    }
  `,
})
export class Pick {
  readonly label = input.required<string>();
  readonly choices = input.required<readonly Choice[]>();
  readonly field = input<Field<string> | null>(null);
  readonly value = model('');
  protected readonly id = `pick-${++count}`;
  protected readonly current = computed(() => this.field()?.() ?? this.value());

  protected pick(value: string): void {
    const field = this.field();
    if (field) field.set(value);
    else this.value.set(value);
  }
}
