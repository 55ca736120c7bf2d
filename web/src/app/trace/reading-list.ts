/** What was read, newest first: of one trace, or of all others. */
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { readingWords, supplyWords, testName, testRead } from '@dormant-beacon/core/words';
import { standing } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import { FiguresPipe } from '../figures';
import { When } from '../time';
import { jobFeature } from '../job';

@Component({
  selector: 'db-reading-list',
  imports: [FiguresPipe, MatButtonModule, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul class="readings">
      @for (reading of readings(); track reading.id) {
        <li>
          <span
            >{{ reading.label
            }}<small>{{ reading.at | when }}{{ reading.supply ? ' · ' + reading.supply : '' }}</small></span
          ><strong class="mono">{{ reading.says | figures }}</strong>
          @if (!others()) {
            <button
              mat-button
              type="button"
              (click)="takenBack.emit(reading.id)"
              [attr.aria-label]="'Take back: ' + reading.label"
            >
              Take back
            </button>
          }
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto auto;
      align-items: center;
      gap: 12px;
      padding: 4px 0;
    }
    strong {
      font-size: 20px;
    }
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
  `,
})
export class ReadingList {
  readonly traceId = input.required<string | null>();
  /** Those of every other trace instead: on a comeback, what was read at the visits before. */
  readonly others = input(false);
  readonly takenBack = output<string>();

  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  protected readonly readings = computed(() => {
    const record = this.record();
    if (!record) return [];
    return standing(record.readings)
      .filter(({ traceId }) => (traceId === this.traceId()) !== this.others())
      .map((reading) => {
        const test = testRead(record, reading);
        return {
          id: reading.id,
          at: reading.observedAt,
          label: testName(test, reading.test),
          says: readingWords(test, { ...reading, supplyVolts: null }),
          supply: supplyWords(reading),
        };
      })
      .reverse();
  });
}
