/** A relay on the bench: coil, pull-in, release, contact, suppression, click. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { judgeRelay, type RelaySheet } from '@dormant-beacon/core/readings';
import {
  type Choice,
  ChoiceOne,
  Entry,
  field,
  fieldFrom,
  numberOrNull,
  TextField,
  trouble,
  type Trouble,
} from '../../entry';
import { FiguresPipe } from '../../figures';
import { SheetEnd } from './sheet-end';
import { SheetForm, sheetStyles } from './sheet-form';

@Component({
  selector: 'db-relay-form',
  imports: [ChoiceOne, Entry, FiguresPipe, SheetEnd, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form">
      <p class="quiet">
        What you can measure; the rest stays empty. OL across the coil means that it is open.
      </p>
      <div class="grid">
        <db-text label="Relay" example="R5" [most]="60" [field]="relay" />
        <db-text label="Rated volts" keys="decimal" example="12" [mono]="true" [field]="volts" />
        <db-text
          label="Coil watts, where printed"
          keys="decimal"
          example="1.6"
          [mono]="true"
          [field]="watts"
        />
        <db-text label="Coil, Ω" example="90" [mono]="true" [field]="coil" />
        <db-text label="Coil, tips changed, Ω" example="90" [mono]="true" [field]="reversed" />
        <db-text label="Its temperature, °C" keys="decimal" example="20" [mono]="true" [field]="celsius" />
        <db-text label="Pulls in at, V" keys="decimal" example="7.2" [mono]="true" [field]="pullIn" />
        <db-text label="Lets go at, V" keys="decimal" example="2.0" [mono]="true" [field]="release" />
        <db-text label="Contact, mV" keys="decimal" example="60" [mono]="true" [field]="drop" />
        <db-text label="at a load of, A" keys="decimal" example="5" [mono]="true" [field]="amps" />
      </div>
      <db-choice
        question="What suppresses it, by its print?"
        [choices]="suppressions"
        [field]="suppression"
      />
      <db-choice question="Does it click?" [choices]="clicks" [field]="click" />
      @if (answer(); as answer) {
        <div class="says" aria-live="polite">
          <strong>{{ answer.verdict | figures }}</strong>
          @for (check of answer.checks; track check.what) {
            <p [class.high]="!check.good">{{ check.says | figures }}</p>
          }
        </div>
      }
      <db-sheet-end [problem]="form.problem()" />
    </db-entry>
  `,
  styles: sheetStyles,
})
export class RelayForm extends SheetForm<RelaySheet> {
  protected readonly suppressions: readonly Choice[] = [
    { value: 'unknown', label: 'not known' },
    { value: 'none', label: 'nothing' },
    { value: 'resistor', label: 'a resistor' },
    { value: 'diode', label: 'a diode' },
  ];
  protected readonly clicks: readonly Choice[] = [
    { value: '', label: 'not tried' },
    { value: 'yes', label: 'yes' },
    { value: 'no', label: 'no' },
  ];
  /** The relay of the circuit. */
  readonly known = input('');
  protected readonly relay = fieldFrom(() => this.known());
  protected readonly volts = field('12');
  protected readonly watts = field('');
  protected readonly coil = field('');
  protected readonly reversed = field('');
  protected readonly celsius = field('');
  protected readonly pullIn = field('');
  protected readonly release = field('');
  protected readonly drop = field('');
  protected readonly amps = field('');
  protected readonly suppression = field('unknown');
  protected readonly click = field('');
  protected readonly form = this.sheetForm(
    {
      relay: this.relay,
      volts: this.volts,
      watts: this.watts,
      coil: this.coil,
      reversed: this.reversed,
      celsius: this.celsius,
      pullIn: this.pullIn,
      release: this.release,
      drop: this.drop,
      amps: this.amps,
      suppression: this.suppression,
      click: this.click,
    },
    () => `relay ${this.traceId() ?? ''}`,
  );

  private readonly numbers = () => [
    this.volts,
    this.watts,
    this.coil,
    this.reversed,
    this.celsius,
    this.pullIn,
    this.release,
    this.drop,
    this.amps,
  ];
  protected readonly read = computed((): RelaySheet | Trouble => {
    const coilOpen = /^\s*ol\s*$/i.test(this.coil());
    const [ratedVolts, ratedWatts] = [numberOrNull(this.volts()), numberOrNull(this.watts())];
    if (ratedVolts === null) return trouble(this.volts, 'Type the rated volts.');
    const rest = {
      coilOhms: coilOpen ? null : numberOrNull(this.coil()),
      coilOhmsReversed: numberOrNull(this.reversed()),
      celsius: numberOrNull(this.celsius()),
      pullInVolts: numberOrNull(this.pullIn()),
      releaseVolts: numberOrNull(this.release()),
      contactMillivolts: numberOrNull(this.drop()),
      contactAmps: numberOrNull(this.amps()),
    };
    const odd = this.numbers().find(
      (one) => Number.isNaN(numberOrNull(one())) && !(coilOpen && one === this.coil),
    );
    if (odd) return trouble(odd, 'This is not a number. Examples: 90, 7,2, OL for an open coil.');
    if (!(ratedVolts > 0)) return trouble(this.volts, 'Volts lie above 0.');
    if (ratedWatts !== null && !(ratedWatts > 0)) return trouble(this.watts, 'Watts lie above 0.');
    return {
      sheet: 'relay',
      relay: this.relay().trim() || 'the relay',
      ratedVolts,
      ratedWatts,
      ...rest,
      ...(coilOpen ? { coilOpen } : {}),
      suppression: this.suppression() as RelaySheet['suppression'],
      clicks: this.click() === '' ? null : this.click() === 'yes',
    };
  });
  protected readonly answer = computed(() => (this.sheet() ? judgeRelay(this.sheet()!) : null));
}
