/** A unit sent in for repair: what goes into the box, when it is due, and how it came back. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { boxContents, leftOut } from '@dormant-beacon/core/route';
import { DateField } from '../dates';
import {
  centsOrNull,
  type Choice,
  ChoiceMany,
  ChoiceOne,
  Entry,
  factForm,
  field,
  fieldFrom,
  TextField,
  Tick,
  trouble,
  type Trouble,
  typedNumber,
} from '../entry';
import { Caution } from '../frame';
import { Money } from '../money';
import { sayDay } from '../time';
import { UnitDesk } from '../unit';
import { today } from './ready-by';

@Component({
  selector: 'db-box-form',
  imports: [Caution, ChoiceMany, ChoiceOne, DateField, Entry, MatButtonModule, TextField, Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (unit().consignment; as sent) {
      <h2>At {{ sent.service }} since {{ day(sent.sentOn) }}, due {{ day(sent.dueOn) }}</h2>
      <db-entry [form]="back" label="It is back">
        <db-date label="Back on" [field]="backOn" />
        <db-choice question="How did it come back?" [choices]="results" [field]="result" />
        <db-date label="Guaranteed until; empty for none" [field]="guarantee" />
        @if (back.problem()) {
          <p class="problem" role="alert">{{ back.problem() }}</p>
        }
        <button mat-flat-button type="submit">It is back</button>
      </db-entry>
    } @else {
      <h2>Go through the box before it is closed</h2>
      <db-entry [form]="form" label="The box">
        <db-choices question="What is in it?" [choices]="contents()" [field]="packed" />
        @if (missing().length > 0) {
          <db-text
            label="Why the rest is left out"
            example="such as the service did not ask for it"
            [field]="why"
          />
        }
        <db-tick [field]="saved">Its data was read out and kept here</db-tick>
        <db-text label="Service" [field]="service" />
        <db-text [label]="'Insured for, ' + money.currency" keys="decimal" [mono]="true" [field]="insured" />
        <db-date label="Sent on" [field]="sentOn" />
        <db-date label="Due back on" [field]="dueOn" />
        @for (says of lacking(); track says) {
          <p class="open">{{ says }}</p>
        }
        @if (form.problem()) {
          <p class="problem" role="alert">{{ form.problem() }}</p>
        }
        <button mat-flat-button type="submit">Close the box and send it</button>
      </db-entry>
      <db-caution
        >A key in the post opens and starts the car: keep its number, and send it apart from the
        papers.</db-caution
      >
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    h2 {
      margin: 0;
    }
    .open {
      color: var(--ember);
    }
    button {
      justify-self: start;
    }
  `,
})
export class BoxForm {
  private readonly desk = inject(UnitDesk);
  protected readonly money = inject(Money);
  protected readonly unit = computed(() => this.desk.unit()!);
  protected readonly day = sayDay;
  protected readonly results: readonly Choice[] = [
    { value: 'repaired', label: 'repaired' },
    { value: 'exchanged', label: 'exchanged' },
    { value: 'not-repaired', label: 'not repaired' },
  ];
  protected readonly contents = computed(() =>
    boxContents(this.unit().plan.sort).map((value) => ({ value, label: value })),
  );
  protected readonly packed = field<readonly string[]>([]);
  protected readonly why = field('');
  protected readonly saved = field(false);
  protected readonly service = field('');
  protected readonly insured = fieldFrom(() => {
    const asNew = this.unit().plan.routes.find(({ kind }) => kind === 'new')?.priceCents;
    return asNew === undefined ? '' : typedNumber(asNew / 100);
  });
  protected readonly sentOn = field(today());
  protected readonly dueOn = field('');
  protected readonly backOn = field(today());
  protected readonly result = field('');
  protected readonly guarantee = field('');
  protected readonly missing = computed(() =>
    this.contents().filter(({ value }) => !this.packed().includes(value)),
  );
  private readonly list = computed(() =>
    this.contents().map(({ value: item }) =>
      this.packed().includes(item)
        ? { item, packed: true }
        : { item, packed: false, why: this.why().trim() || null },
    ),
  );
  protected readonly lacking = computed(() =>
    this.packed().length === 0
      ? []
      : leftOut({ contents: this.list(), dataSaved: this.saved() }, this.unit().plan.sort),
  );

  protected readonly form = factForm(
    'consignments',
    {
      packed: this.packed,
      why: this.why,
      saved: this.saved,
      service: this.service,
      insured: this.insured,
      sentOn: this.sentOn,
      dueOn: this.dueOn,
    },
    {
      draft: () => `box ${this.unit().id}`,
      read: (): FactData<'consignments'> | Trouble => {
        const insuredCents = centsOrNull(this.insured());
        const [lacking] = leftOut({ contents: this.list(), dataSaved: this.saved() }, this.unit().plan.sort);
        if (lacking !== undefined) return trouble(this.packed, `The box is not complete: ${lacking}.`);
        if (this.service().trim() === '') return trouble(this.service, 'Say who repairs it.');
        if (insuredCents === null || Number.isNaN(insuredCents))
          return trouble(this.insured, 'Type what it is insured for; 0 for nothing.');
        if (this.dueOn() === '') return trouble(this.dueOn, 'Say when it is due back.');
        return {
          planId: this.unit().id,
          routeId: this.unit().chosen!.id,
          service: this.service().trim(),
          contents: this.list(),
          dataSaved: this.saved(),
          insuredCents,
          sentOn: this.sentOn(),
          dueOn: this.dueOn(),
        };
      },
    },
  );

  protected readonly back = factForm(
    'consignments',
    { backOn: this.backOn, result: this.result, guarantee: this.guarantee },
    {
      draft: () => `box back ${this.unit().id}`,
      corrects: () => this.unit().consignment?.id ?? null,
      read: (): FactData<'consignments'> | Trouble => {
        if (this.result() === '') return trouble(this.result, 'Say how it came back.');
        const { planId, routeId, service, contents, dataSaved, insuredCents, sentOn, dueOn } =
          this.unit().consignment!;
        return {
          ...{ planId, routeId, service, contents, dataSaved, insuredCents, sentOn, dueOn },
          back: {
            on: this.backOn(),
            result: this.result() as 'repaired',
            guaranteeUntil: this.guarantee() || null,
          },
        };
      },
    },
  );
}
