/** A question with a few answers, as large buttons for a thumb: one answer, or several. */
import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatChipsModule } from '@angular/material/chips';
import { FiguresPipe } from '../figures';
import type { Field } from './field';

export interface Choice {
  readonly value: string;
  readonly label: string;
}

let groups = 0;

@Component({
  selector: 'db-choice',
  imports: [FiguresPipe, MatButtonToggleModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="question" [id]="id">{{ question() | figures }}</span>
    <mat-button-toggle-group
      class="choices"
      hideSingleSelectionIndicator
      [attr.aria-labelledby]="id"
      [attr.aria-invalid]="field()?.trouble() ? true : null"
      [attr.tabindex]="field()?.trouble() ? -1 : null"
      [value]="current()"
      (change)="choose($event.value)"
    >
      @for (choice of choices(); track choice.value) {
        <mat-button-toggle [value]="choice.value">{{ choice.label }}</mat-button-toggle>
      }
    </mat-button-toggle-group>
    @if (field()?.trouble(); as wrong) {
      <span class="wrong" role="alert">{{ wrong | figures }}</span>
    }
  `,
})
export class ChoiceOne {
  readonly question = input.required<string>();
  readonly choices = input.required<readonly Choice[]>();
  /** Of a form; without one, `value` is what is chosen. */
  readonly field = input<Field<string> | null>(null);
  readonly value = model('');
  protected readonly id = `choice-${++groups}`;
  protected readonly current = computed(() => this.field()?.() ?? this.value());

  protected choose(value: string): void {
    const field = this.field();
    if (field) field.set(value);
    else this.value.set(value);
  }
}

@Component({
  selector: 'db-choices',
  imports: [FiguresPipe, MatChipsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="question" [id]="id">{{ question() | figures }}</span>
    <mat-chip-listbox
      class="choices"
      multiple
      hideSingleSelectionIndicator
      [attr.aria-labelledby]="id"
      [value]="current()"
      (change)="choose($event.value)"
    >
      @for (choice of choices(); track choice.value) {
        <mat-chip-option [value]="choice.value">{{ choice.label }}</mat-chip-option>
      }
    </mat-chip-listbox>
    @if (field()?.trouble(); as wrong) {
      <span class="wrong" role="alert">{{ wrong | figures }}</span>
    }
  `,
})
export class ChoiceMany {
  readonly question = input.required<string>();
  readonly choices = input.required<readonly Choice[]>();
  readonly field = input<Field<readonly string[]> | null>(null);
  readonly values = model<readonly string[]>([]);
  protected readonly id = `choices-${++groups}`;
  protected readonly current = computed(() => [...(this.field()?.() ?? this.values())]);

  /** In the order in which they are offered, whatever was chosen first; what is not offered stays. */
  protected choose(chosen: readonly string[] | undefined): void {
    const offered = this.choices().map(({ value }) => value);
    const values = [
      ...this.current().filter((value) => !offered.includes(value)),
      ...offered.filter((value) => chosen?.includes(value)),
    ];
    const field = this.field();
    if (field) field.set(values);
    else this.values.set(values);
  }
}

export const asChoices = (values: readonly string[]): Choice[] =>
  values.map((value) => ({ value, label: value.replaceAll('-', ' ') }));

/** In which a warning may show; a shop adds its own words by typing. */
export const usualConditions = ['cold', 'hot', 'rain', 'rough road', 'long drive', 'under load'];
