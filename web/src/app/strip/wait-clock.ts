/** A time that runs by the server's clock: what cures, how long it still takes, and the way to end it early. */
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import type { RunningWait } from '@dormant-beacon/core/ledger';
import { Entry, factForm, field, TextField, trouble, type Trouble } from '../entry';
import { More } from '../more';
import { sayLeft, When } from '../time';
import { StripDesk } from './strip-desk';

@Component({
  selector: 'db-wait-clock',
  imports: [Entry, MatButtonModule, More, TextField, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="word">{{ wait().what }}</p>
    @if (left() > 0) {
      <p class="time mono" role="timer">{{ clock() }}</p>
      <p class="quiet">Nothing is closed over it before {{ wait().endsAt | when }}.</p>
      <db-more label="It is through earlier">
        <db-entry [form]="form" label="End the time early">
          <db-text
            label="Why"
            example="such as the sheet of the sealant says 40 minutes at 25 °C"
            [most]="300"
            [field]="reason"
          />
          @if (form.problem()) {
            <p class="problem" role="alert">{{ form.problem() }}</p>
          }
          <button mat-stroked-button type="submit">End it under my name</button>
        </db-entry>
      </db-more>
    } @else {
      <p>The time is up.</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
      padding: 12px 14px;
      border-left: 4px solid var(--ember);
      background: var(--raised);
      border-radius: 0 12px 12px 0;
    }
    .word {
      font-weight: 650;
    }
    .word::first-letter {
      text-transform: uppercase;
    }
    .time {
      font-size: 44px;
      font-weight: 700;
      line-height: 1.1;
      color: var(--ember);
    }
    button {
      justify-self: start;
    }
  `,
})
export class WaitClock {
  readonly wait = input.required<RunningWait>();
  private readonly desk = inject(StripDesk);
  protected readonly left = computed(() => Date.parse(this.wait().endsAt) - Date.parse(this.desk.now()));
  protected readonly clock = computed(() => sayLeft(this.left()));
  protected readonly reason = field('');
  protected readonly form = factForm(
    'cure-waits',
    { reason: this.reason },
    {
      draft: () => `wait ${this.wait().id}`,
      read: (): FactData<'cure-waits'> | Trouble =>
        this.reason().trim() === ''
          ? trouble(this.reason, 'Say in a sentence why it is over before its time.')
          : {
              planId: this.desk.strip()!.id,
              what: this.wait().what,
              minutes: Math.max(
                1,
                Math.round((Date.parse(this.wait().endsAt) - Date.parse(this.wait().startedAt)) / 60_000),
              ),
              ends: this.wait().id,
              reason: this.reason().trim(),
            },
    },
  );
}
