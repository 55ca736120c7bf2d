/** Entries that waited and were not taken in the end: what they say, why, and what can be done. Nothing is dropped unseen. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Kept, Outbox } from '../api';

@Component({
  selector: 'db-not-taken',
  imports: [MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (entries().length > 0) {
      <section role="alert" aria-label="Entries that were not taken">
        <button type="button" class="head" [attr.aria-expanded]="open()" (click)="open.set(!open())">
          {{ headline() }}
        </button>
        @if (open()) {
          <ul>
            @for (entry of entries(); track entry.kept.request.key) {
              <li>
                <strong>{{ entry.what }}</strong>
                <span>{{ entry.kept.request.refused }}</span>
                <small>{{ entry.holds }}</small>
                <span class="row">
                  <button mat-stroked-button type="button" (click)="outbox.tryAgain(entry.kept)">
                    Send again
                  </button>
                  <button mat-button type="button" (click)="outbox.discard(entry.kept)">Forget it</button>
                </span>
              </li>
            }
          </ul>
        }
      </section>
    }
  `,
  styles: `
    section {
      position: fixed;
      inset: auto auto 16px 16px;
      z-index: 19;
      max-width: min(480px, calc(100vw - 32px));
      max-height: 60vh;
      overflow: auto;
      border-left: 5px solid var(--red);
      border-radius: 12px;
      background: var(--raised);
      box-shadow: 0 6px 24px rgb(0 0 0 / 35%);
    }
    .head {
      min-height: 48px;
      padding: 8px 16px;
      border: 0;
      background: none;
      color: var(--ink);
      font: 600 16px var(--body);
      text-align: left;
      cursor: pointer;
    }
    ul {
      margin: 0;
      padding: 0 16px 12px;
      list-style: none;
    }
    li {
      display: grid;
      gap: 4px;
      padding: 10px 0;
      border-top: 1px solid var(--line);
      overflow-wrap: anywhere;
    }
    small {
      color: var(--quiet);
      font-size: 14px;
    }
    .row {
      display: flex;
      gap: 8px;
    }
  `,
})
export class NotTaken {
  protected readonly outbox = inject(Outbox);
  protected readonly open = signal(false);
  protected readonly entries = computed(() =>
    this.outbox.refused().map((kept) => ({ kept, what: whatOf(kept), holds: holdsOf(kept) })),
  );
  protected readonly headline = computed(() =>
    this.entries().length === 1
      ? 'An entry that waited was not taken: look'
      : `${this.entries().length} entries that waited were not taken: look`,
  );
}

const whatOf = ({ request }: Kept): string =>
  request.path === '/api/jobs' ? 'A new job' : request.path.split('/').at(-1)!.replaceAll('-', ' ');

/** What was typed, as `field: value`, so that it can be typed anew. */
function holdsOf({ request }: Kept): string {
  const body = (request.body ?? {}) as Record<string, unknown>;
  const data = (body['data'] ?? body['head'] ?? {}) as Record<string, unknown>;
  return Object.entries(data)
    .filter(([, value]) => value !== null && value !== undefined && typeof value !== 'object')
    .map(([name, value]) => `${name}: ${String(value as string | number | boolean)}`)
    .join(', ')
    .slice(0, 400);
}
