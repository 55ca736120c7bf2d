/** The whole sheet, line by line: what is done, what is left, and what was left out and why. */
import { ChangeDetectionStrategy, Component, computed, inject, model } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { LineState, SheetPart } from '@dormant-beacon/core/coding';
import { CodeDesk } from './code-desk';

const heads: Readonly<Record<SheetPart, string>> = {
  save: 'Save first, while the old unit is in',
  ready: 'Before anything is written',
  write: 'Write',
  teach: 'Teach',
  declare: 'Declare',
};

@Component({
  selector: 'db-sheet-list',
  imports: [MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (group of groups(); track group.part) {
      <h3>{{ group.head }}</h3>
      <ul class="plain-list">
        @for (own of group.lines; track own.line.id) {
          <li>
            <button
              mat-button
              type="button"
              [class.now]="own.line.id === shown()"
              [class.said]="own.is !== 'open'"
              [attr.aria-current]="own.line.id === shown() ? 'step' : null"
              (click)="chosen.set(own.line.id)"
            >
              <span class="line"
                ><span class="mark" aria-hidden="true">{{ marks[own.is] }}</span
                ><span
                  >{{ own.line.does }}<span class="quiet">{{ after(own) }}</span></span
                ></span
              >
            </button>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
    h3 {
      margin: 10px 0 0;
      font-size: 15px;
      color: var(--quiet);
    }
    button {
      width: 100%;
      height: auto;
      min-height: 48px;
      padding-block: 8px;
      justify-content: start;
      text-align: left;
      line-height: 1.35;
    }
    button.now {
      background: var(--raised);
    }
    button:not(:disabled) {
      color: var(--ink);
    }
    button.said:not(:disabled) {
      color: var(--quiet);
    }
    .said .mark {
      color: var(--calm);
    }
    .line {
      display: grid;
      grid-template-columns: 26px 1fr;
    }
  `,
})
export class SheetList {
  readonly chosen = model<string | null>(null);
  private readonly desk = inject(CodeDesk);
  protected readonly marks = { open: '○', done: '●', 'not-needed': '–' } as const;
  protected readonly shown = computed(() => this.chosen() ?? this.desk.coding()?.next?.line.id ?? null);
  protected readonly groups = computed(() => {
    const lines = this.desk.coding()?.lines ?? [];
    return (Object.keys(heads) as SheetPart[])
      .map((part) => ({ part, head: heads[part], lines: lines.filter((own) => own.part === part) }))
      .filter(({ lines: own }) => own.length > 0);
  });

  protected after({ is, note }: LineState): string {
    const said = note === null ? '' : `: ${note}`;
    return is === 'not-needed' ? `, left out${said}` : is === 'done' ? `, done${said}` : '';
  }
}
