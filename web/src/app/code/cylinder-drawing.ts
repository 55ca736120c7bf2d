/** A cylinder from the side: each wafer proud of the shear line or short of it, with the key at the depth that is chosen. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type KeyedCylinder, keyHeightAt, wafersAt } from '@dormant-beacon/core/lock/cylinder';
import { FiguresPipe } from '../figures';

const across = 60;
/** Where the shear line, the lowest cut and the edge of the blade are drawn. */
const [shearY, lowY, highY] = [40, 160, 114];

@Component({
  selector: 'db-cylinder-drawing',
  imports: [FiguresPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width() + ' 190'" role="img" [attr.aria-label]="says()">
      <path class="key" [attr.d]="key()" />
      <path class="shear" [attr.d]="'M0 40 H' + width()" />
      @for (wafer of wafers(); track wafer.position) {
        <rect
          class="wafer"
          [class.stands]="wafer.stands"
          [attr.x]="wafer.x"
          [attr.y]="wafer.y"
          width="34"
          [attr.height]="wafer.height"
          rx="4"
        />
        <text [attr.x]="wafer.x + 17" y="184">{{ wafer.position }}</text>
        @if (wafer.stands) {
          <text class="off" [attr.x]="wafer.x + 17" y="14">{{ wafer.off | figures }}</text>
        }
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
      max-width: 640px;
    }
    .key {
      fill: var(--line);
    }
    .shear {
      stroke: var(--ink);
      stroke-width: 2;
      stroke-dasharray: 8 5;
    }
    .wafer {
      fill: none;
      stroke: var(--calm);
      stroke-width: 3;
    }
    .wafer.stands {
      stroke: var(--ember);
      fill: color-mix(in srgb, var(--ember) 25%, transparent);
    }
    text {
      fill: var(--ink);
      font-size: 15px;
      text-anchor: middle;
    }
    text.off {
      fill: var(--ember);
      font-weight: 700;
    }
  `,
})
export class CylinderDrawing {
  readonly cylinder = input.required<KeyedCylinder>();
  /** How far the key is out, in millimetres; in too far where negative. */
  readonly outMm = input(0);
  protected readonly width = computed(() => this.cylinder().wafers.length * across + 20);
  private readonly standing = computed(() => wafersAt(this.cylinder(), this.outMm()));
  private readonly scale = computed(() => {
    const heights = this.cylinder().table.depths.map(({ mm }) => mm);
    const low = Math.min(...heights);
    const perMm = (lowY - highY) / Math.max(0.1, Math.max(...heights) - low);
    return (mm: number) => lowY - (mm - low) * perMm;
  });
  protected readonly wafers = computed(() => {
    const { table, wafers } = this.cylinder();
    const y = this.scale();
    return this.standing().map(({ position, proudMm }) => {
      const own = table.depths.find(({ code }) => code === wafers[position - 1])!.mm;
      // As long as brings it flush on its own cut; without a key it drops to the bottom.
      const height = y(own) - shearY;
      const top = proudMm === null ? lowY + 8 - height : shearY + y(own + proudMm) - y(own);
      return {
        position,
        height,
        x: 10 + (position - 1) * across + 13,
        y: top,
        stands: proudMm === null || Math.abs(proudMm) > table.toleranceMm,
        off: proudMm === null ? 'no key' : `${proudMm > 0 ? '+' : '−'}${Math.abs(proudMm).toFixed(2)}`,
      };
    });
  });
  protected readonly key = computed(() => {
    const cylinder = this.cylinder();
    const { pitchMm, firstMm } = cylinder.table;
    const y = this.scale();
    const points: string[] = [];
    for (let x = 0; x <= this.width(); x += 4) {
      const height = keyHeightAt(cylinder, firstMm + ((x - 40) / across) * pitchMm + this.outMm());
      points.push(`L${x} ${height === null ? lowY + 8 : y(height)}`);
    }
    return `M0 ${lowY + 8} ${points.join(' ')} L${this.width()} ${lowY + 8} Z`;
  });
  protected readonly says = computed(() => {
    const off = this.wafers().filter(({ stands }) => stands);
    return off.length === 0
      ? 'Every wafer is flush: the cylinder turns.'
      : `Not flush: ${off.map(({ position, off: by }) => `position ${position}, ${by} mm`).join('; ')}.`;
  });
}
