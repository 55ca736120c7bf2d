/** A repair at the bench: what was found and done, heat with its time, what was tried, what cannot be undone. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { Caution } from '../frame';
import {
  type Choice,
  ChoiceMany,
  ChoiceOne,
  Entry,
  factForm,
  field,
  numberOrNull,
  TextField,
  Tick,
  trouble,
  type Trouble,
} from '../entry';
import { UnitDesk } from '../unit';
import { DwellClock } from './dwell-clock';

/** What instruments show; what a car lacks agrees with nothing being shown. */
const gaugeNames = ['speed', 'revolutions', 'fuel', 'coolant', 'every lamp and segment'] as const;

@Component({
  selector: 'db-bench-form',
  imports: [Caution, ChoiceMany, ChoiceOne, DwellClock, Entry, MatButtonModule, TextField, Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>At the bench: {{ unit().plan.unit }}</h2>
    @if (closes().length > 0) {
      <p class="open">A first try here closes {{ closes().join(' and ') }} if it fails. It is tried once.</p>
    }
    <db-caution
      >Off the car’s supply, wrist strap and mat on. A ballast or driver holds its voltage: let it discharge,
      and measure before a cover comes off.</db-caution
    >
    <db-entry [form]="form" label="The repair at the bench">
      <db-tick [field]="care">Wrist strap and mat are on, the unit is off the car’s supply</db-tick>
      <db-text
        label="What was found"
        example="such as a cracked joint at the plug"
        [most]="200"
        [field]="found"
      />
      @if (gauges()) {
        <db-tick [field]="marked">Where each needle rested is marked; the ribbon is free of tension</db-tick>
      }
      <div class="pair">
        <db-text label="Heat, °C; empty for none" keys="numeric" [field]="celsius" />
        <db-text label="for minutes" keys="decimal" [field]="minutes" />
      </div>
      <db-dwell-clock [minutes]="dwell()" [until]="until" />
      <db-text label="What cannot be undone; empty for nothing" [most]="500" [field]="notUndone" />
      @if (gauges()) {
        <db-choices
          question="Compared with its live value, and agrees"
          [choices]="gaugeChoices"
          [field]="compared"
        />
      }
      <db-text label="What was tried on the bench" example="such as an hour under load" [field]="tried" />
      <db-choice question="Does it work?" [choices]="works" [field]="result" />
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button mat-flat-button type="submit">Enter the repair at the bench</button>
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
    .open {
      color: var(--ember);
    }
    .pair {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(140px, 1fr));
      gap: 12px;
    }
    button {
      justify-self: start;
    }
  `,
})
export class BenchForm {
  private readonly desk = inject(UnitDesk);
  protected readonly unit = computed(() => this.desk.unit()!);
  protected readonly gauges = computed(() => this.unit().plan.sort === 'instruments');
  protected readonly closes = computed(
    () =>
      this.unit()
        .open.find(({ route }) => route.id === this.unit().chosen?.id)
        ?.closes.map(({ label }) => `“${label}”`) ?? [],
  );
  protected readonly works: readonly Choice[] = [
    { value: 'yes', label: 'yes, all that was tried' },
    { value: 'no', label: 'no' },
  ];
  protected readonly care = field(false);
  protected readonly found = field('');
  protected readonly marked = field(false);
  protected readonly celsius = field('');
  protected readonly minutes = field('');
  protected readonly dwell = computed(() => {
    const minutes = numberOrNull(this.minutes());
    return Number.isNaN(minutes) ? null : minutes;
  });
  protected readonly until = field('');
  protected readonly notUndone = field('');
  protected readonly tried = field('');
  protected readonly result = field('');
  protected readonly gaugeChoices: readonly Choice[] = gaugeNames.map((value) => ({ value, label: value }));
  protected readonly compared = field<readonly string[]>([]);
  protected readonly form = factForm(
    'bench-works',
    {
      care: this.care,
      found: this.found,
      marked: this.marked,
      celsius: this.celsius,
      minutes: this.minutes,
      until: this.until,
      notUndone: this.notUndone,
      tried: this.tried,
      compared: this.compared,
      result: this.result,
    },
    { draft: () => `bench ${this.unit().id}`, read: () => this.read() },
  );

  private read(): FactData<'bench-works'> | Trouble {
    const [celsius, minutes] = [numberOrNull(this.celsius()), numberOrNull(this.minutes())];
    if (!this.care()) return trouble(this.care, 'First wrist strap and mat; the unit off the car’s supply.');
    if (this.found().trim() === '') return trouble(this.found, 'Say what was found.');
    if (this.gauges() && !this.marked())
      return trouble(this.marked, 'Mark where each needle rests before one is lifted.');
    if (Number.isNaN(celsius)) return trouble(this.celsius, 'Type the temperature as a number, or nothing.');
    if (celsius !== null && (minutes === null || Number.isNaN(minutes)))
      return trouble(this.minutes, 'Type for how many minutes.');
    if (this.tried().trim() === '') return trouble(this.tried, 'Say what was tried before it goes back.');
    if (this.result() === '') return trouble(this.result, 'Say whether it works.');
    const left = this.gauges() ? gaugeNames.filter((name) => !this.compared().includes(name)) : [];
    if (this.result() === 'yes' && left.length > 0)
      return trouble(this.compared, `Compare with live values as well: ${left.join(', ')}.`);
    return {
      planId: this.unit().id,
      routeId: this.unit().chosen!.id,
      staticCare: true,
      found: this.found().trim(),
      notUndone: this.notUndone().trim() || null,
      restMarked: this.gauges() ? this.marked() : null,
      heats: celsius === null ? [] : [{ celsius, minutes: minutes! }],
      tried: [
        ...(this.gauges() ? gaugeNames : []).map((name) => ({
          what: `${name} against its live value`,
          works: !left.includes(name),
        })),
        { what: this.tried().trim(), works: this.result() === 'yes' },
      ],
    };
  }
}
