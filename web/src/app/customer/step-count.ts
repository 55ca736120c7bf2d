/** A count that a thumb makes: less, more, or typed. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { Field } from '../entry';

let count = 0;

@Component({
  selector: 'db-step-count',
  imports: [MatButtonModule, MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="question" [attr.for]="id">{{ label() }}</label>
    <div>
      <button mat-stroked-button type="button" [attr.aria-label]="'One fewer: ' + label()" (click)="step(-1)">
        −
      </button>
      <mat-form-field appearance="outline" subscriptSizing="dynamic">
        <input
          matInput
          class="mono"
          inputmode="numeric"
          autocomplete="off"
          maxlength="3"
          [id]="id"
          [attr.aria-invalid]="field().trouble() !== null"
          [formControl]="field().control"
        />
      </mat-form-field>
      <button mat-stroked-button type="button" [attr.aria-label]="'One more: ' + label()" (click)="step(1)">
        +
      </button>
    </div>
    @if (field().trouble(); as wrong) {
      <span class="wrong" role="alert">{{ wrong }}</span>
    }
  `,
  styles: `
    div {
      display: grid;
      grid-template-columns: 72px 96px 72px;
      gap: 10px;
      align-items: stretch;
    }
    button {
      min-height: 56px;
      font-size: 26px;
    }
    input {
      text-align: center;
      font-size: 24px;
    }
  `,
})
export class StepCount {
  readonly label = input.required<string>();
  readonly field = input.required<Field<string>>();
  readonly least = input(0);
  protected readonly id = `count-${++count}`;
  private readonly now = computed(() => Number(this.field()()));

  protected step(by: number): void {
    const from = Number.isFinite(this.now()) ? this.now() : this.least();
    this.field().set(String(Math.min(500, Math.max(this.least(), Math.round(from) + by))));
  }
}
