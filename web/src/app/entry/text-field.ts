/** One line to type in, with its question above, and what is wrong with it below. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  model,
  output,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { type Field, field } from './field';

let count = 0;

@Component({
  selector: 'db-text',
  imports: [MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="question" [attr.for]="id">{{ label() }}</label>
    <mat-form-field appearance="outline" subscriptSizing="dynamic">
      @if (lines() > 1) {
        <textarea
          matInput
          [id]="id"
          [rows]="lines()"
          [attr.maxlength]="most()"
          [placeholder]="example() ?? ''"
          [attr.aria-invalid]="current().trouble() !== null"
          [errorStateMatcher]="matcher"
          [formControl]="current().control"
        ></textarea>
      } @else {
        <input
          matInput
          [attr.autocomplete]="fills()"
          [id]="id"
          [type]="type()"
          [class.mono]="mono()"
          [attr.inputmode]="keys()"
          [attr.maxlength]="most()"
          [placeholder]="example() ?? ''"
          [attr.aria-invalid]="current().trouble() !== null"
          [errorStateMatcher]="matcher"
          [formControl]="current().control"
          (change)="taken.emit(current()().trim())"
        />
      }
      @if (current().trouble(); as wrong) {
        <mat-error>{{ wrong }}</mat-error>
      }
    </mat-form-field>
    @if (limits(); as hint) {
      <small>{{ hint }}</small>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      min-width: 0;
    }
    mat-form-field {
      width: 100%;
    }
    .mono {
      font-family: var(--mono);
    }
    small {
      font-size: 14px;
      color: var(--quiet);
    }
  `,
})
export class TextField {
  readonly label = input.required<string>();
  /** Of a form; without one, `value` is what is typed. */
  readonly field = input<Field<string> | null>(null);
  readonly value = model('');
  /** What was typed, once it is left. */
  readonly taken = output<string>();
  readonly example = input<string | null>(null);
  /** What is taken, such as “0 to 60 V”: stands below it. */
  readonly limits = input<string | null>(null);
  readonly keys = input<'numeric' | 'decimal' | null>(null);
  readonly type = input<'text' | 'datetime-local' | 'month' | 'date' | 'password'>('text');
  readonly most = input(200);
  readonly mono = input(false);
  readonly fills = input('off');
  readonly lines = input(1);
  protected readonly id = `text-${++count}`;
  private readonly own = field('');
  protected readonly current = computed(() => this.field() ?? this.own);
  protected readonly matcher = { isErrorState: () => untracked(() => this.current().trouble()) !== null };

  constructor() {
    effect(() => {
      const value = this.value();
      if (untracked(this.own) !== value) this.own.set(value);
    });
    // At once: Enter may follow the last key within a millisecond, as from a scanner of labels.
    this.own.control.valueChanges.pipe(takeUntilDestroyed()).subscribe((typed) => {
      if (untracked(this.value) !== typed) this.value.set(typed);
    });
  }
}
