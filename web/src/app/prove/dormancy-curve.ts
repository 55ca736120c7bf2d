/** How sure it is that a beacon stays dark, over its clean exposures: the curve, the target, where it stands. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Proof } from '@dormant-beacon/core/proof';
import { percent } from '@dormant-beacon/core/units';
import { chartFont, LineChart, type LineData, lineOptions, tokenColor } from '../chart';
import { sayFigures } from '../figures';

const axis = { starts: 'clean drives', hours: 'clean hours of driving', km: 'clean kilometres' } as const;

@Component({
  selector: 'db-dormancy-curve',
  imports: [LineChart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<db-line-chart [data]="data()" [options]="options()" [spoken]="spoken()" />`,
  styles: `
    :host {
      display: block;
      height: 250px;
      min-width: 0;
    }
  `,
})
export class DormancyCurve {
  readonly proof = input.required<Proof>();

  protected readonly spoken = computed(() => {
    const { watch, counted, target, per } = this.proof();
    return `${percent(watch.probability)} after ${sayFigures(counted.toFixed(1))} ${axis[per]}; the target is ${percent(target)}, reached at ${watch.totalNeeded ?? 'more than a million'}.`;
  });
  protected readonly data = computed((): LineData => {
    const { watch, counted } = this.proof();
    const [calm, ember] = [tokenColor('--calm'), tokenColor('--ember')];
    return {
      datasets: [
        {
          data: watch.curve.map(({ clean, probability }) => ({ x: clean, y: 100 * probability })),
          borderColor: calm,
          borderWidth: 3,
          pointRadius: 0,
          tension: 0.3,
          fill: false,
        },
        {
          data: [{ x: counted, y: 100 * watch.probability }],
          borderColor: ember,
          backgroundColor: ember,
          pointRadius: 8,
          pointHoverRadius: 9,
        },
      ],
    };
  });
  protected readonly options = computed(() => {
    const { watch, target } = this.proof();
    return lineOptions(
      { title: axis[this.proof().per], min: 0, max: watch.curve.at(-1)?.clean ?? 8, ticks: { precision: 0 } },
      {
        min: Math.floor(10 * (watch.curve[0]?.probability ?? 0)) * 10,
        max: 100,
        ticks: { callback: (value: number | string) => `${value} %` },
      },
      {
        target: {
          type: 'line',
          yMin: 100 * target,
          yMax: 100 * target,
          borderColor: tokenColor('--ink'),
          borderWidth: 1.5,
          borderDash: [6, 5],
          label: {
            display: true,
            content: `target ${percent(target)}`,
            position: 'end',
            backgroundColor: tokenColor('--sheet'),
            color: tokenColor('--ink'),
            font: chartFont,
            yAdjust: 14,
          },
        },
      },
    );
  });
}
