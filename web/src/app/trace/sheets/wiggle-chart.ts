/** A recording as it grows: the value over the seconds, what was moved, and where it changes. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { WiggleAnswer, WiggleSheet } from '@dormant-beacon/core/readings';
import {
  Chart,
  type ChartConfiguration,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
} from 'chart.js';
import annotation from 'chartjs-plugin-annotation';
import { BaseChartDirective } from 'ng2-charts';
import { chartFont, tokenColor } from '../../shared/token-color';

Chart.register(LineController, LineElement, PointElement, LinearScale, annotation);

@Component({
  selector: 'db-wiggle-chart',
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
      height: 220px;
      min-width: 0;
    }
  `,
})
export class WiggleChart {
  readonly series = input.required<WiggleSheet['series']>();
  readonly marks = input.required<WiggleSheet['marks']>();
  readonly unit = input.required<string>();
  readonly answer = input<WiggleAnswer | null>(null);

  protected readonly spoken = computed(
    () => `${this.series().length} values. ${this.answer()?.says ?? 'Too few to judge yet.'}`,
  );
  protected readonly data = computed((): ChartConfiguration<'line'>['data'] => ({
    datasets: [
      {
        data: this.series().map(({ at, value }) => ({ x: at, y: value })) as { x: number; y: number }[],
        borderColor: tokenColor('--ember'),
        backgroundColor: tokenColor('--ember'),
        borderWidth: 2.5,
        pointRadius: this.series().length > 60 ? 0 : 3,
        stepped: true,
        // A drop-out is a gap.
        spanGaps: false,
      },
    ],
  }));
  protected readonly options = computed((): ChartConfiguration<'line'>['options'] => {
    const [ink, line, calm] = [tokenColor('--quiet'), tokenColor('--line'), tokenColor('--calm')];
    const end = this.series().at(-1)?.at ?? 10;
    const marks = this.marks().map(({ at, moved }, n) => [
      `mark${n}`,
      {
        type: 'box' as const,
        xMin: at,
        xMax: this.marks()[n + 1]?.at ?? end,
        borderWidth: 0,
        backgroundColor: moved === '' ? 'transparent' : `${line}66`,
        label: {
          display: moved !== '',
          content: moved,
          position: { x: 'start' as const, y: 'start' as const },
          color: tokenColor('--ink'),
          font: chartFont,
        },
      },
    ]);
    const changes = (this.answer()?.changePoints ?? []).slice(0, 40).map((at, n) => [
      `change${n}`,
      {
        type: 'line' as const,
        xMin: at,
        xMax: at,
        borderColor: calm,
        borderWidth: 1.5,
        borderDash: [4, 4],
      },
    ]);
    return {
      maintainAspectRatio: false,
      animation: false,
      scales: {
        x: {
          type: 'linear',
          min: 0,
          max: Math.max(10, end),
          title: { display: true, text: 'seconds', color: ink, font: chartFont },
          ticks: { color: ink, font: chartFont },
          grid: { display: false },
          border: { color: line },
        },
        y: {
          title: { display: this.unit() !== 'bad', text: this.unit(), color: ink, font: chartFont },
          ticks: {
            color: ink,
            font: chartFont,
            // Held down or not: there is nothing between the two.
            ...(this.unit() === 'bad'
              ? { stepSize: 1, callback: (value: number | string) => (value === 0 ? 'good' : 'bad') }
              : {}),
          },
          grid: { color: line },
          border: { display: false },
        },
      },
      plugins: {
        annotation: { annotations: Object.fromEntries([...marks, ...changes]) as Record<string, never> },
      },
    };
  });
}
