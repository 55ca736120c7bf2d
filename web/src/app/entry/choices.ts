/** A question with a few answers, as large chips: one answer, or several. */
import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';

export interface Choice {
  readonly value: string;
  readonly label: string;
}

let groups = 0;

@Component({
  selector: 'db-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset class="choices">
      <legend>{{ question() }}</legend>
      @for (choice of choices(); track choice.value) {
        <label
          ><input
            type="radio"
            [name]="group"
            [checked]="value() === choice.value"
            (change)="value.set(choice.value)"
          />{{ choice.label }}</label
        >
      }
    </fieldset>
  `,
})
export class ChoiceOne {
  readonly question = input.required<string>();
  readonly choices = input.required<readonly Choice[]>();
  readonly value = model.required<string>();
  protected readonly group = `choice-${++groups}`;
}

@Component({
  selector: 'db-choices',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset class="choices">
      <legend>{{ question() }}</legend>
      @for (choice of choices(); track choice.value) {
        <label
          ><input
            type="checkbox"
            [checked]="values().includes(choice.value)"
            (change)="toggle(choice.value)"
          />{{ choice.label }}</label
        >
      }
    </fieldset>
  `,
})
export class ChoiceMany {
  readonly question = input.required<string>();
  readonly choices = input.required<readonly Choice[]>();
  readonly values = model.required<readonly string[]>();

  protected toggle(value: string): void {
    this.values.update((values) =>
      values.includes(value) ? values.filter((other) => other !== value) : [...values, value],
    );
  }
}

export const asChoices = (values: readonly string[]): Choice[] =>
  values.map((value) => ({ value, label: value.replaceAll('-', ' ') }));

/** In which a warning may show; a shop adds its own words by typing. */
export const usualConditions = ['cold', 'hot', 'rain', 'rough road', 'long drive', 'under load'];
