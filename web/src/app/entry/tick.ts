/** A yes that is ticked, with what it means beside it. */
import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { FiguresPipe } from '../figures';
import type { Field } from './field';

@Component({
  selector: 'db-tick',
  imports: [FiguresPipe, MatCheckboxModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-checkbox [checked]="current()" [disabled]="disabled()" (change)="tick($event.checked)">
      <ng-content />
    </mat-checkbox>
    @if (field()?.trouble(); as wrong) {
      <span class="wrong" role="alert">{{ wrong | figures }}</span>
    }
  `,
})
export class Tick {
  /** Of a form; without one, `value` is what is ticked. */
  readonly field = input<Field<boolean> | null>(null);
  readonly value = model(false);
  readonly disabled = input(false);
  protected readonly current = computed(() => this.field()?.() ?? this.value());

  protected tick(checked: boolean): void {
    const field = this.field();
    if (field) field.set(checked);
    else this.value.set(checked);
  }
}
