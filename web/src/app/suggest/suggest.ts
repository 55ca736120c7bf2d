/** A line to type in that offers what is known already; anything else may be typed too. */
import { ChangeDetectionStrategy, Component, computed, effect, input } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { TypedLine } from '../entry';
import { FiguresPipe } from '../figures';

let count = 0;
/** More are no help to whoever looks for one. */
const mostOffered = 12;

@Component({
  selector: 'db-suggest',
  imports: [FiguresPipe, MatAutocompleteModule, MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="question" [attr.for]="id">{{ label() | figures }}</label>
    <mat-form-field appearance="outline" subscriptSizing="dynamic">
      <input
        matInput
        autocomplete="off"
        [id]="id"
        [class.mono]="mono()"
        [attr.maxlength]="most()"
        [placeholder]="example() ?? ''"
        [attr.aria-invalid]="current().trouble() !== null"
        [errorStateMatcher]="matcher"
        [formControl]="current().control"
        [matAutocomplete]="list"
        (blur)="take()"
      />
      <mat-autocomplete #list (optionSelected)="take()">
        @for (one of offered(); track one) {
          <mat-option [value]="one">{{ one }}</mat-option>
        }
      </mat-autocomplete>
      @if (current().trouble(); as wrong) {
        <mat-error>{{ wrong | figures }}</mat-error>
      }
    </mat-form-field>
  `,
})
export class Suggest extends TypedLine {
  /** What is known already. */
  readonly known = input.required<readonly string[]>();
  readonly value = input('');
  protected readonly id = `suggest-${++count}`;
  protected readonly offered = computed(() => {
    const typed = this.current()().trim().toLowerCase();
    const known = this.known();
    // What stands there is known: all of it is offered, so that it can be exchanged.
    const fits = known.some((one) => one.toLowerCase() === typed)
      ? known
      : known.filter((one) => one.toLowerCase().includes(typed));
    return fits.slice(0, mostOffered);
  });

  constructor() {
    super();
    effect(() => this.own.set(this.value()));
  }

  protected take(): void {
    const typed = this.current()().trim();
    if (typed !== this.value()) this.taken.emit(typed);
  }
}
