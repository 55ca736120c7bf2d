/** A recording as it grows: the value over the seconds, what was moved, and where it changes. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { WiggleAnswer, WiggleSheet } from '@dormant-beacon/core/readings';
import { chartFont, LineChart, type LineData, lineOptions, tokenColor } from '../../chart';

@Component({
  selector: 'db-wiggle-chart',
  imports: [LineChart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<db-line-chart [data]="data()" [options]="options()" [spoken]="spoken()" />`,
  styles: `
    :host {
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
  protected readonly data = computed((): LineData => ({
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
  protected readonly options = computed(() => {
    const [line, calm] = [tokenColor('--line'), tokenColor('--calm')];
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
          position: { x: 'start' as const, y: 'center' as const },
          color: tokenColor('--ink'),
          // Readable over the line that it lies on.
          textStrokeColor: tokenColor('--sheet'),
          textStrokeWidth: 5,
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
    const held = this.unit() === 'bad';
    return lineOptions(
      { title: 'seconds', min: 0, max: Math.max(10, end) },
      {
        title: held ? '' : this.unit(),
        // Held down or not: there is nothing between the two.
        ticks: held
          ? { stepSize: 1, callback: (value: number | string) => (value === 0 ? 'good' : 'bad') }
          : {},
      },
      Object.fromEntries([...marks, ...changes]) as Record<string, never>,
    );
  });
}
