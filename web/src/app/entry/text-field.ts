/** One line to type in, with its question above. */
import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';

@Component({
  selector: 'db-text',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="field">
      {{ label() }}
      <input
        autocomplete="off"
        [type]="type()"
        [class.mono]="mono()"
        [attr.inputmode]="keys()"
        [attr.maxlength]="most()"
        [attr.placeholder]="example()"
        [attr.list]="options()"
        [value]="value()"
        (input)="value.set($any($event.target).value)"
      />
    </label>
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
  `,
})
export class TextField {
  readonly label = input.required<string>();
  readonly value = model.required<string>();
  readonly example = input<string | null>(null);
  readonly keys = input<'numeric' | 'decimal' | null>(null);
  readonly type = input<'text' | 'datetime-local' | 'month'>('text');
  readonly most = input(200);
  readonly mono = input(false);
  readonly options = input<string | null>(null);
}
