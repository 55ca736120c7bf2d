/** Spans side by side, a row each: a bar from low to high, a dot where the middle lies. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  type ChartConfiguration,
  LinearScale,
  type Plugin,
} from 'chart.js';
import annotation from 'chartjs-plugin-annotation';
import { BaseChartDirective } from 'ng2-charts';
import { chartFont } from './line-chart';
import { tokenColor } from './token-color';

Chart.register(BarController, BarElement, CategoryScale, LinearScale, annotation);

export interface Span {
  /** The first line of its name stands out. */
  readonly name: readonly string[];
  readonly low: number;
  readonly middle: number;
  readonly high: number;
  readonly chosen: boolean;
}

@Component({
  selector: 'db-range-chart',
  imports: [BaseChartDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<canvas
    baseChart
    type="bar"
    [data]="data()"
    [options]="options()"
    [plugins]="plugins"
    role="img"
    [attr.aria-label]="spoken()"
  ></canvas>`,
  styles: `
    :host {
      position: relative;
      display: block;
      min-width: 0;
    }
  `,
})
export class RangeChart {
  readonly spans = input.required<readonly Span[]>();
  /** What a whole number on the scale is called. */
  readonly ticks = input.required<(value: number) => string>();
  readonly mark = input<{ readonly at: number; readonly says: string } | null>(null);
  readonly spoken = input.required<string>();

  protected readonly data = computed((): ChartConfiguration<'bar'>['data'] => ({
    labels: this.spans().map(({ name }) => [...name]),
    datasets: [
      {
        data: this.spans().map(({ low, high }) => [low, high] as [number, number]),
        backgroundColor: tokenColor('--line'),
        borderRadius: 9,
        borderSkipped: false,
        barThickness: 18,
        minBarLength: 18,
      },
    ],
  }));

  protected readonly options = computed((): ChartConfiguration<'bar'>['options'] => {
    const [ink, quiet, line, ember] = ['--ink', '--quiet', '--line', '--ember'].map(tokenColor);
    const spans = this.spans();
    const mark = this.mark();
    const furthest = Math.max(1, ...spans.map(({ high }) => high), (mark?.at ?? 0) + 0.5);
    return {
      indexAxis: 'y',
      maintainAspectRatio: false,
      animation: false,
      layout: { padding: { top: this.mark() ? 26 : 0 } },
      scales: {
        x: {
          type: 'linear',
          min: 0,
          max: Math.ceil(furthest),
          ticks: {
            color: quiet,
            font: chartFont,
            maxRotation: 0,
            includeBounds: false,
            stepSize: Math.max(1, Math.ceil(furthest / 7)),
            callback: (value) => this.ticks()(Number(value)),
          },
          grid: { color: line },
          border: { color: line },
        },
        y: {
          type: 'category',
          ticks: {
            color: ({ index }) => (spans[index]?.chosen ? ember! : ink!),
            font: chartFont,
            crossAlign: 'far',
          },
          grid: { display: false },
          border: { display: false },
        },
      },
      plugins: {
        annotation: {
          clip: false,
          annotations: mark
            ? {
                mark: {
                  type: 'line',
                  scaleID: 'x',
                  value: mark.at,
                  borderColor: ember!,
                  borderWidth: 1.5,
                  borderDash: [6, 5],
                  label: {
                    display: true,
                    content: mark.says,
                    position: 'start',
                    backgroundColor: tokenColor('--sheet'),
                    color: ember!,
                    font: chartFont,
                    yAdjust: -26,
                  },
                },
              }
            : {},
        },
      },
    };
  });

  /** The dot of the middle, on its bar. */
  protected readonly plugins: Plugin<'bar'>[] = [
    {
      id: 'middle',
      afterDatasetsDraw: (chart) => {
        const scale = chart.scales['x']!;
        const [ember, quiet] = [tokenColor('--ember'), tokenColor('--quiet')];
        chart.getDatasetMeta(0).data.forEach((bar, n) => {
          const span = this.spans()[n];
          if (!span) return;
          chart.ctx.beginPath();
          chart.ctx.arc(scale.getPixelForValue(span.middle), bar.y, 8, 0, 2 * Math.PI);
          chart.ctx.fillStyle = span.chosen ? ember : quiet;
          chart.ctx.fill();
        });
      },
    },
  ];
}
