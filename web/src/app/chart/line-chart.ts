/** A line chart in the colours of the present theme: it fills the height that its host gives it. */
import { ChangeDetectionStrategy, Component, input } from '@angular/core';
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
import { figuresLocale } from '../figures';
import { tokenColor } from './token-color';

Chart.register(LineController, LineElement, PointElement, LinearScale, annotation);

export type LineData = ChartConfiguration<'line'>['data'];
type Options = NonNullable<ChartConfiguration<'line'>['options']>;
type Scale = NonNullable<NonNullable<Options['scales']>[string]>;
type Annotations = NonNullable<NonNullable<NonNullable<Options['plugins']>['annotation']>['annotations']>;

export const chartFont = { family: "'Atkinson Hyperlegible Next Variable', sans-serif", size: 14 };

/** A title of a scale; without text there is none. */
const titled = (text: string) => ({
  display: text !== '',
  text,
  color: tokenColor('--quiet'),
  font: chartFont,
});

/** Both scales linear, a line under the lower one, a grid behind the other; `ticks` go over the look of theirs. */
export function lineOptions(
  x: { title: string; min: number; max: number; ticks?: object },
  y: { title?: string; min?: number; max?: number; ticks?: object },
  annotations: Annotations,
): Options {
  const [ink, line] = [tokenColor('--quiet'), tokenColor('--line')];
  const ticks = { color: ink, font: chartFont };
  return {
    maintainAspectRatio: false,
    locale: figuresLocale(),
    animation: false,
    scales: {
      x: {
        ...x,
        type: 'linear',
        title: titled(x.title),
        ticks: { ...ticks, ...x.ticks },
        grid: { display: false },
        border: { color: line },
      } as Scale,
      y: {
        ...y,
        title: titled(y.title ?? ''),
        ticks: { ...ticks, ...y.ticks },
        grid: { color: line },
        border: { display: false },
      } as Scale,
    },
    plugins: { annotation: { annotations } },
  };
}

@Component({
  selector: 'db-line-chart',
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
      height: 100%;
      min-width: 0;
    }
  `,
})
export class LineChart {
  readonly data = input.required<LineData>();
  readonly options = input.required<Options>();
  /** What it shows, for who cannot see it. */
  readonly spoken = input.required<string>();
}
