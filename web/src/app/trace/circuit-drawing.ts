/** The circuit as a line from source to ground: probability by weight and tint, readings at their points. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Element } from '@dormant-beacon/core/circuit';
import type { TraceCase } from '@dormant-beacon/core/trace';
import { percent } from '@dormant-beacon/core/job';
import { showValue } from '@dormant-beacon/core/units';
import { chainOf, soundVolts } from './chain';

const rowHeight = 62;
const middle = 190;

@Component({
  selector: 'db-circuit-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 480 ' + height()" role="img" [attr.aria-label]="spoken()">
      @for (row of rows(); track row.id) {
        <g
          [attr.transform]="'translate(0 ' + row.y + ')'"
          [class.likely]="row.share >= 0.2"
          [class.possible]="row.share >= 0.03"
        >
          <line
            [attr.x1]="middle"
            [attr.x2]="middle"
            y1="0"
            [attr.y2]="rowHeight"
            [attr.stroke-width]="1.5 + 6 * row.share"
          />
          @switch (row.shape) {
            @case ('box') {
              <rect class="body" [attr.x]="middle - 56" y="14" width="112" height="34" rx="8" />
            }
            @case ('switch') {
              <rect class="body" [attr.x]="middle - 26" y="12" width="52" height="38" rx="6" />
              <path
                class="mark"
                [attr.d]="'M' + middle + ' 16 V24 L' + (middle + 12) + ' 38 M' + middle + ' 40 V46'"
              />
            }
            @case ('lamp') {
              <circle class="body" [attr.cx]="middle" cy="31" r="18" />
              <path
                class="mark"
                [attr.d]="
                  'M' +
                  (middle - 12) +
                  ' 19 L' +
                  (middle + 12) +
                  ' 43 M' +
                  (middle + 12) +
                  ' 19 L' +
                  (middle - 12) +
                  ' 43'
                "
              />
            }
            @case ('fuse') {
              <rect class="body" [attr.x]="middle - 9" y="14" width="18" height="34" rx="4" />
            }
            @case ('contact') {
              <path
                class="mark"
                [attr.d]="
                  'M' +
                  (middle - 10) +
                  ' 24 L' +
                  middle +
                  ' 34 L' +
                  (middle + 10) +
                  ' 24 M' +
                  (middle - 10) +
                  ' 32 L' +
                  middle +
                  ' 42 L' +
                  (middle + 10) +
                  ' 32'
                "
              />
            }
            @case ('ground') {
              <path
                class="mark"
                [attr.d]="
                  'M' +
                  (middle - 20) +
                  ' 40 H' +
                  (middle + 20) +
                  ' M' +
                  (middle - 12) +
                  ' 47 H' +
                  (middle + 12) +
                  ' M' +
                  (middle - 5) +
                  ' 54 H' +
                  (middle + 5)
                "
              />
            }
          }
          <text class="label" [attr.x]="middle + 68" y="36">
            {{ row.label }}
            @if (row.share >= 0.005) {
              <tspan class="share">· {{ row.says }}</tspan>
            }
          </text>
        </g>
      }
      @for (point of points(); track point.name) {
        <g [attr.transform]="'translate(0 ' + point.y + ')'">
          <circle class="point" [class.asked]="point.asked" [attr.cx]="middle" cy="0" r="6" />
          <text class="name mono" [attr.x]="middle + 14" y="5">{{ point.name }}</text>
          @if (point.read) {
            <text class="read mono" [attr.x]="middle - 16" y="5">{{ point.read }} read</text>
          } @else {
            <text class="sound mono" [attr.x]="middle - 16" y="5">{{ point.sound }} if sound</text>
          }
        </g>
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      max-height: 640px;
      overflow: visible;
    }
    line {
      stroke: var(--quiet);
    }
    .body {
      fill: var(--sheet);
      stroke: var(--quiet);
      stroke-width: 2;
    }
    .mark {
      fill: none;
      stroke: var(--quiet);
      stroke-width: 2.5;
      stroke-linecap: round;
    }
    text {
      fill: var(--ink);
      font: 15px var(--body);
    }
    .mono {
      font-family: var(--mono);
      font-size: 14px;
    }
    .likely line,
    .likely .body,
    .likely .mark,
    .possible line,
    .possible .body,
    .possible .mark {
      stroke: var(--ember);
    }
    .likely .body {
      fill: color-mix(in srgb, var(--ember) 28%, var(--sheet));
    }
    .likely .label {
      font-weight: 650;
    }
    .point {
      fill: var(--sheet);
      stroke: var(--ink);
      stroke-width: 2;
    }
    .asked {
      fill: var(--ember);
      stroke: var(--ember);
    }
    .read,
    .sound {
      text-anchor: end;
    }
    .read {
      fill: var(--calm);
      font-weight: 650;
    }
    .sound {
      fill: var(--quiet);
    }
    .name {
      fill: var(--ink);
    }
  `,
})
export class CircuitDrawing {
  readonly case = input.required<TraceCase>();
  readonly shares = input.required<ReadonlyMap<string, number>>();
  /** The points at which the chosen test measures. */
  readonly asked = input<readonly string[]>([]);

  protected readonly rowHeight = rowHeight;
  protected readonly middle = middle;
  private readonly chain = computed(() => chainOf(this.case().circuit));
  protected readonly height = computed(() => this.chain().length * rowHeight + 12);
  protected readonly rows = computed(() =>
    this.chain().map(({ element }, index) => {
      const share = this.shares().get(element.id) ?? 0;
      return {
        id: element.id,
        y: index * rowHeight + 4,
        shape: shapeOf(element),
        label: element.label ?? element.id,
        share,
        says: percent(share),
      };
    }),
  );
  protected readonly points = computed(() => {
    const sound = soundVolts(this.case().circuit, this.case().state ?? {});
    const read = this.readPoints();
    // Points inside a unit cannot be reached with a probe; their names are words of ours.
    const reachable = new Set(
      this.case().tests.flatMap((test) => ('from' in test ? [test.from, test.to] : [])),
    );
    return this.chain().flatMap(({ to }, index) => {
      if (to === 'gnd' || !reachable.has(to)) return [];
      const volts = sound.get(to);
      return [
        {
          name: to,
          y: (index + 1) * rowHeight + 4,
          asked: this.asked().includes(to),
          read: read.get(to) ?? null,
          sound: volts?.value == null ? '–' : showValue(volts.value, 'V'),
        },
      ];
    });
  });
  protected readonly spoken = computed(
    () =>
      `Circuit: ${this.rows()
        .map((row) => (row.share >= 0.005 ? `${row.label} ${row.says}` : row.label))
        .join(', ')}`,
  );

  private readPoints(): Map<string, string> {
    const tests = new Map(this.case().tests.map((test) => [test.id, test]));
    const read = new Map<string, string>();
    for (const reading of this.case().readings ?? []) {
      const test = tests.get(reading.test);
      if (test?.kind === 'volts' && test.to === 'gnd' && reading.value != null)
        read.set(test.from, showValue(reading.value, 'V'));
    }
    return read;
  }
}

function shapeOf(element: Element): 'box' | 'switch' | 'lamp' | 'fuse' | 'contact' | 'ground' | 'line' {
  switch (element.kind) {
    case 'switch':
    case 'lamp':
    case 'fuse':
    case 'contact':
    case 'ground':
      return element.kind;
    case 'wire':
      return 'line';
    default:
      return 'box';
  }
}
