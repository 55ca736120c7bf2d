/** Two people changed the same: both values side by side, and the person chooses. */
import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';

export interface Difference {
  readonly field: string;
  readonly name: string;
  readonly mine: string;
  readonly theirs: string;
}

const show = (value: unknown): string => {
  if (value == null || value === '') return 'nothing';
  if (value === true) return 'yes';
  if (value === false) return 'no';
  return typeof value === 'object' ? JSON.stringify(value) : String(value as string | number);
};

/** The fields in which two versions differ, with their names. Nothing and null are the same. */
export function differences(
  mine: object,
  theirs: object,
  names: Readonly<Record<string, string>>,
): Difference[] {
  const [own, other] = [mine as Record<string, unknown>, theirs as Record<string, unknown>];
  return Object.keys(names)
    .map((field) => ({ field, name: names[field]!, mine: show(own[field]), theirs: show(other[field]) }))
    .filter((difference) => difference.mine !== difference.theirs);
}

@Component({
  selector: 'db-conflict',
  imports: [MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section role="alert">
      <h2>Someone else has changed {{ what() }} meanwhile. Choose for each difference.</h2>
      @for (difference of differences(); track difference.field) {
        <div class="row">
          <span class="name">{{ difference.name }}</span>
          <button
            type="button"
            [attr.aria-pressed]="mine().has(difference.field)"
            (click)="take(difference.field, 'mine')"
          >
            <small>yours</small>{{ difference.mine }}
          </button>
          <button
            type="button"
            [attr.aria-pressed]="!mine().has(difference.field)"
            (click)="take(difference.field, 'theirs')"
          >
            <small>theirs</small>{{ difference.theirs }}
          </button>
        </div>
      } @empty {
        <p>Both say the same.</p>
      }
      <div class="end">
        <button mat-flat-button type="button" (click)="chosen.emit(mine())">Save as chosen</button>
        <button mat-button type="button" (click)="dropped.emit()">Not now</button>
      </div>
    </section>
  `,
  styles: `
    section {
      display: grid;
      gap: 10px;
      padding: 16px;
      border-left: 5px solid var(--red);
      border-radius: 0 14px 14px 0;
      background: var(--raised);
    }
    h2 {
      margin: 0;
      color: var(--ink);
      font-size: 17px;
    }
    .row {
      display: grid;
      grid-template-columns: 160px 1fr 1fr;
      gap: 8px;
      align-items: stretch;
    }
    .name {
      align-self: center;
      color: var(--quiet);
    }
    .row button {
      min-height: 56px;
      padding: 8px 14px;
      border: 2px solid var(--line);
      border-radius: 12px;
      background: var(--sheet);
      color: var(--ink);
      font: 16px var(--body);
      text-align: left;
      overflow-wrap: anywhere;
      cursor: pointer;
    }
    .row button[aria-pressed='true'] {
      border-color: var(--ink);
      font-weight: 650;
    }
    small {
      display: block;
      font-size: 13px;
      font-weight: 400;
      color: var(--quiet);
    }
    .end {
      display: flex;
      gap: 8px;
    }
    @media (max-width: 700px) {
      .row {
        grid-template-columns: 1fr 1fr;
      }
      .name {
        grid-column: 1 / -1;
      }
    }
  `,
})
export class Conflict {
  readonly differences = input.required<readonly Difference[]>();
  readonly what = input.required<string>();
  /** The fields of which the own value was chosen. */
  readonly chosen = output<ReadonlySet<string>>();
  readonly dropped = output<void>();
  protected readonly mine = signal<ReadonlySet<string>>(new Set());

  protected take(field: string, whose: 'mine' | 'theirs'): void {
    this.mine.update((mine) => {
      const next = new Set(mine);
      if (whose === 'mine') next.add(field);
      else next.delete(field);
      return next;
    });
  }
}
