/** The battery first: what was measured, and what it amounts to before it is saved. */
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { type BatteryReading, judgeBattery } from '@dormant-beacon/core/readings';
import { celsiusOf } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { FiguresPipe } from '../figures';
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
  trouble,
  Trouble,
} from '../entry';
import { jobFeature } from '../job';
import { shopFeature } from '../session';
import { verdictWords } from '../words';

@Component({
  selector: 'db-battery-form',
  imports: [Caution, ChoiceMany, ChoiceOne, Entry, FiguresPipe, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './battery-form.html',
  styles: `
    db-entry {
      display: grid;
      gap: 16px;
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(3, minmax(0, 1fr));
      gap: 14px;
      align-items: start;
    }
    .tester {
      grid-template-columns: 1fr 1fr;
    }
    .verdict {
      padding: 12px 16px;
      border-radius: 12px;
      background: var(--ground);
    }
    .verdict strong {
      display: block;
      font-size: 22px;
    }
    button {
      justify-self: start;
    }
    @media (max-width: 700px) {
      .grid {
        grid-template-columns: 1fr 1fr;
      }
    }
  `,
})
export class BatteryForm {
  readonly jobId = input.required<string>();
  readonly saved = output();
  protected readonly settings = inject(Store).selectSignal(shopFeature.selectSettings);
  protected readonly types: readonly Choice[] = [
    { value: 'flooded', label: 'flooded' },
    { value: 'efb', label: 'enhanced flooded' },
    { value: 'agm', label: 'AGM' },
    { value: 'gel', label: 'gel' },
    { value: 'lithium', label: 'lithium' },
    { value: 'unknown', label: 'not known' },
  ];
  protected readonly standards: readonly Choice[] = ['EN', 'SAE', 'DIN', 'IEC', 'JIS'].map((value) => ({
    value,
    label: value,
  }));
  protected readonly states: readonly Choice[] = [
    { value: 'off', label: 'surface charge taken off' },
    { value: 'charged', label: 'charged fully for this reading' },
  ];
  protected readonly type = field('');
  protected readonly volts = field('');
  protected readonly rest = field('');
  protected readonly degrees = field('');
  protected readonly rated = field('');
  protected readonly ratedStandard = field('EN');
  protected readonly measured = field('');
  protected readonly measuredStandard = field('EN');
  protected readonly health = field('');
  protected readonly milliohms = field('');
  protected readonly checks = field<readonly string[]>([]);
  protected readonly where = field('');
  protected readonly form = factForm(
    'batteries',
    {
      type: this.type,
      volts: this.volts,
      rest: this.rest,
      degrees: this.degrees,
      rated: this.rated,
      ratedStandard: this.ratedStandard,
      measured: this.measured,
      measuredStandard: this.measuredStandard,
      health: this.health,
      milliohms: this.milliohms,
      checks: this.checks,
      where: this.where,
    },
    {
      draft: () => `battery ${this.jobId()}`,
      read: () => this.whole(),
      places: {
        restingVolts: this.volts,
        restHours: this.rest,
        celsius: this.degrees,
        ratedAmps: this.rated,
        measuredAmps: this.measured,
        healthPercent: this.health,
        milliohms: this.milliohms,
      },
      then: () => this.saved.emit(),
    },
  );
  private readonly assessment = inject(Store).selectSignal(jobFeature.selectAssessment);
  /** While the power is off it is asked where the volts were taken: at the vehicle they show that it is not. */
  protected readonly powerOff = computed(() => (this.assessment()?.safety.confirmed.size ?? 0) > 0);
  protected readonly places: readonly Choice[] = [
    { value: 'disconnected', label: 'at the disconnected battery' },
    { value: 'clamps', label: 'at the vehicle’s clamps' },
  ];
  private readonly read = computed((): BatteryReading | Trouble => {
    const volts = numberOrNull(this.volts());
    if (volts === null) return trouble(this.volts, 'Type the resting volts.');
    const typed = [this.rest, this.degrees, this.rated, this.measured, this.health, this.milliohms];
    const [rest, degrees, rated, measured, health, milliohms] = typed.map((one) => numberOrNull(one()));
    const odd = [this.volts, ...typed].find((one) => Number.isNaN(numberOrNull(one())));
    if (odd) return trouble(odd, 'This is not a number. Examples: 12.6, 12,6, 640.');
    if (volts < 0 || volts > 60) return trouble(this.volts, 'Resting volts lie between 0 and 60.');
    if (this.type() === '')
      return trouble(this.type, 'Say what kind of battery it is; “not known” is an answer too.');
    return {
      type: this.type() as BatteryReading['type'],
      restingVolts: volts,
      restHours: rest ?? null,
      surfaceChargeRemoved: this.checks().includes('off'),
      celsius:
        degrees == null ? null : Math.round(10 * celsiusOf(degrees, this.settings().temperatureUnit)) / 10,
      ratedAmps: rated == null ? null : Math.round(rated),
      ratedStandard: rated == null ? null : (this.ratedStandard() as BatteryReading['ratedStandard']),
      measuredAmps: measured == null ? null : Math.round(measured),
      measuredStandard:
        measured == null ? null : (this.measuredStandard() as BatteryReading['measuredStandard']),
      healthPercent: health ?? null,
      milliohms: milliohms ?? null,
      charged: this.checks().includes('charged'),
    };
  });
  protected readonly answer = computed(() => {
    const read = this.read();
    return read instanceof Trouble ? null : judgeBattery(read);
  });
  protected readonly words = verdictWords;

  private whole(): FactData<'batteries'> | Trouble {
    const read = this.read();
    if (read instanceof Trouble || !this.powerOff()) return read;
    return this.where() === ''
      ? trouble(this.where, 'The power is off: say where the volts were taken.')
      : { ...read, where: this.where() as 'clamps' | 'disconnected' };
  }
}
