/** How sure it is that a beacon stays dark, over its clean exposures: the curve, the target, where it stands. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Proof } from '@dormant-beacon/core/job';
import { percent } from '@dormant-beacon/core/job';
import {
  CategoryScale,
  Chart,
  type ChartConfiguration,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
} from 'chart.js';
import annotation from 'chartjs-plugin-annotation';
import { BaseChartDirective } from 'ng2-charts';
import { chartFont, tokenColor } from '../shared/token-color';

Chart.register(LineController, LineElement, PointElement, LinearScale, CategoryScale, Filler, annotation);

@Component({
  selector: 'db-dormancy-curve',
  imports: [BaseChartDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<canvas
    baseChart
    type="line"
    [data]="data()"
    [options]="options()"
    role="img"
    [attr.aria-label]="spoken()"
  ></canvas>`,
  styles: `
    :host {
      position: relative;
      display: block;
      height: 250px;
      min-width: 0;
    }
  `,
})
export class DormancyCurve {
  readonly proof = input.required<Proof>();

  protected readonly spoken = computed(() => {
    const { watch, counted, target } = this.proof();
    return `${percent(watch.probability)} after ${counted.toFixed(1)} clean drives; the target is ${percent(target)}, reached at ${watch.totalNeeded ?? 'more than a million'}.`;
  });
  protected readonly data = computed((): ChartConfiguration<'line'>['data'] => {
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
  protected readonly options = computed((): ChartConfiguration<'line'>['options'] => {
    const { watch, target } = this.proof();
    const [ink, line] = [tokenColor('--quiet'), tokenColor('--line')];
    const font = chartFont;
    return {
      maintainAspectRatio: false,
      animation: false,
      scales: {
        x: {
          type: 'linear',
          min: 0,
          max: watch.curve.at(-1)?.clean ?? 8,
          title: { display: true, text: 'clean drives', color: ink, font },
          ticks: { color: ink, font, precision: 0 },
          grid: { display: false },
          border: { color: line },
        },
        y: {
          min: Math.floor(10 * (watch.curve[0]?.probability ?? 0)) * 10,
          max: 100,
          ticks: { color: ink, font, callback: (value) => `${value} %` },
          grid: { color: line },
          border: { display: false },
        },
      },
      plugins: {
        annotation: {
          annotations: {
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
                font,
                yAdjust: 14,
              },
            },
          },
        },
      },
    };
  });
}
