/** What the customer told by their link, and nobody has accepted yet. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { exposuresTold, reportSays, waitingReports } from '@dormant-beacon/core/proof';
import { type CustomerReport, standingFor } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import { newId } from '../api';
import { Desk } from '../entry';
import { FiguresPipe } from '../figures';
import { jobFeature } from '../job';
import { sayDay, sayWhen } from '../time';

@Component({
  selector: 'db-told-list',
  imports: [FiguresPipe, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (waiting().length > 0) {
      <h2>What the customer reports</h2>
      @if (problem()) {
        <p class="problem" role="alert">{{ problem() }}</p>
      }
      <ul>
        @for (line of waiting(); track line.report.id) {
          <li [class.again]="line.report.shown">
            <span
              >{{ line.says | figures }}
              @if (line.report.words; as words) {
                <q>{{ words }}</q>
              }
              <small>{{ line.about }}</small></span
            >
            <button mat-flat-button type="button" [disabled]="busy()" (click)="take(line.report)">
              {{ line.report.shown ? 'It has returned' : 'Accept it' }}
            </button>
            <button
              mat-stroked-button
              type="button"
              [disabled]="busy()"
              [attr.aria-label]="'Set aside: ' + line.says"
              (click)="setAside(line.report)"
            >
              Set aside
            </button>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    ul {
      display: grid;
      gap: 10px;
      margin: 0 0 20px;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      align-items: center;
      padding: 12px 14px;
      border-radius: 12px;
      background: var(--raised);
    }
    .again {
      border-left: 4px solid var(--red);
    }
    span {
      flex: 1 1 240px;
    }
    q {
      display: block;
    }
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
  `,
})
export class ToldList {
  private readonly desk = inject(Desk);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly waiting = computed(() => {
    const record = this.record();
    if (!record) return [];
    return waitingReports(record).map((report) => ({
      report,
      says: reportSays(report, standingFor(record.beacons, report.beaconId)),
      about: [report.on == null ? '' : `seen on ${sayDay(report.on)}`, `sent ${sayWhen(report.observedAt)}`]
        .filter(Boolean)
        .join(', '),
    }));
  });

  protected async take(report: CustomerReport): Promise<void> {
    await this.doing(async () => {
      for (const exposure of exposuresTold(report)) {
        // It was seen when the customer told it, not when somebody here read it.
        const stamp = { id: newId(), observedAt: report.observedAt, seenEntry: null };
        const sent = await this.desk.enter('exposures', exposure, null, stamp);
        if (sent.state === 'refused') return sent.problem.message;
      }
      return null;
    });
  }

  protected async setAside(report: CustomerReport): Promise<void> {
    await this.doing(async () => {
      const sent = await this.desk.withdraw(report.id);
      return sent.state === 'refused' ? sent.problem.message : null;
    });
  }

  private async doing(work: () => Promise<string | null>): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.problem.set(await work());
    this.busy.set(false);
  }
}
