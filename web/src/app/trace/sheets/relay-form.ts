/** A relay on the bench: coil, pull-in, release, contact, suppression, click. */
import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, signal } from '@angular/core';
import { judgeRelay, type RelaySheet } from '@dormant-beacon/core/readings';
import { type Choice, ChoiceOne, keepDraft, numberOrNull, TextField } from '../../entry';
import { SheetEnd } from './sheet-end';
import { SheetForm, sheetStyles } from './sheet-form';

@Component({
  selector: 'db-relay-form',
  imports: [ChoiceOne, SheetEnd, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form novalidate (submit)="save($event)">
      <p class="quiet">
        What you can measure; the rest stays empty. OL across the coil means that it is open.
      </p>
      <div class="grid">
        <db-text label="Relay" example="R5" [most]="60" [(value)]="relay" />
        <db-text label="Rated volts" keys="decimal" example="12" [mono]="true" [(value)]="volts" />
        <db-text label="Coil watts" keys="decimal" example="1.6" [mono]="true" [(value)]="watts" />
        <db-text label="Coil, Ω" example="90" [mono]="true" [(value)]="coil" />
        <db-text label="Coil, tips changed, Ω" example="90" [mono]="true" [(value)]="reversed" />
        <db-text label="Its temperature, °C" keys="decimal" example="20" [mono]="true" [(value)]="celsius" />
        <db-text label="Pulls in at, V" keys="decimal" example="7.2" [mono]="true" [(value)]="pullIn" />
        <db-text label="Lets go at, V" keys="decimal" example="2.0" [mono]="true" [(value)]="release" />
        <db-text label="Contact, mV" keys="decimal" example="60" [mono]="true" [(value)]="drop" />
        <db-text label="at a load of, A" keys="decimal" example="5" [mono]="true" [(value)]="amps" />
      </div>
      <db-choice
        question="What suppresses it, by its print?"
        [choices]="suppressions"
        [(value)]="suppression"
      />
      <db-choice question="Does it click?" [choices]="clicks" [(value)]="click" />
      @if (answer(); as answer) {
        <div class="says" aria-live="polite">
          <strong>{{ answer.verdict }}</strong>
          @for (check of answer.checks; track check.what) {
            <p [class.high]="!check.good">{{ check.says }}</p>
          }
        </div>
      }
      <db-sheet-end [problem]="problem()" />
    </form>
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
  protected readonly relay = linkedSignal(() => this.known());
  protected readonly volts = signal('12');
  protected readonly watts = signal('');
  protected readonly coil = signal('');
  protected readonly reversed = signal('');
  protected readonly celsius = signal('');
  protected readonly pullIn = signal('');
  protected readonly release = signal('');
  protected readonly drop = signal('');
  protected readonly amps = signal('');
  protected readonly suppression = signal('unknown');
  protected readonly click = signal('');
  protected override readonly draft = keepDraft(() => `relay ${this.traceId() ?? ''}`, {
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
  });

  protected readonly read = computed((): RelaySheet | string => {
    const coilOpen = /^\s*ol\s*$/i.test(this.coil());
    const [ratedVolts, ratedWatts] = [numberOrNull(this.volts()), numberOrNull(this.watts())];
    if (ratedVolts === null || ratedWatts === null) return 'Type the rated volts, and the watts of the coil.';
    const rest = {
      coilOhms: coilOpen ? null : numberOrNull(this.coil()),
      coilOhmsReversed: numberOrNull(this.reversed()),
      celsius: numberOrNull(this.celsius()),
      pullInVolts: numberOrNull(this.pullIn()),
      releaseVolts: numberOrNull(this.release()),
      contactMillivolts: numberOrNull(this.drop()),
      contactAmps: numberOrNull(this.amps()),
    };
    if ([ratedVolts, ratedWatts, ...Object.values(rest)].some((value) => Number.isNaN(value)))
      return 'One of these is not a number. Examples: 90, 7,2, OL for an open coil.';
    if (!(ratedVolts > 0) || !(ratedWatts > 0)) return 'Volts and watts lie above 0.';
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
