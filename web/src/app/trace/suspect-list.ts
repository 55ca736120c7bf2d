/** The suspects with what made each of them likely; pinned or ruled out by hand, and kept as a model's weakness. */
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { suspectLabel } from '@dormant-beacon/core/stages';
import { percent } from '@dormant-beacon/core/units';
import { testName } from '@dormant-beacon/core/words';
import { type NextTests, singlesOf, type TraceCase } from '@dormant-beacon/core/trace';
import { Desk, keepDraft, TextField } from '../entry';
import { WeaknessForm } from './weakness-form';

/** How many suspects are shown before more are asked for. */
const shownFirst = 6;

@Component({
  selector: 'db-suspect-list',
  imports: [MatButtonModule, TextField, WeaknessForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Suspects</h2>
    <ol>
      @for (suspect of rows(); track suspect.id) {
        <li [class.open]="opened() === suspect.id" [class.out]="suspect.word === 'ruled-out'">
          <button
            type="button"
            class="suspect"
            [attr.aria-expanded]="opened() === suspect.id"
            (click)="toggle(suspect.id)"
          >
            <span class="bar" [style.width.%]="100 * suspect.probability"></span
            ><span class="label"
              >{{ suspect.label }}
              @if (suspect.word) {
                <em>{{ suspect.word === 'pinned' ? 'pinned' : 'ruled out by hand' }}</em>
              }
            </span>
            <span class="mono">{{ suspect.says }}</span>
          </button>
          @if (opened() === suspect.id) {
            <div class="why">
              <p>{{ suspect.before }}</p>
              @for (reason of suspect.because; track reason) {
                <p class="quiet">{{ reason }}</p>
              }
              @for (change of suspect.changes; track $index) {
                <p>
                  {{ change.label }}: <span class="mono">{{ change.says }}</span>
                </p>
              }
              @if (suspect.note) {
                <p>“{{ suspect.note }}”</p>
              }
              @if (suspect.canSay) {
                @if (!suspect.word) {
                  <db-text label="Why, in a few words" example="such as new last week" [(value)]="note" />
                }
                <div class="row">
                  @if (suspect.word) {
                    <button mat-stroked-button type="button" (click)="say(suspect.id, 'open')">
                      Suspect it as before
                    </button>
                  } @else {
                    <button mat-stroked-button type="button" (click)="say(suspect.id, 'pinned')">
                      Pin it
                    </button>
                    <button mat-stroked-button type="button" (click)="say(suspect.id, 'ruled-out')">
                      Rule it out
                    </button>
                  }
                  @if (case().template) {
                    <button mat-button type="button" (click)="keeping.set(!keeping())">
                      A weakness of this model
                    </button>
                  }
                </div>
                @if (keeping()) {
                  <db-weakness-form
                    [template]="case().template!"
                    [suspect]="suspect.id"
                    (kept)="keeping.set(false)"
                  />
                }
              }
            </div>
          }
        </li>
      }
    </ol>
    @if (hiddenCount() > 0) {
      <button mat-button type="button" (click)="all.set(true)">{{ hiddenCount() }} more</button>
    }
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 22px;
    }
    .why .mono {
      white-space: nowrap;
    }
    ol {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    .suspect {
      position: relative;
      display: flex;
      justify-content: space-between;
      align-items: center;
      gap: 12px;
      width: 100%;
      min-height: 44px;
      padding: 7px 10px;
      border: 0;
      border-radius: 8px;
      background: none;
      color: inherit;
      font: inherit;
      text-align: left;
      overflow: hidden;
      cursor: pointer;
    }
    .bar {
      position: absolute;
      inset: 0 auto 0 0;
      background: color-mix(in srgb, var(--ember) 24%, transparent);
    }
    .label,
    .suspect .mono {
      position: relative;
    }
    em {
      color: var(--quiet);
      font-style: normal;
      font-size: 14px;
    }
    .out .label {
      text-decoration: line-through;
      text-decoration-thickness: 1px;
    }
    .why {
      display: grid;
      gap: 4px;
      padding: 8px 10px 14px;
      font-size: 15px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin-top: 6px;
    }
  `,
})
export class SuspectList {
  readonly case = input.required<TraceCase>();
  readonly plan = input.required<NextTests>();
  readonly traceId = input.required<string>();

  private readonly desk = inject(Desk);
  protected readonly opened = signal<string | null>(null);
  protected readonly keeping = signal(false);
  protected readonly note = signal('');
  private readonly draft = keepDraft(() => `suspect ${this.traceId()} ${this.opened() ?? ''}`, {
    note: this.note,
  });
  protected readonly all = signal(false);
  protected readonly problem = signal<string | null>(null);

  protected readonly rows = computed(() => {
    const source = this.case();
    const known = new Map(source.suspects?.map((suspect) => [suspect.id, suspect]));
    const tests = new Map(source.tests.map((test) => [test.id, test]));
    const { suspects, changes } = this.plan();
    // What is open under somebody's hands stays, wherever a reading puts it.
    const shown = suspects.filter(
      (suspect, n) => this.all() || n < shownFirst || suspect.id === this.opened(),
    );
    return shown.map((suspect) => {
      const own = known.get(suspect.id);
      return {
        ...suspect,
        label: nameOf(source, suspect.id),
        says: percent(suspect.probability),
        before: `Before any reading ${percent(suspect.prior)}${own?.because?.length ? ':' : '.'}`,
        because: (own?.because ?? []).map(
          ({ what, times }) => `${what}, times ${Math.round(100 * times) / 100}`,
        ),
        changes: changes.flatMap(({ test, suspects: moved }) => {
          const change = moved.find(({ id }) => id === suspect.id);
          if (!change) return [];
          const label = testName(tests.get(test), test);
          return [{ label, says: `${percent(change.before)} → ${percent(change.after)}` }];
        }),
        canSay: own !== undefined,
        note: source.words?.find((word) => word.suspect === suspect.id)?.note ?? null,
      };
    });
  });
  protected readonly hiddenCount = computed(() =>
    Math.max(0, this.plan().suspects.length - this.rows().length),
  );

  /** A note belongs to its suspect: what was typed for another stays with that one. */
  protected toggle(id: string): void {
    this.note.set('');
    this.keeping.set(false);
    this.opened.update((opened) => (opened === id ? null : id));
  }

  protected async say(suspect: string, as: 'pinned' | 'ruled-out' | 'open'): Promise<void> {
    const note = this.note().trim();
    const sent = await this.desk.enter('suspect-words', {
      traceId: this.traceId(),
      suspect,
      as,
      ...(note && as !== 'open' ? { note } : {}),
    });
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
    if (sent.state !== 'refused') this.draft.clear();
  }
}

/** A suspect in words; of a pair both of its faults. */
function nameOf(source: TraceCase, id: string): string {
  return singlesOf(source, id)
    .map((one) => source.suspects?.find((suspect) => suspect.id === one)?.label ?? suspectLabel(source, one))
    .join(', and ');
}
