/** All loops at once: live ohms with lowest, highest and moment, against limits, the other side and the peers. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { FactData } from '@dormant-beacon/contract';
import { standing } from '@dormant-beacon/core/record';
import { restraintPicture } from '@dormant-beacon/core/record/picture';
import { loopMoment, type LoopMoment } from '@dormant-beacon/core/restraints';
import { type LoopRow, loopTable, momentWords } from '@dormant-beacon/core/restraints/scope';
import { readTyped, showValue } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { FiguresPipe, sayFigures } from '../figures';
import { Caution } from '../frame';
import { type Choice, ChoiceOne, Entry, factForm, field, TextField, trouble, type Trouble } from '../entry';
import { jobFeature } from '../job';
import { shopFeature } from '../session';
import { CarLoops } from '../simulated';
import { SeatTable } from './seat-table';

@Component({
  selector: 'db-loop-panel',
  imports: [
    CarLoops,
    Caution,
    ChoiceOne,
    Entry,
    FiguresPipe,
    MatButtonModule,
    RouterLink,
    SeatTable,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-caution
      >Look only: powered, nothing touched, nobody in a deployment path; a seat is moved by its own control
      from outside. A live value shows that the car has power: a wait begins again.</db-caution
    >
    <div class="wide">
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">Loop</th>
            <th scope="col">Now</th>
            <th scope="col">Lowest to highest</th>
            <th scope="col">Limits</th>
            <th scope="col">Other side</th>
            <th scope="col">What it says</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.loop) {
            <tr [class]="row.verdict" [class.chosen]="loop() === row.loop">
              <td>
                <button mat-button type="button" (click)="loop.set(row.loop)">
                  <span class="mono">{{ row.loop }}</span> {{ row.item ? row.label : '' }}
                </button>
              </td>
              <td class="mono value">{{ shown(row.now) | figures }}</td>
              <td class="mono">{{ range(row) | figures }}</td>
              <td class="mono">
                {{ row.lowOhms | figures }} to {{ row.highOhms | figures
                }}<small>{{ row.source ?? 'generic' }}</small>
              </td>
              <td class="mono">{{ shown(row.otherSide ?? undefined) | figures }}</td>
              <td>{{ row.says | figures }}</td>
            </tr>
          } @empty {
            <tr>
              <td colspan="6" class="quiet">
                No loop is known yet. Type its name below with what the reader shows.
              </td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <db-entry [form]="form">
      <db-choice question="At which moment?" [choices]="moments" [field]="moment" />
      @if (record()?.simulated) {
        <db-car-loops [moment]="moment()" />
      }
      <div class="pair">
        <db-text label="Loop" example="such as L9" [mono]="true" [field]="loop" />
        <db-text
          label="Ohms, as the module shows them"
          example="2.4, or OL"
          keys="decimal"
          [mono]="true"
          [field]="ohms"
          limits="0 to 1000 Ω, or OL"
        />
      </div>
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button mat-flat-button type="submit" data-key="s">Enter the loop</button>
    </db-entry>
    <p class="quiet">
      A loop can condemn a unit, never clear it. One that is high or moves is followed on
      <a [routerLink]="['/jobs', record()?.id, 'trace']">its trace</a>: plug and harness first.
    </p>
    <db-seat-table />
  `,
  styles: `
    :host {
      display: grid;
      gap: 16px;
    }
    .wide {
      overflow-x: auto;
    }
    td.mono {
      white-space: nowrap;
    }
    .value {
      font-size: 24px;
      font-weight: 650;
    }
    .open .value,
    .high .value,
    .moves .value,
    .gone .value,
    .near-zero .value {
      color: var(--red);
    }
    small {
      display: block;
      font-size: 14px;
      font-family: var(--body);
      color: var(--quiet);
    }
    td button {
      padding: 0 8px;
      text-align: left;
    }
    db-car-loops {
      width: 100%;
      box-sizing: border-box;
    }
    .chosen td {
      background: var(--raised);
    }
    db-entry {
      display: grid;
      gap: 14px;
      justify-items: start;
    }
    .pair {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
      gap: 12px;
      width: 100%;
    }
  `,
})
export class LoopPanel {
  private readonly store = inject(Store);
  private readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  /** With an inventory by its items; without one by the loops that were read. Those that ask for work come first. */
  protected readonly rows = computed(() => {
    const record = this.record();
    if (!record) return [];
    const picture = restraintPicture(record, this.settings().restraintRoute);
    const rows = picture?.loops ?? loopTable([], [], standing(record.loopReadings));
    const urgency = (row: LoopRow) => (row.verdict === 'not-read' ? 2 : row.verdict === 'level' ? 1 : 0);
    return [...rows].sort((a, b) => urgency(a) - urgency(b));
  });
  protected readonly moments: readonly Choice[] = loopMoment.options.map((value) => ({
    value,
    label: momentWords[value],
  }));
  protected readonly loop = field('');
  protected readonly ohms = field('');
  protected readonly moment = field('as-found');
  protected readonly form = factForm(
    'loop-readings',
    { loop: this.loop, ohms: this.ohms, moment: this.moment },
    {
      draft: () => `loop ${this.record()?.id ?? ''}`,
      read: () => this.read(),
      // The next moment of the same loop comes next.
      keeps: true,
      then: () => this.ohms.set(''),
    },
  );

  protected shown(ohms: number | null | undefined): string {
    return ohms === undefined ? '–' : ohms === null ? 'OL' : showValue(ohms, 'Ω');
  }

  protected range({
    lowest,
    highest,
    overload,
  }: {
    lowest: number | null;
    highest: number | null;
    overload: boolean;
  }): string {
    if (lowest === null || highest === null) return overload ? 'OL' : '–';
    const top = overload ? 'OL' : sayFigures(String(highest));
    return lowest === highest && !overload
      ? sayFigures(String(lowest))
      : `${sayFigures(String(lowest))} – ${top}`;
  }

  private read(): FactData<'loop-readings'> | Trouble {
    const loop = this.loop().trim();
    if (loop === '') return trouble(this.loop, 'Say which loop it is.');
    const typed = readTyped(this.ohms());
    const data = { loop, moment: this.moment() as LoopMoment };
    if (typed.kind === 'overload') return { ...data, overload: true };
    if (typed.kind === 'value' && typed.value >= 0 && typed.value <= 1000)
      return { ...data, ohms: typed.value };
    return trouble(this.ohms, 'Type the ohms as the module shows them, such as 2.4, or OL.');
  }
}
