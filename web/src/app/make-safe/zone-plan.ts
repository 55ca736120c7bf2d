/** The car from above, to set places on: by touch, or by a cross that the arrow keys move. */
import { ChangeDetectionStrategy, Component, computed, input, model, output } from '@angular/core';
import { type RestraintFile, type ZoneOutline, zonesOf } from '@dormant-beacon/core/restraints';
import { cabin, carOutline, drawn, seatsOf } from './cabin';

/** Across the car and along it, in percent. */
export type Spot = readonly [number, number];

@Component({
  selector: 'db-zone-plan',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      tabindex="0"
      role="application"
      [attr.viewBox]="'0 0 ' + size.width + ' ' + size.height"
      [attr.aria-label]="says()"
      (click)="touch($event)"
      (keydown)="key($event)"
    >
      <path class="car" [attr.d]="car" />
      @for (seat of seats(); track seat.seat) {
        <rect class="seat" [attr.x]="seat.x - 58" [attr.y]="seat.y - 52" width="116" height="124" rx="24" />
      }
      @for (zone of zones(); track zone.id) {
        <polygon class="zone" [class.chosen]="zone.id === chosen()" [attr.points]="pointsOf(zone.corners)" />
      }
      @if (corners().length > 0) {
        <polygon class="zone chosen" [attr.points]="pointsOf(corners())" />
      }
      @for (place of places(); track place.name) {
        <g [attr.transform]="'translate(' + place.x + ' ' + place.y + ')'">
          <rect class="place" x="-9" y="-9" width="18" height="18" />
          <text y="30">{{ place.name }}</text>
        </g>
      }
      <path class="cross" [attr.transform]="crossAt()" d="M-14 0 H14 M0 -14 V14" />
    </svg>
  `,
  styles: `
    svg {
      width: 100%;
      max-height: 80vh;
      cursor: crosshair;
      touch-action: manipulation;
    }
    .car {
      fill: none;
      stroke: var(--line);
      stroke-width: 3;
    }
    .seat {
      fill: var(--raised);
    }
    .zone {
      fill: color-mix(in srgb, var(--ember) 10%, transparent);
      stroke: var(--quiet);
      stroke-width: 2;
      stroke-dasharray: 8 6;
      pointer-events: none;
    }
    .zone.chosen {
      stroke: var(--ember);
      stroke-width: 4;
      stroke-dasharray: none;
    }
    .place {
      fill: var(--ground);
      stroke: var(--ink);
      stroke-width: 3;
    }
    text {
      fill: var(--ink);
      font-size: 20px;
      text-anchor: middle;
    }
    .cross {
      stroke: var(--ink);
      stroke-width: 3;
      pointer-events: none;
    }
  `,
})
export class ZonePlan {
  readonly file = input.required<RestraintFile>();
  /** Corners of the outline that is being drawn. */
  readonly corners = input.required<readonly Spot[]>();
  /** The id of the zone that stands out. */
  readonly chosen = input<string | null>(null);
  readonly cross = model.required<Spot>();
  /** A place was pressed, or confirmed where the cross stands. */
  readonly pressed = output<Spot>();

  protected readonly size = cabin;
  protected readonly car = carOutline;
  protected readonly seats = computed(() => seatsOf(this.file().items));
  protected readonly zones = computed((): readonly ZoneOutline[] => zonesOf(this.file()));
  protected readonly places = computed(() =>
    (this.file().places ?? []).map(({ name, at: [x, y] }) => ({ name, ...drawn({ x, y }) })),
  );
  protected readonly crossAt = computed(() => {
    const [x, y] = this.cross();
    const at = drawn({ x, y });
    return `translate(${at.x} ${at.y})`;
  });
  protected readonly says = computed(
    () =>
      `The car from above, front at the top. Arrow keys move the cross, Enter sets it. The cross is at ${this.cross()[0]} across, ${this.cross()[1]} along`,
  );

  protected pointsOf(corners: readonly Spot[]): string {
    return corners
      .map(([x, y]) => drawn({ x, y }))
      .map(({ x, y }) => `${x},${y}`)
      .join(' ');
  }

  protected touch(event: MouseEvent): void {
    const svg = event.currentTarget as SVGSVGElement;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(
      svg.getScreenCTM()!.inverse(),
    );
    this.press([Math.round((100 * x) / cabin.width), Math.round((100 * y) / cabin.height)]);
  }

  protected key(event: KeyboardEvent): void {
    const [x, y] = this.cross();
    const step = event.shiftKey ? 10 : 2;
    const moves: Readonly<Record<string, Spot>> = {
      ArrowLeft: [x - step, y],
      ArrowRight: [x + step, y],
      ArrowUp: [x, y - step],
      ArrowDown: [x, y + step],
    };
    const to = moves[event.key];
    if (to) this.cross.set(inCar(to));
    else if (event.key === 'Enter' || event.key === ' ') this.press([x, y]);
    else return;
    event.preventDefault();
  }

  private press(spot: Spot): void {
    this.cross.set(inCar(spot));
    this.pressed.emit(inCar(spot));
  }
}

const inCar = ([x, y]: Spot): Spot => [Math.min(100, Math.max(0, x)), Math.min(100, Math.max(0, y))];
