/** Units, money, hours and policies; each change is logged. Someone else's change meanwhile is shown beside the own one. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import type { Shop } from '@dormant-beacon/contract';
import { day } from '@dormant-beacon/core/calendar';
import { leastWaitingMinutes, type ShopSettings } from '@dormant-beacon/core/shop';
import { showCents } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { ApiProblem, type Sent } from '../api';
import {
  type Choice,
  ChoiceMany,
  ChoiceOne,
  Entry,
  entryForm,
  field,
  Pick,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { askConflict, differences, leftForNow } from '../conflict';
import { sayFigures } from '../figures';
import { ShopEvents, shopFeature } from '../session';
import { ShopDesk } from './shop-desk';

const choices = (...pairs: [string, string][]): Choice[] => pairs.map(([value, label]) => ({ value, label }));
/** Locales in whose manner dates, figures and money can be written. */
const locales = [
  ...['en-GB', 'en-IE', 'en-US', 'en-CA', 'en-AU', 'en-NZ', 'en-IN', 'en-ZA', 'de-AT', 'de-CH', 'de-DE'],
  ...['cs-CZ', 'da-DK', 'es-ES', 'fi-FI', 'fr-BE', 'fr-CH', 'fr-FR', 'hr-HR', 'hu-HU', 'it-CH', 'it-IT'],
  ...['nb-NO', 'nl-BE', 'nl-NL', 'pl-PL', 'pt-PT', 'sk-SK', 'sl-SI', 'sv-SE'],
];
type NumberSetting =
  'hourlyRateCents' | 'separationMinutes' | 'coldStarts' | 'waitingMinutes' | 'totalLossAt';
const weekdays = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const words: Readonly<Record<keyof ShopSettings, string>> = {
  name: 'Name of the shop',
  distanceUnit: 'Distances',
  temperatureUnit: 'Temperatures',
  pressureUnit: 'Pressures',
  currency: 'Currency',
  hourlyRateCents: 'Hourly rate',
  timeZone: 'Time zone',
  locale: 'Dates, figures and money',
  waitingMinutes: 'Wait after power-down, minutes',
  secondPerson: 'Second person at isolation',
  restraintRoute: 'Fired restraints',
  testerAllowed: 'Approved tester',
  testerApproval: 'The approval',
  separationMinutes: 'Minutes off between drives',
  coldStarts: 'Cold starts',
  calendar: 'Working days',
  totalLossAt: 'Total loss at, of the car’s value',
};

/** The lines that hold anything, each as it was typed. */
const holidaysOf = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
const isDay = (line: string): boolean => day.safeParse(line).success;

