/** A customer's own page, on their telephone: does it show again? Opened by the link that the shop gave them. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { CustomerPage, CustomerTells } from '@dormant-beacon/contract';
import { wallClock } from '@dormant-beacon/core/calendar';
import { ApiProblem, type Sent } from '../api';
import {
  asChoices,
  type Choice,
  ChoiceMany,
  ChoiceOne,
  Entry,
  entryForm,
  field,
  TextField,
  Trouble,
  trouble,
  usualConditions,
} from '../entry';
import { DateField } from '../dates';
import { FiguresPipe, writeFigures } from '../figures';
import { Caution } from '../frame';
import { sayDate, sayDay, writeTimes } from '../time';
import { drivenWords } from './condition-words';
import { CustomerDesk } from './customer-desk';
import { StepCount } from './step-count';

const dayMilliseconds = 86_400_000;
/** Conditions that a light may have at most. */
const mostConditions = 8;

@Component({
  selector: 'db-customer',
  imports: [
    Caution,
    ChoiceMany,
    ChoiceOne,
    DateField,
    Entry,
    FiguresPipe,
    MatButtonModule,
    StepCount,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './customer.html',
  styleUrl: './customer.scss',
})
export class Customer {
  private readonly desk = inject(CustomerDesk);
  /** Behind the `#`, where no server and no log sees it. */
  private readonly token = location.hash.slice(1);
  protected readonly page = signal<CustomerPage | null>(null);
  protected readonly problem = signal<string | null>(null);
  /** Nobody answered: the same may be asked again. */
  protected readonly away = signal(false);
  /** It was sent just now. */
  protected readonly thanks = signal(false);

  protected readonly chosen = field('');
  private readonly lights = computed(() => this.page()?.lights ?? []);
  /** The one that showed again. */
  protected readonly light = computed(() => {
    const lights = this.lights();
    return lights.length === 1
      ? lights[0]!
      : (lights.find(({ beaconId }) => beaconId === this.chosen()) ?? null);
  });
  /** Where it shows again, who sits in the car may not be protected. */
  protected readonly restraint = computed(
    () => this.light()?.restraint ?? this.lights().some(({ restraint }) => restraint),
  );
  protected readonly question = computed(
    () =>
      `Has ${this.lights()
        .map(({ name }) => `“${name}”`)
        .join(' or ')} shown again?`,
  );
  protected readonly lightChoices = computed(() =>
    (this.page()?.lights ?? []).map(({ beaconId, name }): Choice => ({ value: beaconId, label: name })),
  );
  protected readonly answers: readonly Choice[] = [
    { value: 'no', label: 'No, all is well' },
    { value: 'yes', label: 'Yes' },
  ];
  protected readonly days: readonly Choice[] = [
    { value: '0', label: 'Today' },
    { value: '1', label: 'Yesterday' },
    { value: 'before', label: 'Before that' },
  ];
  protected readonly answer = field('');
  protected readonly starts = field('');
  protected readonly parts = Array.from({ length: mostConditions }, () => field('0'));
  protected readonly asked = computed(() =>
    [...new Set(this.lights().flatMap(({ conditions }) => conditions))]
      .slice(0, mostConditions)
      .map((condition, n) => ({
        condition,
        says: drivenWords(condition),
        field: this.parts[n]!,
      })),
  );
  protected readonly day = field('0');
  protected readonly onDay = field('');
  protected readonly conditions = field<readonly string[]>([]);
  protected readonly conditionChoices = computed((): readonly Choice[] => {
    const own = this.light()?.conditions ?? [];
    return asChoices([...new Set([...own, ...usualConditions])]).map(({ value }) => ({
      value,
      label: drivenWords(value),
    }));
  });
  protected readonly words = field('');

  protected readonly form = entryForm(
    {
      chosen: this.chosen,
      answer: this.answer,
      starts: this.starts,
      ...Object.fromEntries(this.parts.map((part, n) => [`part${n}`, part])),
      day: this.day,
      onDay: this.onDay,
      conditions: this.conditions,
      words: this.words,
    },
    {
      draft: null,
      read: () => this.read(),
      enter: (reports) => this.send(reports),
      then: () => this.again(),
    },
  );

  constructor() {
    void this.open();
  }

  protected async open(): Promise<void> {
    this.problem.set(null);
    try {
      const page = await this.desk.page(this.token);
      writeTimes(page);
      writeFigures(page);
      this.page.set(page);
      this.away.set(false);
    } catch (error) {
      this.away.set(error instanceof ApiProblem && error.passing);
      this.problem.set(
        this.away()
          ? 'The shop’s computer does not answer. Look whether your telephone has a connection, then try again.'
          : (error as Error).message,
      );
    }
  }

  private read(): CustomerTells['report'][] | Trouble {
    const said = this.words().trim();
    const words = said ? { words: said } : {};
    if (this.answer() === 'yes') {
      const light = this.light();
      if (!light) return trouble(this.chosen, 'Which one do you mean?');
      const on = this.shownOn();
      if (on instanceof Trouble) return on;
      const { beaconId } = light;
      return [{ beaconId, shown: true, conditions: [...this.conditions()], on, ...words }];
    }
    if (this.answer() !== 'no') return trouble(this.answer, 'Has it shown again? Yes or no.');
    const starts = countOf(this.starts());
    if (starts === null || starts < 1)
      return trouble(this.starts, 'How many times did you start the car? A number from 1 to 500.');
    const within = new Map<string, number>();
    for (const { condition, field: own } of this.asked()) {
      const part = countOf(own());
      if (part === null || part > starts) return trouble(own, `A number from 0 to ${starts}.`);
      if (part > 0) within.set(condition, part);
    }
    // One drive tells of every light.
    return this.lights().map(({ beaconId, conditions }) => ({
      beaconId,
      shown: false,
      starts,
      within: conditions.flatMap((condition) => {
        const part = within.get(condition);
        return part === undefined ? [] : [{ condition, starts: part }];
      }),
      ...words,
    }));
  }

  private shownOn(): string | Trouble {
    const today = wallClock(new Date().toISOString(), this.page()!.timeZone).slice(0, 10);
    if (this.day() !== 'before')
      return new Date(Date.parse(today) - Number(this.day()) * dayMilliseconds).toISOString().slice(0, 10);
    const on = this.onDay().slice(0, 10);
    if (!/^\d{4}-\d\d-\d\d$/.test(on)) return trouble(this.onDay, 'On which day, roughly?');
    if (on > today) return trouble(this.onDay, 'That day is still to come.');
    return on;
  }

  private async send(reports: readonly CustomerTells['report'][]): Promise<Sent<CustomerPage>> {
    try {
      const answer = await this.desk.tell(this.token, reports);
      this.page.set(answer);
      return { state: 'saved', answer };
    } catch (error) {
      if (!(error instanceof ApiProblem && error.passing)) throw error;
      throw new ApiProblem(
        error.status,
        'Not sent: the shop’s computer does not answer. Nothing you typed is lost. Try again when your telephone has a connection.',
      );
    }
  }

  private again(): void {
    this.thanks.set(true);
    for (const one of [this.answer, this.chosen, this.starts, this.onDay, this.words]) one.set('');
    for (const part of this.parts) part.set('0');
    this.day.set('0');
    this.conditions.set([]);
  }

  protected readonly sayDate = sayDate;
  protected readonly sayDay = sayDay;
}

/** A whole number from 0 to 500; null where it is none. */
function countOf(text: string): number | null {
  return /^\d{1,3}$/.test(text.trim()) && Number(text) <= 500 ? Number(text) : null;
}
