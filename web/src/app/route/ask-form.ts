/** The customer's answer about a unit and the route that is chosen: the origin follows from the route. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import type { RouteKind } from '@dormant-beacon/core/route';
import { Store } from '@ngrx/store';
import {
  type Choice,
  ChoiceOne,
  Entry,
  factForm,
  field,
  fieldFrom,
  TextField,
  trouble,
  Trouble,
  typedNumber,
} from '../entry';
import { jobFeature } from '../job';
import { Money } from '../money';
import { UnitDesk } from '../unit';
import { answerWays, readCeiling } from './answers';
import { RouteSpreads } from './route-spreads';

type Origin = FactData<'approvals'>['origin'];

/** What the customer agrees to with each kind of route; a used part is named as such. */
const originOf: Readonly<Record<RouteKind, readonly [Origin, string]>> = {
  new: ['maker-new', 'a new part'],
  used: ['used', 'a used part, by name'],
  remanufactured: ['used', 'a remanufactured part, by name'],
  'bench-repair': ['no-part', 'a repair, no other part'],
  'mail-in': ['no-part', 'a repair, no other part'],
  'board-transfer': ['used', 'a used unit for its own board, by name'],
  clone: ['used', 'a used unit with its own memory, by name'],
  're-code': ['used', 'a used unit coded anew, by name'],
};

/** A limit is asked for in round sums. */
const roundTo = 1000;

@Component({
  selector: 'db-ask-form',
  imports: [ChoiceOne, Entry, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Ask the customer: {{ unit().plan.unit }}, {{ route().label }}</h2>
    <p>They agree to {{ about()[1] }}.</p>
    <db-entry [form]="form" label="What the customer says">
      <db-text
        [label]="'Up to, ' + money.currency"
        keys="decimal"
        [mono]="true"
        [field]="ceiling"
        [limits]="hint()"
      />
      <db-choice question="What did the customer say?" [choices]="answers" [field]="answer" />
      <db-choice question="How?" [choices]="ways" [field]="how" />
      <db-text label="Who answered?" [example]="customer()" [field]="by" />
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button mat-flat-button type="submit" data-key="s">Enter the answer</button>
    </db-entry>
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    h2 {
      margin: 0;
    }
    button {
      justify-self: start;
    }
  `,
})
export class AskForm {
  private readonly desk = inject(UnitDesk);
  private readonly drawn = inject(RouteSpreads);
  protected readonly money = inject(Money);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  protected readonly unit = computed(() => this.desk.unit()!);
  protected readonly route = computed(() => this.unit().chosen!);
  protected readonly about = computed(() => originOf[this.route().kind]);
  protected readonly customer = computed(() => this.record()?.head.customer ?? null);
  protected readonly answers: readonly Choice[] = [
    { value: 'yes', label: 'yes' },
    { value: 'no', label: 'no' },
    { value: 'asked', label: 'no answer yet' },
  ];
  protected readonly ways = answerWays;
  /** What nine cases in ten stay within, in a round sum. */
  private readonly proposal = computed(() => {
    const own = this.unit().open.find(({ route }) => route.id === this.route().id);
    const cents = this.drawn.spreads().find(({ id }) => id === this.route().id)?.cents.p90 ?? own?.cents ?? 0;
    return Math.ceil(cents / roundTo) * roundTo;
  });
  protected readonly hint = computed(() => `${this.money.say(this.proposal())} covers nine cases in ten`);
  protected readonly ceiling = fieldFrom(() => typedNumber(this.proposal() / 100));
  protected readonly answer = field('');
  protected readonly how = field('telephone');
  protected readonly by = field('');
  protected readonly form = factForm(
    'approvals',
    { ceiling: this.ceiling, answer: this.answer, how: this.how, by: this.by },
    {
      draft: () => `ask ${this.unit().id}`,
      read: (): FactData<'approvals'> | Trouble => {
        const ceilingCents = readCeiling(this.ceiling);
        if (ceilingCents instanceof Trouble) return ceilingCents;
        if (this.answer() === '') return trouble(this.answer, 'What did the customer say?');
        const by = this.by().trim() || this.customer();
        if (!by) return trouble(this.by, 'Who answered?');
        return {
          item: `${this.unit().plan.unit}, ${this.route().label}`,
          answer: this.answer() as FactData<'approvals'>['answer'],
          ceilingCents,
          origin: this.about()[0],
          how: this.how() as FactData<'approvals'>['how'],
          by,
          planId: this.unit().id,
        };
      },
    },
  );
}
