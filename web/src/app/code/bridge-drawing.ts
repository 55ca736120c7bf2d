/** A socket from its mating face, with the two pins that a bridge joins. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { BridgeSocket } from '@dormant-beacon/core/coding';
import { FiguresPipe } from '../figures';

const gap = 44;
const edge = 30;

@Component({
  selector: 'db-bridge-drawing',
  imports: [FiguresPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <figure>
      <svg [attr.viewBox]="'0 0 ' + width() + ' ' + height()" role="img" [attr.aria-label]="says()">
        <rect class="body" x="2" y="2" rx="14" [attr.width]="width() - 4" [attr.height]="height() - 4" />
        @if (wire(); as way) {
          <path class="bridge" [attr.d]="way" />
        }
        @for (pin of pins(); track pin.n) {
          <circle [class.joined]="pin.joined" [attr.cx]="pin.x" [attr.cy]="pin.y" r="14" />
          <text [class.joined]="pin.joined" [attr.x]="pin.x" [attr.y]="pin.y + 5">{{ pin.n }}</text>
        }
      </svg>
      <figcaption>
        {{ says() | figures }} Before it goes in, pin {{ socket().pins[0] }} shows
        {{ socket().confirmVolts | figures }} V against ground. From {{ socket().source }}.
      </figcaption>
    </figure>
  `,
  styles: `
    figure {
      margin: 0;
      display: grid;
      gap: 8px;
    }
    svg {
      max-width: 440px;
    }
    .body {
      fill: var(--raised);
      stroke: var(--line);
      stroke-width: 2;
    }
    circle {
      fill: var(--ground);
      stroke: var(--quiet);
      stroke-width: 2;
    }
    circle.joined {
      stroke: var(--red);
      stroke-width: 4;
    }
    text {
      fill: var(--ink);
      font-size: 14px;
      text-anchor: middle;
    }
    .bridge {
      fill: none;
      stroke: var(--red);
      stroke-width: 5;
    }
  `,
})
export class BridgeDrawing {
  readonly socket = input.required<BridgeSocket>();
  protected readonly width = computed(() => 2 * edge + (Math.max(...this.socket().rows) - 1) * gap);
  protected readonly height = computed(() => 2 * edge + (this.socket().rows.length - 1) * gap);
  protected readonly pins = computed(() => {
    const { rows, pins } = this.socket();
    let n = 0;
    return rows.flatMap((count, row) =>
      Array.from({ length: count }, (_, k) => {
        n += 1;
        return {
          n,
          x: this.width() / 2 + (k - (count - 1) / 2) * gap,
          y: edge + row * gap,
          joined: pins.includes(n),
        };
      }),
    );
  });
  protected readonly wire = computed(() => {
    const [a, b] = this.socket().pins.map((n) => this.pins().find((pin) => pin.n === n));
    return a && b ? `M${a.x} ${a.y} Q${(a.x + b.x) / 2} ${Math.min(a.y, b.y) - 26} ${b.x} ${b.y}` : null;
  });
  protected readonly says = computed(
    () =>
      `${this.socket().name}, seen from the side that the plug goes in: the bridge joins pin ${this.socket().pins[0]} and pin ${this.socket().pins[1]}.`,
  );
}
