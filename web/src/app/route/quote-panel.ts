/** What it costs, line by line, as the customer is told; it prints by itself. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { quoteOf } from '@dormant-beacon/core/stages/routes';
import { Store } from '@ngrx/store';
import { printPart } from '../frame';
import { jobFeature } from '../job';
import { Money } from '../money';
import { selectJobPolicy, shopFeature } from '../session';
import { sayDay } from '../time';
import { UnitDesk } from '../unit';
import { today } from './ready-by';

@Component({
  selector: 'db-quote-panel',
  imports: [MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (record(); as job) {
      <article class="paper print-part">
        <h2>Quote, job {{ job.number }}</h2>
        <p>
          {{ settings().name }} · {{ day }} · {{ job.head.customer }} · {{ job.vehicle.make }}
          {{ job.vehicle.model }}{{ job.vehicle.plate ? ', ' + job.vehicle.plate : '' }}
        </p>
        <table class="plain">
          <thead>
            <tr>
              <th scope="col">What</th>
              <th scope="col">How</th>
              <th scope="col" class="sum">{{ money.currency }}</th>
            </tr>
          </thead>
          <tbody>
            @for (item of quote().items; track $index) {
              <tr>
                <td>
                  <strong>{{ item.unit }}</strong>{{ item.chosen ? '' : ', not chosen yet' }}
                </td>
                <td>
                  {{ item.route
                  }}{{ item.warrantyDays ? ', guaranteed for ' + item.warrantyDays + ' days' : '' }}
                </td>
                <td class="sum mono">{{ money.say(item.cents) }}</td>
              </tr>
              @for (line of item.lines; track $index) {
                <tr class="line">
                  <td></td>
                  <td>{{ line.label }}</td>
                  <td class="sum mono">{{ money.say(line.cents) }}</td>
                </tr>
              }
            }
            <tr>
              <td><strong>All together</strong></td>
              <td>before tax</td>
              <td class="sum mono">
                <strong>{{ money.say(quote().cents) }}</strong>
              </td>
            </tr>
          </tbody>
        </table>
        @if (quote().depositCents > 0) {
          <p>
            A deposit of {{ money.say(quote().depositCents) }} comes back when the old unit has been returned.
          </p>
        }
        <p>
          Nothing beyond this is ordered without asking. Where a repair fails, what follows is told first.
          Used and remanufactured parts are named as such.
        </p>
      </article>
      <button mat-stroked-button type="button" (click)="print()">Print the quote</button>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      justify-items: start;
    }
    article {
      display: grid;
      gap: 10px;
      width: 100%;
    }
    h2 {
      margin: 0;
      color: var(--ink);
      font-size: 20px;
    }
    .sum {
      text-align: right;
      white-space: nowrap;
    }
    .line td {
      border-top: 0;
      padding-block: 2px;
      font-size: 15px;
      color: var(--quiet);
    }
  `,
})
export class QuotePanel {
  private readonly desk = inject(UnitDesk);
  private readonly store = inject(Store);
  protected readonly money = inject(Money);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  protected readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  private readonly policy = this.store.selectSignal(selectJobPolicy);
  protected readonly day = sayDay(today());
  protected readonly quote = computed(() => quoteOf(this.record()!, this.desk.units(), this.policy()));

  protected readonly print = printPart;
}
