/** Codes that wait for a monitor, by the drive that completes it. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { writeCode } from '@dormant-beacon/core/codes';
import { codeEnds } from '@dormant-beacon/core/record';
import { waitingMonitors } from '@dormant-beacon/core/stages/clear';
import { Store } from '@ngrx/store';
import { jobFeature } from '../job';

/** Codes of one drive that are named; the table above names all. */
const shown = 6;

@Component({
  selector: 'db-monitor-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (drives().length > 0) {
      <h2>Monitors that still have to run</h2>
      <p class="quiet">Usual drives; where the maker names one, that one goes first.</p>
      <ul>
        @for (drive of drives(); track drive.id) {
          <li>
            <span>{{ drive.does }}</span>
            <small
              ><span class="mono">{{ drive.codes }}</span
              >{{ drive.permanent ? ', no reader clears what is permanent' : '' }}</small
            >
          </li>
        }
      </ul>
    }
  `,
  styles: `
    h2,
    p {
      margin: 0 0 8px;
    }
    ul {
      display: grid;
      gap: 10px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
  `,
})
export class MonitorList {
  private readonly store = inject(Store);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  protected readonly drives = computed(() => {
    const [record, final] = [this.record(), this.assessment()?.final];
    if (!record || !final) return [];
    return waitingMonitors(codeEnds(record, final), final).map(({ id, does, codes, permanent }) => ({
      id,
      does,
      permanent,
      codes: [
        ...codes.slice(0, shown).map((code) => writeCode(code)),
        ...(codes.length > shown ? [`and ${codes.length - shown} more`] : []),
      ].join(', '),
    }));
  });
}