@Component({
  selector: 'db-settings',
  imports: [ChoiceMany, ChoiceOne, Entry, MatButtonModule, Pick, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './settings.html',
  styles: `
    db-entry {
      display: grid;
      gap: 22px;
    }
    fieldset.all {
      display: grid;
      gap: 18px;
      min-width: 0;
      margin: 0;
      padding: 0;
      border: 0;
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(3, minmax(0, 1fr));
      gap: 14px 22px;
      align-items: end;
    }
    button {
      justify-self: start;
    }
    @media (max-width: 800px) {
      .grid {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class Settings {
  readonly lead = input.required<boolean>();
  private readonly store = inject(Store);
  private readonly desk = inject(ShopDesk);
  private readonly shop = this.store.selectSignal(shopFeature.selectShop);
  protected readonly own = field<ShopSettings | null>(null);
  private readonly seen = field(0);
  protected readonly saved = signal(false);
  private readonly dialog = inject(MatDialog);
  private readonly touched = field(false);
  private readonly texts = field<Partial<Record<NumberSetting, string>>>({});
  /** Holidays while they are typed, a line each. */
  private readonly holidayLines = field<string | null>(null);
  protected readonly form = entryForm(
    {
      own: this.own,
      seen: this.seen,
      touched: this.touched,
      texts: this.texts,
      holidayLines: this.holidayLines,
    },
    {
      draft: () => 'settings',
      read: () => this.missing() ?? this.own()!,
      enter: (settings) => this.change(settings),
      keeps: true,
      then: () => {
        this.touched.set(false);
        this.texts.set({});
        this.holidayLines.set(null);
      },
    },
  );

  protected readonly numbers: readonly { readonly name: NumberSetting; readonly label: string }[] = [
    { name: 'separationMinutes', label: 'Minutes off between two drives that count' },
    { name: 'coldStarts', label: 'Cold starts before a proof is complete' },
    {
      name: 'waitingMinutes',
      label: `Minutes of wait after power-down where no service data gives a time, ${leastWaitingMinutes} or more`,
    },
  ];
  protected readonly weekdays = weekdays.map((label, n): Choice => ({ value: String(n + 1), label }));
  protected readonly distances = choices(['km', 'kilometres'], ['mi', 'miles']);
  protected readonly temperatures = choices(['C', '°C'], ['F', '°F']);
  protected readonly pressures = choices(['bar', 'bar'], ['kPa', 'kPa'], ['psi', 'psi']);
  protected readonly routes = choices(
    ['maker-new', 'all new from the maker'],
    ['certified-rebuild', 'certified rebuild too'],
    ['unfired-salvage', 'unfired salvage with proof too'],
  );
  protected readonly testers = choices(['no', 'never a meter'], ['yes', 'the approved tester']);
  protected readonly yesNo = choices(['no', 'no'], ['yes', 'yes, another person']);
  protected readonly zones = ['UTC', ...Intl.supportedValuesOf('timeZone')].map((value): Choice => ({
    value,
    label: value,
  }));

  private readonly names = new Intl.DisplayNames('en', { type: 'language', languageDisplay: 'standard' });
  protected readonly locales = locales.map((value): Choice => {
    const money = showCents(123450, this.shop()?.settings.currency ?? 'EUR', value);
    return { value, label: `${money} · ${this.names.of(value) ?? value}` };
  });

  protected readonly underReview = signal(0);
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => clearTimeout(this.timer));
    this.store.dispatch(ShopEvents.wanted());
    effect(() => {
      const shop = this.shop();
      if (!shop || !this.form.draft.looked()) return;
      // What is typed stands while another lead saves: their change is shown when this one is saved.
      untracked(() => {
        if (this.own() !== null && this.seen() >= shop.revision) return;
        if (this.own() !== null && !this.saved() && this.touched()) return;
        this.seen.set(shop.revision);
        this.texts.set({});
        this.own.set(shop.settings);
        this.form.draft.rebase();
      });
    });
  }

  protected set<K extends keyof ShopSettings>(field: K, value: ShopSettings[K]): void {
    this.saved.set(false);
    this.touched.set(true);
    this.own.update((own) => (own ? { ...own, [field]: value } : own));
  }

  /** As it is typed, while it is no number yet too; `times` is what one of it counts in the settings. */
  protected typeNumber(name: NumberSetting, text: string, times = 1): void {
    if (text === this.numberText(name, times)) return;
    this.texts.update((texts) => ({ ...texts, [name]: text }));
    const typed = Number(text.trim().replace(',', '.'));
    const value = times * typed;
    this.set(name, text.trim() === '' ? NaN : name === 'totalLossAt' ? value : Math.round(value));
  }

  protected readonly workedDays = computed(() => (this.own()?.calendar.weekdays ?? []).map(String));
  protected setWorkedDays(days: readonly string[]): void {
    this.set('calendar', { ...this.own()!.calendar, weekdays: days.map(Number) });
  }

  protected holidayText(): string {
    return this.holidayLines() ?? this.own()!.calendar.holidays.join('\n');
  }

  protected typeHolidays(text: string): void {
    if (text === this.holidayText()) return;
    this.holidayLines.set(text);
    this.set('calendar', { ...this.own()!.calendar, holidays: holidaysOf(text).filter(isDay) });
  }

  protected numberText(name: NumberSetting, times = 1): string {
    return this.texts()[name] ?? sayFigures(String(Number((this.own()![name] / times).toFixed(4))));
  }

  private missing(): Trouble | null {
    const odd = holidaysOf(this.holidayLines() ?? '').find((line) => !isDay(line));
    if (odd !== undefined) return trouble(null, `Holidays: “${odd}” is no day such as 2026-12-25.`);
    if (this.own()?.calendar.weekdays.length === 0)
      return trouble(null, 'Working days: choose at least one.');
    const name = (Object.keys(this.texts()) as NumberSetting[]).find((one) => Number.isNaN(this.own()![one]));
    return name === undefined ? null : trouble(null, `${words[name]}: type a number.`);
  }

  /** Shows how many jobs are still to be looked at again, until none is left. */
  private follow(left: number): void {
    this.underReview.set(left);
    if (left > 0)
      this.timer = setTimeout(() => {
        this.desk.underReview().then(
          (left) => this.follow(left),
          () => this.underReview.set(0),
        );
      }, 1500);
  }

  /** Where another lead was first, what differs is shown, and it is saved as chosen on top of theirs. */
  private async change(settings: ShopSettings): Promise<Sent<unknown>> {
    try {
      const shop = await this.desk.changeSettings(this.seen(), settings);
      this.saved.set(true);
      this.follow(shop.underReview);
      return { state: 'saved', answer: shop };
    } catch (error) {
      const { status, message, current } = error as ApiProblem;
      const refused = (says: string): Sent<unknown> => ({
        state: 'refused',
        problem: new ApiProblem(status, says),
      });
      if (status !== 409 || current === undefined) return refused(message);
      const theirs = current as Shop;
      const mine = await askConflict(this.dialog, {
        what: 'the shop’s settings',
        differences: differences(settings, theirs.settings, words),
      });
      if (mine === null) return refused(leftForNow);
      const chosen = Object.fromEntries(
        Object.entries({ ...settings, ...theirs.settings }).map(([name, value]) => [
          name,
          mine.has(name) ? settings[name as keyof ShopSettings] : value,
        ]),
      ) as unknown as ShopSettings;
      this.texts.set({});
      this.seen.set(theirs.revision);
      this.own.set(chosen);
      return this.change(chosen);
    }
  }
}
