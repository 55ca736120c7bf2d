/** Beside an entry: that it waits on this device, and is not saved yet. Nothing where it is saved. */
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { jobFeature } from './job.state';

@Component({
  selector: 'db-waits',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (waits()) {
      <span>not saved yet</span>
    }
  `,
  styles: `
    span {
      display: inline-block;
      margin-left: 8px;
      padding: 0 8px;
      border: 1px dashed var(--quiet);
      border-radius: 8px;
      font-size: 14px;
      font-weight: 600;
      white-space: nowrap;
    }
  `,
})
export class Waits {
  /** The id of the entry. */
  readonly entry = input.required<string>();
  private readonly pending = inject(Store).selectSignal(jobFeature.selectPendingIds);
  protected readonly waits = computed(() => this.pending().has(this.entry()));
}
