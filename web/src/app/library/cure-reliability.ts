/** Of those that were called nine in ten, how many held: what the planner says, and what is stated of a cure. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Cures } from '@dormant-beacon/contract';
import { percent } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { LineChart, type LineData, lineOptions, tokenColor } from '../chart';
import { FiguresPipe, sayFigures } from '../figures';
import { CircuitEvents, circuitsFeature } from '../knowledge';

type Reliability = Cures['called'];

interface Picture {
  readonly title: string;
  readonly says: string;
  readonly few: boolean;
  readonly data: LineData;
  readonly spoken: string;
  readonly rows: readonly { readonly tenth: string; readonly count: number; readonly held: string }[];
}

@Component({
  selector: 'db-cure-reliability',
  imports: [FiguresPipe, LineChart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>What became of repairs</h2>
    <p class="quiet">
      A repair held where its beacon was proven dormant and nobody has come back since; it failed where the
      function did not work afterwards, or the beacon showed again. On the dashed line as many held as were
      stated.
    </p>
    <div class="pictures">
      @for (picture of pictures(); track picture.title) {
        <section>
          <h3>{{ picture.title }}</h3>
          <p [class.quiet]="!picture.few">{{ picture.says | figures }}</p>
          @if (picture.rows.length > 0) {
            <db-line-chart [data]="picture.data" [options]="options()" [spoken]="picture.spoken" />
            <table class="plain">
              <thead>
                <tr>
                  <th>Stated</th>
                  <th>Repairs</th>
                  <th>Held</th>
                </tr>
              </thead>
              <tbody>
                @for (row of picture.rows; track row.tenth) {
                  <tr>
                    <td class="mono">{{ row.tenth }}</td>
                    <td class="mono">{{ row.count }}</td>
                    <td class="mono">{{ row.held }}</td>
                  </tr>
                }
              </tbody>
            </table>
          }
        </section>
      }
    </div>
  `,
  styles: `
    .pictures {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(100%, 380px), 1fr));
      gap: 32px;
    }

    h3 {
      margin: 14px 0 6px;
      font-size: 18px;
    }

    db-line-chart {
      display: block;
      height: 260px;
      min-width: 0;
    }
  `,
})
export class CureReliability {
  private readonly store = inject(Store);
  private readonly cures = this.store.selectSignal(circuitsFeature.selectCures);
  protected readonly pictures = computed((): Picture[] => {
    const cures = this.cures();
    if (!cures) return [];
    return [
      pictureOf('The cure, as it was stated when the repair was entered', cures.stated),
      pictureOf('The part, as the planner called it before it was touched', cures.called),
    ];
  });
  protected readonly options = computed(() => {
    const hundred = { min: 0, max: 100, ticks: { callback: (value: number | string) => `${value} %` } };
    return lineOptions(
      { title: 'stated', ...hundred },
      { title: 'held', ...hundred },
      {
        sound: {
          type: 'line',
          xMin: 0,
          yMin: 0,
          xMax: 100,
          yMax: 100,
          borderColor: tokenColor('--quiet'),
          borderWidth: 1.5,
          borderDash: [6, 5],
        },
      },
    );
  });

  constructor() {
    this.store.dispatch(CircuitEvents.curesWanted());
  }
}

function pictureOf(title: string, { count, tenths, brier, few }: Reliability): Picture {
  const calm = tokenColor('--calm');
  const off =
    tenths.reduce((sum, tenth) => sum + tenth.count * (tenth.stated - tenth.held), 0) / (count || 1);
  const says =
    count === 0
      ? 'Nothing is known yet.'
      : few
        ? `${count === 1 ? 'One repair is' : `${count} repairs are`} too few to judge by; thirty would do.`
        : `${count} repairs. On the whole ${percent(Math.abs(off))} too ${off > 0 ? 'sure' : 'cautious'}; Brier score ${sayFigures(brier!.toFixed(2))}, where 0 is perfect and ${sayFigures('0.25')} is a coin.`;
  return {
    title,
    says,
    few,
    data: {
      datasets: [
        {
          data: tenths.map(({ stated, held }) => ({ x: 100 * stated, y: 100 * held })),
          borderColor: calm,
          backgroundColor: calm,
          borderWidth: 2,
          pointRadius: 6,
        },
      ],
    },
    spoken: tenths
      .map((tenth) => `Stated ${percent(tenth.stated)}, held ${percent(tenth.held)}, of ${tenth.count}.`)
      .join(' '),
    rows: tenths.map((tenth) => ({
      tenth: `${Math.round(100 * tenth.from)} to ${Math.round(100 * tenth.from) + 10} %`,
      count: tenth.count,
      held: percent(tenth.held),
    })),
  };
}
