/** One drive, start or trial by hand, with the conditions in which it was made. */
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { rateOf, trialFor, trialWords } from '@dormant-beacon/core/proof';
import type { ScheduledStep } from '@dormant-beacon/core/proof/schedule';
import type { Beacon } from '@dormant-beacon/core/record';
import { celsiusOf } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import type { Sent } from '../api';
import {
  asChoices,
  type Choice,
  ChoiceMany,
  ChoiceOne,
  Desk,
  Entry,
  entryForm,
  field,
  numberOrNull,
  type Stamp,
  TextField,
  Tick,
  Trouble,
  trouble,
  usualConditions,
} from '../entry';
import { FiguresPipe } from '../figures';
import { peopleFeature, shopFeature } from '../session';
import { jobFeature } from '../job';
import { SimulatedDesk } from '../simulated';

/** A beacon that is watched; those that came back are not told of by a drive for all. */
export interface Watched {
  readonly id: string;
  readonly beacon: Beacon;
  readonly returned: boolean;
}

type Circumstances = NonNullable<FactData<'exposures'>['circumstances']>;

/** Conditions that are graded rather than ticked; warmth is ticked where nobody measured it. */
const graded: ReadonlySet<string> = new Set(['rain', 'rough road', 'long drive', 'under load']);

@Component({
  selector: 'db-drive-form',
  imports: [ChoiceMany, ChoiceOne, Entry, FiguresPipe, MatButtonModule, TextField, Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './drive-form.html',
  styleUrl: './drive-form.scss',
})
export class DriveForm {
  private readonly desk = inject(Desk);
  private readonly car = inject(SimulatedDesk);
  private readonly store = inject(Store);
  readonly now = input.required<Watched>();
  readonly watched = input.required<readonly Watched[]>();
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  private readonly role = this.store.selectSignal(peopleFeature.selectPerson);

  protected readonly what: readonly Choice[] = [
    { value: 'clean', label: 'It stayed dark' },
    { value: 'shown', label: 'It showed again' },
  ];
  protected readonly from: readonly Choice[] = [
    { value: 'technician', label: 'the shop' },
    { value: 'customer', label: 'the customer' },
  ];
  protected readonly checks: readonly Choice[] = [
    { value: 'cold', label: 'it was a cold start' },
    { value: 'bulb', label: 'bulb check seen at ignition on' },
    { value: 'monitor', label: 'the reader says its monitor ran' },
  ];
  protected readonly trials: readonly Choice[] = [
    { value: '', label: 'none' },
    ...Object.entries(trialWords).map(([value, label]) => ({ value, label })),
  ];
  protected readonly wetChoices: readonly Choice[] = [
    ...asChoices(['dry', 'damp', 'rain']),
    { value: 'standing', label: 'standing water' },
  ];
  protected readonly roadChoices = asChoices(['smooth', 'mixed', 'rough']);
  protected readonly loadChoices = asChoices(['none', 'some', 'full']);

  protected readonly degrees = computed(() => this.settings().temperatureUnit);
  /** What the beacon asks to be measured; a word that is graded is not ticked as well. */
  protected readonly asks = computed(
    () => new Set(this.now().beacon.conditions.map((condition) => condition.toLowerCase())),
  );
  protected readonly conditionChoices = computed(() => {
    const own = this.now().beacon.conditions.filter((condition) => !graded.has(condition.toLowerCase()));
    const others = usualConditions.filter((condition) => !this.asks().has(condition));
    return asChoices([...new Set([...own, ...others])]);
  });

  protected readonly outcome = field('clean');
  /** The desk enters what the customer reports, nothing else. */
  protected readonly fromDesk = computed(() => this.role()?.role === 'desk');
  protected readonly saidBy = field('technician');
  protected readonly reportedBy = computed(() => (this.fromDesk() ? 'customer' : this.saidBy()));
  protected readonly drives = field('1');
  protected readonly checked = field<readonly string[]>([]);
  protected readonly conditions = field<readonly string[]>([]);
  protected readonly temperature = field('');
  protected readonly soak = field('');
  protected readonly wet = field('');
  protected readonly road = field('');
  protected readonly load = field('');
  protected readonly minutes = field('');
  protected readonly km = field('');
  /** What is counted by hours or kilometres asks for them. */
  protected readonly per = computed(() => rateOf(this.now().beacon).per);
  protected readonly trial = field('');
  protected readonly all = field(true);
  /** Trials by hand are in sight where one stands for a condition of this beacon. */
  protected readonly trialChoices = computed(() => {
    const fit = new Set<string>(this.now().beacon.conditions.map((condition) => trialFor(condition) ?? ''));
    fit.delete('');
    return fit.size === 0 ? [] : this.trials.filter(({ value }) => value === '' || fit.has(value));
  });
  readonly form = entryForm(
    {
      outcome: this.outcome,
      saidBy: this.saidBy,
      drives: this.drives,
      checked: this.checked,
      conditions: this.conditions,
      temperature: this.temperature,
      soak: this.soak,
      wet: this.wet,
      road: this.road,
      load: this.load,
      minutes: this.minutes,
      km: this.km,
      trial: this.trial,
      all: this.all,
    },
    {
      draft: () => `drive ${this.record()?.id ?? ''}`,
      read: () => this.read(),
      enter: (drives, stamp) => this.enterAll(drives, stamp),
    },
  );

  /** One drive tells about every beacon that is watched, unless it is said of one alone. */
  private read(): FactData<'exposures'>[] | Trouble {
    const shown = this.outcome() === 'shown';
    const customer = this.reportedBy() === 'customer';
    const drives = Number(this.drives());
    if (customer && !(Number.isInteger(drives) && drives >= 1 && drives <= 500))
      return trouble(this.drives, 'Over how many drives? A whole number from 1 to 500.');
    const circumstances = this.circumstances();
    if (circumstances instanceof Trouble) return circumstances;
    const targets = shown || !this.all() ? [this.now()] : this.watched().filter(({ returned }) => !returned);
    return targets.map(({ id }) => ({
      beaconId: id,
      shown,
      coldStart: this.checked().includes('cold'),
      conditions: [...this.conditions()],
      bulbCheck: this.checked().includes('bulb') ? 'passed' : 'not-seen',
      monitorRan: this.checked().includes('monitor'),
      reportedBy: customer ? 'customer' : 'technician',
      drives: customer && drives > 1 ? drives : null,
      circumstances: Object.keys(circumstances).length > 0 ? circumstances : null,
      provoked: (this.trial() || null) as FactData<'exposures'>['provoked'],
    }));
  }

  /** What came of the drive at a simulated car; null before one. */
  protected readonly driven = signal<string | null>(null);
  protected readonly driving = signal(false);

  /** Driven as it is filled in; what it did is filled in then. */
  protected async drive(): Promise<void> {
    const drives = this.read();
    if (drives instanceof Trouble) return this.driven.set(drives.says);
    if (this.driving()) return;
    this.driving.set(true);
    const { beaconId, conditions, circumstances, provoked } = drives[0]!;
    try {
      const { shown, lit } = await this.car.drive({ beaconId, conditions, circumstances, provoked });
      this.outcome.set(shown ? 'shown' : 'clean');
      this.driven.set(lit.length === 0 ? 'No lamp is lit.' : `Lit at the end: ${lit.join(', ')}.`);
    } catch (error) {
      this.driven.set((error as Error).message);
    }
    this.driving.set(false);
  }

  /** What was measured, of what this beacon asks for. */
  private circumstances(): Circumstances | Trouble {
    const typed = [this.temperature, this.soak, this.minutes, this.km];
    const odd = typed.find((one) => Number.isNaN(numberOrNull(one())));
    if (odd) return trouble(odd, 'This is not a number. Examples: 4, 12.5, 40.');
    const [degrees, soakHours, minutes, km] = typed.map((one) => numberOrNull(one()));
    const celsius = degrees == null ? null : Math.round(10 * celsiusOf(degrees, this.degrees())) / 10;
    if (celsius !== null && Math.abs(celsius) > 60)
      return trouble(this.temperature, `Is it really ${degrees} °${this.degrees()} outside?`);
    if (soakHours != null && (soakHours < 0 || soakHours > 10_000))
      return trouble(this.soak, 'Hours for which it was off: 0 or more.');
    if (minutes != null && (minutes < 0 || minutes > 1440))
      return trouble(this.minutes, 'Minutes of driving: 0 to 1440.');
    if (km != null && (km < 0 || km > 2000)) return trouble(this.km, 'Kilometres: 0 to 2000.');
    return {
      ...(celsius === null ? {} : { celsius }),
      ...(soakHours == null ? {} : { soakHours }),
      ...(minutes == null ? {} : { minutes }),
      ...(km == null ? {} : { km }),
      ...(this.wet() ? { wet: this.wet() as Circumstances['wet'] } : {}),
      ...(this.road() ? { road: this.road() as Circumstances['road'] } : {}),
      ...(this.load() ? { load: this.load() as Circumstances['load'] } : {}),
    };
  }

  private async enterAll(drives: readonly FactData<'exposures'>[], stamp: Stamp): Promise<Sent<unknown>> {
    let waits = false;
    for (const [n, drive] of drives.entries()) {
      const sent = await this.desk.enter('exposures', drive, null, stamp.of(n));
      if (sent.state === 'refused') return sent;
      waits ||= sent.state === 'waiting';
    }
    return waits ? { state: 'waiting' } : { state: 'saved', answer: null };
  }

  /** Fills in what a step of the plan says; what it did, and what was seen, is for the person to say. */
  take({ provoked, condition, coldStart, byCustomer }: ScheduledStep): void {
    this.trial.set(provoked ?? '');
    this.checked.set(coldStart ? ['cold'] : []);
    if (!this.fromDesk()) this.saidBy.set(byCustomer ? 'customer' : 'technician');
    const name = condition?.toLowerCase() ?? '';
    if (name === 'rough road') this.road.set('rough');
    else if (name === 'under load') this.load.set('full');
    else if (name === 'long drive') this.minutes.set('40');
    else if (condition && !graded.has(name)) this.conditions.set([condition]);
  }
}
