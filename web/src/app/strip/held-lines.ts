/** What holds a step, where it is, what to take care of: read at arm's length. */
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { heldBy, isPart } from '@dormant-beacon/core/ledger';
import { FiguresPipe } from '../figures';
import { Caution } from '../frame';
import { StripDesk } from './strip-desk';

@Component({
  selector: 'db-held-lines',
  imports: [Caution, FiguresPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (place()) {
      <p class="quiet">{{ place() }}</p>
    }
    @if (lines().length > 0) {
      <ul>
        @for (line of lines(); track line) {
          <li>{{ line | figures }}</li>
        }
      </ul>
    }
    @for (line of first(); track line) {
      <p><strong>First:</strong> {{ line | figures }}.</p>
    }
    @if (mark()) {
      <p class="mark">{{ mark() | figures }}</p>
    }
    @for (hazard of hazards(); track hazard) {
      <db-caution>{{ hazard | figures }}</db-caution>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
    ul {
      margin: 0;
      padding-left: 20px;
      font-size: 19px;
    }
    li::first-letter {
      text-transform: uppercase;
    }
    .mark {
      color: var(--ember);
      font-weight: 600;
    }
  `,
})
export class HeldLines {
  readonly step = input.required<string>();
  readonly as = input.required<'off' | 'on'>();
  private readonly desk = inject(StripDesk);
  private readonly item = computed(() => this.desk.item(this.step()));
  protected readonly place = computed(() => {
    const item = this.item();
    return item ? (isPart(item) ? item.zone : item.place) : '';
  });
  protected readonly lines = computed(() => {
    const item = this.item();
    return item ? heldBy(item, this.as()) : [];
  });
  /** How the car has to stand, before the step; how it goes back, after. */
  protected readonly first = computed(() => {
    const item = this.item();
    if (!item || isPart(item)) return [];
    return this.as() === 'off'
      ? (item.preconditions ?? []).map(({ what }) => what)
      : item.back
        ? [item.back]
        : [];
  });
  /** What whoever took it off has found odd. */
  protected readonly mark = computed(() =>
    this.as() === 'on' ? (this.desk.strip()?.off.get(this.step())?.entry.mark ?? '') : '',
  );
  protected readonly hazards = computed(() => this.item()?.hazards ?? []);
}
