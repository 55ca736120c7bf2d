/** What the customer was asked and answered, whatever it is about; a limit for small parts is agreed to here as well. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { type Approval, standing } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import {
  type Choice,
  ChoiceOne,
  Desk,
  Entry,
  factForm,
  field,
  TextField,
  Tick,
  trouble,
  Trouble,
  typedNumber,
} from '../entry';
import { sayWhen } from '../time';
import { jobFeature, Waits } from '../job';
import { Money } from '../money';
import { answerWays, readCeiling } from './answers';

const answers: Readonly<Record<Approval['answer'], string>> = {
  asked: 'asked, no answer yet',
  yes: 'approved',
  no: 'declined',
};
const origins: readonly Choice[] = [
  { value: 'maker-new', label: 'new from the maker' },
  { value: 'equivalent', label: 'new, equivalent' },
  { value: 'used', label: 'used' },
  { value: 'any', label: 'any of them' },
  { value: 'no-part', label: 'no part, work alone' },
];

@Component({
  selector: 'db-approvals',
  imports: [ChoiceOne, Entry, MatButtonModule, TextField, Tick, Waits],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './approvals.html',
  styles: `
    .sides {
      display: grid;
      grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
      gap: 36px;
    }
    db-entry {
      display: grid;
      gap: 16px;
      align-content: start;
    }
    form button {
      justify-self: start;
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
      gap: 10px;
      padding: 8px 0;
      border-top: 1px solid var(--line);
    }
    strong {
      display: block;
    }
    li button {
      flex: none;
      white-space: nowrap;
    }
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
    .open {
      color: var(--ember);
    }
    @media (max-width: 900px) {
      .sides {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class Approvals {
  private readonly desk = inject(Desk);
  private readonly store = inject(Store);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  protected readonly money = inject(Money);
  protected readonly origins = origins;
  protected readonly answerChoices: readonly Choice[] = [
    { value: 'asked', label: 'asked, no answer yet' },
    { value: 'yes', label: 'yes' },
    { value: 'no', label: 'no' },
  ];
  protected readonly ways = answerWays;
  protected readonly item = field('');
  protected readonly answer = field('');
  protected readonly ceiling = field('');
  protected readonly origin = field('maker-new');
  protected readonly how = field('telephone');
  protected readonly by = field('');
  protected readonly smallParts = field(false);
  protected readonly form = factForm(
    'approvals',
    {
      item: this.item,
      answer: this.answer,
      ceiling: this.ceiling,
      origin: this.origin,
      how: this.how,
      by: this.by,
      smallParts: this.smallParts,
    },
    {
      draft: () => `approval ${this.record()?.id ?? ''}`,
      read: () => this.read(),
    },
  );
  protected readonly approvals = computed(() =>
    standing(this.record()?.approvals ?? [])
      .map((approval, n, all) => ({
        approval,
        // Answered by a later entry about the same item.
        open:
          approval.answer === 'asked' &&
          !all.slice(n + 1).some((later) => later.item.toLowerCase() === approval.item.toLowerCase()),
        says: `${answers[approval.answer]}${
          approval.ceilingCents == null ? '' : `, up to ${this.money.say(approval.ceilingCents)}`
        }`,
        about: `${origins.find(({ value }) => value === approval.origin)!.label} · ${approval.by}, ${sayWhen(approval.observedAt)}`,
      }))
      .reverse(),
  );

  /** The answer to something that was asked: only the answer is left to give. */
  protected answerTo(approval: Approval): void {
    this.item.set(approval.item);
    this.origin.set(approval.origin);
    this.by.set(approval.by);
    this.ceiling.set(approval.ceilingCents == null ? '' : typedNumber(approval.ceilingCents / 100));
    this.answer.set('');
  }

  private read(): FactData<'approvals'> | Trouble {
    const ceilingCents = readCeiling(this.ceiling);
    const item = this.item().trim() || (this.smallParts() ? 'fuses, bulbs and clips' : '');
    if (item === '') return trouble(this.item, 'What was the customer asked?');
    if (this.smallParts() && ceilingCents === null) return trouble(this.ceiling, 'Up to which amount?');
    if (this.answer() === '') return trouble(this.answer, 'What did the customer say?');
    const by = this.by().trim() || this.record()?.head.customer;
    if (!by) return trouble(this.by, 'Who answered?');
    if (ceilingCents instanceof Trouble) return ceilingCents;
    return {
      item,
      answer: this.answer() as FactData<'approvals'>['answer'],
      ceilingCents,
      origin: this.origin() as FactData<'approvals'>['origin'],
      how: this.how() as FactData<'approvals'>['how'],
      by,
      ...(this.smallParts() ? { smallParts: true as const } : {}),
    };
  }

  protected async takeBack(id: string): Promise<void> {
    const sent = await this.desk.withdraw(id);
    this.form.say(sent.state === 'refused' ? sent.problem.message : null);
  }
}
