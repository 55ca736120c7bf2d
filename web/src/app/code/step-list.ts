/** Steps in their order: those done above, the one to do open with its work, the rest below. */
import { NgTemplateOutlet } from '@angular/common';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  contentChild,
  input,
  TemplateRef,
  viewChild,
} from '@angular/core';
import { MatStepper, MatStepperModule } from '@angular/material/stepper';

@Component({
  selector: 'db-step-list',
  imports: [MatStepperModule, NgTemplateOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-stepper orientation="vertical" [linear]="true">
      <ng-template matStepperIcon="number" let-index="index"
        ><span class="mono">{{ numberOf(index) }}</span></ng-template
      >
      <ng-template matStepperIcon="edit"><span aria-hidden="true">✓</span></ng-template>
      @for (step of all(); track $index) {
        <mat-step [label]="step" [completed]="$index < open()">
          @if ($index === open()) {
            <div class="work"><ng-container [ngTemplateOutlet]="work()" /></div>
          } @else {
            <p class="quiet">It is done.</p>
          }
        </mat-step>
      }
    </mat-stepper>
  `,
  styleUrl: './step-list.scss',
})
export class StepList {
  /** What comes before the first step and has no number of its own. */
  readonly before = input<string | null>(null);
  readonly steps = input.required<readonly string[]>();
  /** How many steps are done; null while what comes before them is not. */
  readonly at = input.required<number | null>();
  protected readonly work = contentChild.required(TemplateRef);
  private readonly stepper = viewChild.required(MatStepper);
  protected readonly all = computed(() => [
    ...(this.before() === null ? [] : [this.before()!]),
    ...this.steps(),
  ]);
  private readonly ahead = computed(() => this.all().length - this.steps().length);
  protected readonly open = computed(() => (this.at() === null ? 0 : this.ahead() + this.at()!));

  constructor() {
    // After the steps know which of them are completed: a linear stepper goes no further than that.
    afterRenderEffect(() => {
      const [open, last] = [this.open(), this.all().length - 1];
      if (last >= 0) this.stepper().selectedIndex = Math.min(open, last);
    });
  }

  protected numberOf(index: number): string {
    return index < this.ahead() ? '!' : `${index + 1 - this.ahead()}`;
  }
}
