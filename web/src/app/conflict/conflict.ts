/** Two people changed the same: both values side by side, and the person chooses. */
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MAT_DIALOG_DATA, type MatDialog, MatDialogModule } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';

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

interface Asked {
  /** What was changed, such as “this job”. */
  readonly what: string;
  readonly differences: readonly Difference[];
}

/** Asks for each difference; the fields of which the own value was chosen, or null where the person leaves it for now. */
export async function askConflict(dialog: MatDialog, asked: Asked): Promise<ReadonlySet<string> | null> {
  const answer = dialog
    .open<Conflict, Asked, ReadonlySet<string>>(Conflict, {
      data: asked,
      maxWidth: 'min(760px, 96vw)',
    })
    .beforeClosed();
  return (await firstValueFrom(answer)) || null;
}

/** What a form says after “Not now”. */
export const leftForNow =
  'Nothing is saved yet: someone else was faster. Save again to choose between the two.';

@Component({
  selector: 'db-conflict',
  imports: [MatButtonModule, MatButtonToggleModule, MatDialogModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>Someone else has changed {{ asked.what }} meanwhile. Choose for each difference.</h2>
    <mat-dialog-content>
      @for (difference of asked.differences; track difference.field) {
        <div class="row">
          <span class="name" [id]="'difference-' + difference.field">{{ difference.name }}</span>
          <mat-button-toggle-group
            class="choices"
            hideSingleSelectionIndicator
            [attr.aria-labelledby]="'difference-' + difference.field"
            [value]="mine().has(difference.field) ? 'mine' : 'theirs'"
            (change)="take(difference.field, $event.value)"
          >
            <mat-button-toggle value="mine"
              ><span class="value"><small>yours</small> {{ difference.mine }}</span></mat-button-toggle
            >
            <mat-button-toggle value="theirs"
              ><span class="value"><small>theirs</small> {{ difference.theirs }}</span></mat-button-toggle
            >
          </mat-button-toggle-group>
        </div>
      } @empty {
        <p>Both say the same.</p>
      }
    </mat-dialog-content>
    <mat-dialog-actions>
      <button mat-flat-button type="button" [mat-dialog-close]="mine()">Save as chosen</button>
      <button mat-button type="button" mat-dialog-close>Not now</button>
    </mat-dialog-actions>
  `,
  styles: `
    .row {
      display: grid;
      margin-bottom: 10px;
      grid-template-columns: 160px 1fr;
      gap: 8px;
      align-items: stretch;
    }
    .name {
      align-self: center;
      color: var(--quiet);
    }
    mat-button-toggle-group {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
      overflow-wrap: anywhere;
    }
    .value {
      display: block;
      padding: 4px 0;
      text-align: left;
    }
    small {
      display: block;
      font-size: 13px;
      font-weight: 400;
    }
    @media (max-width: 700px) {
      .row {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class Conflict {
  protected readonly asked: Asked = inject(MAT_DIALOG_DATA);
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
