/** One line to type in, with its question above, and what is wrong with it below. */
import { ChangeDetectionStrategy, Component, effect, input, model, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { FiguresPipe } from '../figures';
import { TypedLine } from './typed-line';

let count = 0;

@Component({
  selector: 'db-text',
  imports: [FiguresPipe, MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="question" [attr.for]="id">{{ label() | figures }}</label>
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
        <mat-error>{{ wrong | figures }}</mat-error>
      }
    </mat-form-field>
    @if (limits(); as hint) {
      <small>{{ hint | figures }}</small>
    }
  `,
  styles: `
    small {
      font-size: 14px;
      color: var(--quiet);
    }
  `,
})
export class TextField extends TypedLine {
  readonly value = model('');
  /** What is taken, such as “0 to 60 V”: stands below it. */
  readonly limits = input<string | null>(null);
  readonly keys = input<'numeric' | 'decimal' | null>(null);
  readonly type = input<'text' | 'password'>('text');
  readonly fills = input('off');
  readonly lines = input(1);
  protected readonly id = `text-${++count}`;

  constructor() {
    super();
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
