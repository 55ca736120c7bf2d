/** A link with which the customer tells from their telephone how the car behaves: made, shown once, taken back. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Clipboard } from '@angular/cdk/clipboard';
import { MatButtonModule } from '@angular/material/button';
import type { CustomerDoor } from '@dormant-beacon/contract';
import { watchedByCustomer } from '@dormant-beacon/core/proof';
import { standing } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import { Desk } from '../entry';
import { jobFeature, Waits } from '../job';
import type { QrCode } from '../qr';
import { Dated } from '../time';
import { CustomerDoorDesk } from './customer-door-desk';

/** Days for which a link is good: longer than most proofs and their follow-up take. */
const linkDays = 60;

@Component({
  selector: 'db-customer-link',
  imports: [Dated, MatButtonModule, Waits],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (watched()) {
      <h2>The customer tells you from their telephone</h2>
      @if (door()?.why; as why) {
        <p class="quiet">{{ why }} Until then, enter at the proof what the customer tells you.</p>
      } @else if (door()?.address) {
        <p class="quiet">
          A page with two questions: has it shown again, and how often was the car started? What they tell
          counts once you have accepted it at the proof.
        </p>
        @if (address(); as address) {
          <div class="link">
            @if (code(); as code) {
              <svg
                [attr.viewBox]="'0 0 ' + code.size + ' ' + code.size"
                role="img"
                aria-label="The link as a code"
              >
                <path [attr.d]="code.path" fill-rule="evenodd" />
              </svg>
            }
            <div>
              <p>Let the customer’s telephone read the code, or send the link. It is shown only now.</p>
              <p class="mono address">{{ address }}</p>
              <button mat-stroked-button type="button" (click)="copy(address)">
                {{ copied() ? 'Copied' : 'Copy the link' }}
              </button>
            </div>
          </div>
        }
        @for (link of links(); track link.id) {
          <p>
            A link until {{ link.until | dated }}. <db-waits [entry]="link.id" />
            <button mat-button type="button" (click)="takeBack(link.id)">End it</button>
          </p>
        }
        @if (problem()) {
          <p class="problem" role="alert">{{ problem() }}</p>
        }
        <button mat-stroked-button type="button" [disabled]="busy()" (click)="make()">
          {{ links().length === 0 ? 'Make a link for the customer' : 'Make another link' }}
        </button>
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      justify-items: start;
      max-width: 860px;
      margin-top: 34px;
    }
    h2,
    p {
      margin: 0;
    }
    .link {
      display: grid;
      grid-template-columns: 170px minmax(0, 1fr);
      gap: 20px;
      align-items: center;
    }
    .link > div {
      display: grid;
      gap: 10px;
      justify-items: start;
    }
    svg {
      padding: 12px;
      border-radius: 10px;
      background: #fff;
    }
    path {
      fill: #000;
    }
    .address {
      overflow-wrap: anywhere;
      font-size: 14px;
    }
    @media (max-width: 600px) {
      .link {
        grid-template-columns: minmax(0, 1fr);
      }
      svg {
        max-width: 220px;
      }
    }
  `,
})
export class CustomerLinkPart {
  private readonly desk = inject(Desk);
  private readonly clipboard = inject(Clipboard);
  private readonly store = inject(Store);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  protected readonly watched = computed(() => {
    const record = this.record();
    return record !== null && watchedByCustomer(record).length > 0;
  });
  protected readonly links = computed(() =>
    standing(this.record()?.customerLinks ?? []).filter(({ until }) => Date.parse(until) > Date.now()),
  );
  protected readonly door = signal<CustomerDoor | null>(null);
  protected readonly address = signal<string | null>(null);
  protected readonly code = signal<QrCode | null>(null);
  protected readonly copied = signal(false);
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);

  constructor() {
    void inject(CustomerDoorDesk)
      .door()
      .then((door) => this.door.set(door))
      .catch(() => undefined);
  }

  /** The secret is made here and never sent: the server gets its hash. */
  protected async make(): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.problem.set(null);
    const token = base64url(crypto.getRandomValues(new Uint8Array(32)));
    const hash = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(token));
    const until = new Date(Date.now() + linkDays * 86_400_000).toISOString();
    const sent = await this.desk.enter('customer-links', { tokenHash: hex(new Uint8Array(hash)), until });
    this.busy.set(false);
    if (sent.state === 'refused') return this.problem.set(sent.problem.message);
    const address = `${this.door()!.address!}/your-car#${token}`;
    this.address.set(address);
    this.copied.set(false);
    const { qrCode } = await import('../qr');
    this.code.set(qrCode(address));
  }

  protected copy(address: string): void {
    this.copied.set(this.clipboard.copy(address));
  }

  protected async takeBack(id: string): Promise<void> {
    const sent = await this.desk.withdraw(id);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
    if (sent.state !== 'refused') this.address.set(null);
  }
}

const hex = (bytes: Uint8Array): string =>
  Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');

const base64url = (bytes: Uint8Array): string =>
  btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replaceAll('=', '');
