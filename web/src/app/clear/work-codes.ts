/** Codes that the work itself made, each with the step that made it: they are cleared once more. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { writeCode } from '@dormant-beacon/core/codes';
import { type CodeEnd, codeEnds } from '@dormant-beacon/core/record';
import { bornOfWork, endKey } from '@dormant-beacon/core/stages/clear';
import { Store } from '@ngrx/store';
import { Desk } from '../entry';
import { jobFeature } from '../job';
import { When } from '../time';

/** As long as a note may be. */
const mostLetters = 190;

@Component({
  selector: 'db-work-codes',
  imports: [MatButtonModule, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (rows().length > 0) {
      <h2>Made by the work itself</h2>
      <p class="quiet">
        These are no faults of the car. Clear once more and read again: what stays away then was made by the
        work.
      </p>
      @if (problem()) {
        <p class="problem" role="alert">{{ problem() }}</p>
      }
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">Code</th>
            <th scope="col">Module</th>
            <th scope="col">Made by</th>
            <th><span class="seen-only-by-readers">What to do</span></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.key) {
            <tr>
              <td>
                <span class="mono">{{ row.written }}</span><small>{{ row.end.text }}</small>
              </td>
              <td>{{ row.end.module }}</td>
              <td>
                {{ row.step.says }}<small>{{ row.step.at | when }}</small>
              </td>
              <td>
                <button mat-button type="button" (click)="explain(row.end, row.step.says)">
                  Explained by it
                </button>
              </td>
            </tr>
          }
        </tbody>
      </table>
      <button mat-stroked-button type="button" [disabled]="busy()" (click)="clear()">
        The codes are cleared once more
      </button>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      justify-items: start;
    }
    :host:empty {
      display: none;
    }
    h2,
    p {
      margin: 0;
    }
    table {
      width: 100%;
    }
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
  `,
})
export class WorkCodes {
  private readonly desk = inject(Desk);
  private readonly store = inject(Store);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  protected readonly problem = signal<string | null>(null);
  protected readonly busy = signal(false);
  protected readonly rows = computed(() => {
    const [record, final] = [this.record(), this.assessment()?.final];
    if (!record || !final) return [];
    const made = bornOfWork(record, final);
    return codeEnds(record, final).flatMap((end) => {
      const key = endKey(end);
      const step = made.get(key);
      return end.open && step ? [{ key, end, step, written: writeCode(end) }] : [];
    });
  });

  protected async explain({ module, code, failureType }: CodeEnd, says: string): Promise<void> {
    const note = `made by the work: ${says}`.slice(0, mostLetters);
    const sent = await this.desk.enter('code-ends', { module, code, failureType, end: 'explained', note });
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }

  protected async clear(): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    const reader = this.assessment()?.clearing?.reader;
    const sent = await this.desk.enter('clearings', reader ? { reader } : {});
    this.busy.set(false);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }
}
