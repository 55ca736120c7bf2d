/** Basics first: the battery's verdict, and what else is looked at before a module is suspected. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { RouterLink } from '@angular/router';
import {
  basicsItem,
  type BasicsItem,
  basicsWords,
  scansToExplain,
  standing,
} from '@dormant-beacon/core/record';
import { isMeasured, judgeBasics, type MeasuredBasics } from '@dormant-beacon/core/readings';
import { Store } from '@ngrx/store';
import {
  type Choice,
  ChoiceOne,
  Entry,
  factForm,
  field,
  numberOrNull,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { FiguresPipe } from '../figures';
import { sayWhen } from '../time';
import { jobFeature } from '../job';
import { Causes } from './causes';
import { verdictWords } from '../words';

const howMeasured: Readonly<Record<MeasuredBasics, { readonly label: string; readonly example: string }>> = {
  charging: { label: 'Volts at the battery, engine running, lamps and fan on', example: '14.2' },
  links: { label: 'Volts lost from battery positive to the fuse box, loads on', example: '0.12' },
  grounds: { label: 'Volts lost from the ground point to battery negative, loads on', example: '0.05' },
};

@Component({
  selector: 'db-basics',
  imports: [Causes, ChoiceOne, Entry, FiguresPipe, MatButtonModule, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (stage()?.state === 'closed') {
      <p class="quiet">
        The basics open when the baseline is saved: what it shows decides what is looked at.
      </p>
    } @else if (record(); as job) {
      @if (scanned()) {
        <db-causes />
      }
      <section>
        @if (battery(); as answer) {
          <h2>Battery: {{ words[answer.verdict] }}</h2>
          <p>{{ answer.reasons.join(' ') | figures }}</p>
        } @else {
          <h2>Battery</h2>
          <p>Not measured. <a [routerLink]="['/jobs', job.id, 'take-in']">Measure it at take-in.</a></p>
        }
      </section>
      <section>
        <h2>{{ why() | figures }}</h2>
        <ul>
          @for (item of items(); track item.id) {
            <li [class.asked]="item.asked">
              <span
                ><strong>{{ item.label }}</strong
                ><small>{{ item.says | figures }}</small></span
              >
              <button mat-stroked-button type="button" (click)="open(item.id)">
                {{ item.says ? 'Look again' : 'Enter' }}
              </button>
            </li>
            @if (looking() === item.id) {
              <li>
                <db-entry [form]="form">
                  @if (measured(); as how) {
                    <db-text
                      [label]="how.label"
                      keys="decimal"
                      [most]="8"
                      [mono]="true"
                      [example]="how.example"
                      [field]="volts"
                      limits="volts; leave it empty where nothing was measured"
                    />
                  }
                  @if (judged(); as answer) {
                    <p role="status" [class.problem]="answer.result === 'bad'">
                      <strong>{{ answer.result === 'good' ? 'Good' : 'Bad' }}.</strong>
                      {{ answer.says | figures }}
                    </p>
                  } @else {
                    <db-choice question="What was found?" [choices]="results" [field]="result" />
                  }
                  <db-text
                    label="What was seen, where"
                    [most]="300"
                    example="such as at the left wing, all loads on"
                    [field]="note"
                  />
                  <button mat-flat-button type="submit" data-key="s">Enter it</button>
                </db-entry>
              </li>
            }
          }
        </ul>
        @if (form.problem()) {
          <p class="problem" role="alert">{{ form.problem() }}</p>
        }
      </section>
    }
  `,
  styles: `
    section {
      margin-bottom: 26px;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      align-items: center;
      justify-content: space-between;
      gap: 16px;
      padding: 8px 0;
      border-top: 1px solid var(--line);
    }
    li:not(.asked) > span strong {
      font-weight: 400;
    }
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
    db-entry {
      display: grid;
      flex: 1;
      gap: 14px;
      padding: 6px 0 14px;
    }
    db-entry button {
      justify-self: start;
    }
  `,
})
export class Basics {
  private readonly store = inject(Store);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  protected readonly stage = computed(() => this.assessment()?.stages.find(({ id }) => id === 'basics'));
  protected readonly battery = computed(() => this.assessment()?.battery ?? null);
  /** There is a scan whose codes ask for a cause. */
  protected readonly scanned = computed(() =>
    scansToExplain(this.record()!).some(
      ({ scan }) => scan.codes.length > 0 || scan.modules.some(({ answered }) => !answered),
    ),
  );
  protected readonly words = verdictWords;
  protected readonly results: readonly Choice[] = [
    { value: 'good', label: 'good' },
    { value: 'bad', label: 'bad: put it right, then look again' },
  ];
  protected readonly why = computed(() => {
    const reasons = this.assessment()?.basics.reasons ?? [];
    return reasons.length === 0
      ? 'Nothing asks for more: codes are few and steady'
      : `To be looked at, because of ${reasons.join('; ')}`;
  });
  /** Those that are asked for first. */
  protected readonly items = computed(() => {
    const asked = this.assessment()?.basics.items ?? [];
    const looked = standing(this.record()?.basics ?? []);
    const all = [...asked, ...basicsItem.options.filter((item) => !asked.includes(item))];
    return all.map((id) => {
      const last = looked.findLast(({ item }) => item === id);
      return {
        id,
        label: basicsWords[id],
        asked: asked.includes(id),
        says: last
          ? `${last.result}${last.volts == null ? '' : `, ${last.volts} V`}${last.note ? `: ${last.note}` : ''} · ${sayWhen(last.observedAt)}`
          : '',
      };
    });
  });
  protected readonly looking = field<BasicsItem | null>(null);
  protected readonly result = field('');
  protected readonly note = field('');
  protected readonly volts = field('');
  /** How the item that is looked at is measured; null where it is only looked at. */
  protected readonly measured = computed(() => {
    const item = this.looking();
    return item !== null && isMeasured(item) ? howMeasured[item] : null;
  });
  /** NaN where it is no number. */
  private readonly typed = computed(() => numberOrNull(this.volts()));
  protected readonly judged = computed(() => {
    const [item, volts] = [this.looking(), this.typed()];
    return item !== null && isMeasured(item) && volts !== null && Number.isFinite(volts)
      ? judgeBasics(item, volts)
      : null;
  });
  protected readonly form = factForm(
    'basics',
    {
      looking: this.looking,
      result: this.result,
      note: this.note,
      volts: this.volts,
    },
    {
      draft: () => `basics ${this.record()?.id ?? ''}`,
      read: () => this.read(),
    },
  );

  protected open(item: BasicsItem): void {
    this.looking.update((looking) => (looking === item ? null : item));
    this.result.set('');
    this.note.set('');
    this.volts.set('');
  }

  private read(): FactData<'basics'> | Trouble {
    const volts = this.typed();
    if (Number.isNaN(volts)) return trouble(this.volts, 'Volts, such as 14.2 or 0.15.');
    const result = this.judged()?.result ?? this.result();
    if (result === '') return trouble(this.result, 'Say whether it was good or bad.');
    return {
      item: this.looking()!,
      result: result as 'good' | 'bad',
      note: this.note().trim() || null,
      ...(volts === null || this.measured() === null ? {} : { volts }),
    };
  }
}
