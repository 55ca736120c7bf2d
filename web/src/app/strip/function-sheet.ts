/** The function sheet of a part: every mode tried, beside what it did when the car came in. */
import { ChangeDetectionStrategy, Component, computed, inject, input, type OnInit } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import type { FactData } from '@dormant-beacon/contract';
import { type MapPart, modesAt, type TryMoment } from '@dormant-beacon/core/ledger';
import { standing } from '@dormant-beacon/core/record';
import {
  Entry,
  type EntryForm,
  factForm,
  type Field,
  field,
  inInjector,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { Caution } from '../frame';

import { StripDesk } from './strip-desk';

type Result = FactData<'function-tries'>['modes'][number]['result'];

const heads: Readonly<Record<TryMoment, string>> = {
  'as-it-came': 'as it came',
  'before-closing': 'before closing',
  closed: 'with everything closed',
};

@Component({
  selector: 'db-function-sheet',
  imports: [Caution, Entry, MatButtonModule, MatButtonToggleModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="what">Try {{ part().label }}, {{ head() }}</h2>
    @if (moment() === 'before-closing') {
      <db-caution
        >Every restraint plug mated, tools out, hands and hair clear of what moves; then the power on by its
        list.</db-caution
      >
    }
    <db-entry [form]="form" label="The function sheet">
      @for (one of modes; track one.mode) {
        <div class="mode">
          <span
            >{{ one.mode
            }}{{ came().has(one.mode) ? ' (' + words[came().get(one.mode)!] + ' as it came)' : '' }}</span
          >
          <mat-button-toggle-group
            hideSingleSelectionIndicator
            [attr.aria-label]="one.mode"
            [value]="one.field()"
            (change)="one.field.set($event.value)"
          >
            <mat-button-toggle value="works">works</mat-button-toggle>
            <mat-button-toggle value="fails">fails</mat-button-toggle>
            <mat-button-toggle value="not-there">has none</mat-button-toggle>
          </mat-button-toggle-group>
        </div>
      }
      <button mat-stroked-button type="button" (click)="allWork()">All that is left works</button>
      <db-text label="Note" [field]="note" />
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button class="thumb" mat-flat-button type="submit" data-key="t">Enter the try</button>
    </db-entry>
  `,
  styleUrls: ['./card.scss', './function-sheet.scss'],
})
export class FunctionSheet implements OnInit {
  readonly part = input.required<MapPart>();
  readonly moment = input.required<TryMoment>();
  private readonly desk = inject(StripDesk);
  private readonly within = inInjector();
  protected readonly head = computed(() => heads[this.moment()]);
  protected readonly words: Readonly<Record<Result, string>> = {
    works: 'worked',
    fails: 'failed',
    'not-tried': 'not tried',
    'not-there': 'not there',
  };
  /** What each mode did when the car came in. */
  protected readonly came = computed(() => {
    if (this.moment() === 'as-it-came') return new Map<string, Result>();
    const before = standing(this.desk.record()!.functionTries).findLast(
      ({ part, moment }) => part === this.part().id && moment === 'as-it-came',
    );
    return new Map((before?.modes ?? []).map(({ mode, result }) => [mode, result]));
  });
  protected readonly note = field('');
  protected modes: readonly { readonly mode: string; readonly field: Field<string> }[] = [];
  protected form!: EntryForm;

  ngOnInit(): void {
    this.modes = modesAt(this.part(), this.moment()).map((mode) => ({ mode, field: field('') }));
    this.form = this.within(() =>
      factForm(
        'function-tries',
        { note: this.note, ...Object.fromEntries(this.modes.map((one, n) => [`mode${n}`, one.field])) },
        {
          draft: () => `try ${this.desk.strip()?.id ?? ''} ${this.part().id} ${this.moment()}`,
          read: () => this.read(),
        },
      ),
    );
  }

  protected allWork(): void {
    for (const one of this.modes) if (one.field() === '') one.field.set('works');
  }

  private read(): FactData<'function-tries'> | Trouble {
    if (this.modes.every((one) => one.field() === ''))
      return trouble(null, 'Try it first, then say what each mode did.');
    return {
      planId: this.desk.strip()!.id,
      part: this.part().id,
      moment: this.moment(),
      modes: this.modes.map((one) => ({ mode: one.mode, result: (one.field() || 'not-tried') as Result })),
      note: this.note().trim() || null,
    };
  }
}
