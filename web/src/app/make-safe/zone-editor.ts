/** Zones of a model as outlines on its plan, and where connectors, modules and covers lie: drawn by touch or by keys. */
import { ChangeDetectionStrategy, Component, computed, model, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  type CarPlace,
  level,
  type Level,
  type RestraintFile,
  usualZones,
  zoneAt,
  type ZoneOutline,
  zonesOf,
} from '@dormant-beacon/core/restraints';
import { newId } from '../api';
import { asChoices, ChoiceMany, ChoiceOne, TextField, Tick } from '../entry';
import { cabin, drawn, seatsOf } from './cabin';

type Spot = readonly [number, number];

@Component({
  selector: 'db-zone-editor',
  imports: [ChoiceMany, ChoiceOne, MatButtonModule, TextField, Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="quiet">
      A step that names a place inside an outline waits until the car is safe; one whose places all lie
      outside them does not. Where a place is not marked, the words of the step decide.
    </p>
    <div class="sides">
      <svg
        tabindex="0"
        role="application"
        [attr.viewBox]="'0 0 ' + size.width + ' ' + size.height"
        [attr.aria-label]="
          'The car from above, front at the top. Arrow keys move the cross, Enter sets it. Cross at ' +
          cross()[0] +
          ' across, ' +
          cross()[1] +
          ' along'
        "
        (click)="touch($event)"
        (keydown)="key($event)"
      >
        <path
          class="car"
          d="M144 150 Q158 22 350 18 Q542 22 556 150 L564 560 Q560 684 350 686 Q140 684 136 560 Z"
        />
        @for (seat of seats(); track seat.seat) {
          <rect class="seat" [attr.x]="seat.x - 58" [attr.y]="seat.y - 52" width="116" height="124" rx="24" />
        }
        @for (zone of shown(); track zone.id) {
          <polygon class="zone" [class.chosen]="zone.id === zoneId()" [attr.points]="zone.points" />
        }
        @if (outline(); as points) {
          <polyline class="zone chosen" [attr.points]="points" />
        }
        @for (place of places(); track place.name) {
          <g [attr.transform]="'translate(' + place.x + ' ' + place.y + ')'">
            <rect
              class="place"
              [class.chosen]="place.name === placeName()"
              x="-9"
              y="-9"
              width="18"
              height="18"
            />
            <text y="30">{{ place.name }}</text>
          </g>
        }
        <path
          class="cross"
          [attr.transform]="'translate(' + cross()[0] * 7 + ' ' + cross()[1] * 7 + ')'"
          d="M-14 0 H14 M0 -14 V14"
        />
      </svg>
      <section>
        <h3>Zones</h3>
        @if (!file().zones?.length) {
          <p class="quiet">Drawn around the items as such cars usually have them.</p>
          <button mat-stroked-button type="button" (click)="own()">Make them this model’s own</button>
        }
        <ul class="plain-list">
          @for (zone of file().zones ?? []; track zone.id) {
            <li>
              <button
                mat-button
                type="button"
                [attr.aria-pressed]="zone.id === zoneId()"
                (click)="chooseZone(zone)"
              >
                {{ zone.label }}
              </button>
              <button
                mat-button
                type="button"
                [attr.aria-label]="'Take out the zone ' + zone.label"
                (click)="dropZone(zone)"
              >
                Take out
              </button>
            </li>
          }
        </ul>
        <db-text label="New zone: its name" example="such as left sill" [(value)]="zoneName" />
        <db-choices question="How high? (optional)" [choices]="heights" [(values)]="zoneLevels" />
        <p class="quiet" aria-live="polite">
          @if (corners().length > 0) {
            {{ corners().length === 1 ? 'One corner' : corners().length + ' corners' }} set.
          } @else {
            Touch its corners on the plan, one after the other.
          }
        </p>
        <div class="row">
          <button
            mat-stroked-button
            type="button"
            [disabled]="corners().length === 0"
            (click)="corners.set(corners().slice(0, -1))"
          >
            Last corner off
          </button>
          <button
            mat-stroked-button
            type="button"
            [disabled]="corners().length < 3 || zoneName().trim() === ''"
            (click)="addZone()"
          >
            Add the zone
          </button>
        </div>
        <h3>Places</h3>
        <ul class="plain-list">
          @for (place of places(); track place.name) {
            <li>
              <span
                >{{ place.name }}<small>{{ place.says }}</small></span
              >
              <button
                mat-button
                type="button"
                [attr.aria-label]="'Take out the place ' + place.name"
                (click)="dropPlace(place.name)"
              >
                Take out
              </button>
            </li>
          }
        </ul>
        <db-text
          label="New place: its name in circuits and steps"
          example="such as C44"
          [most]="80"
          [(value)]="placeName"
        />
        <db-choice question="How high? (optional)" [choices]="heights" [(value)]="placeLevel" />
        <db-tick [(value)]="byHand">A cover that the owner’s handbook opens by hand</db-tick>
        <button
          mat-stroked-button
          type="button"
          [disabled]="placeName().trim().length < 2"
          (click)="addPlace()"
        >
          Set it where the cross stands
        </button>
      </section>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    .sides {
      display: grid;
      grid-template-columns: minmax(280px, 1fr) minmax(280px, 1fr);
      gap: 20px;
      align-items: start;
    }
    section {
      display: grid;
      gap: 10px;
      justify-items: start;
    }
    section > * {
      width: 100%;
    }
    section > button {
      width: auto;
    }
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
    .place.chosen {
      stroke: var(--ember);
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
    li {
      display: flex;
      justify-content: space-between;
      align-items: center;
      gap: 8px;
    }
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    h3 {
      margin: 8px 0 0;
    }
    @media (max-width: 760px) {
      .sides {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class ZoneEditor {
  readonly file = model.required<RestraintFile>();
  protected readonly size = cabin;
  protected readonly heights = asChoices(level.options);
  protected readonly seats = computed(() => seatsOf(this.file().items));
  protected readonly shown = computed(() =>
    zonesOf(this.file()).map(({ id, corners }) => ({ id, points: pointsOf(corners) })),
  );
  protected readonly places = computed(() =>
    (this.file().places ?? []).map((place) => {
      const zone = zoneAt(zonesOf(this.file()), place);
      const [x, y] = place.at;
      return {
        ...drawn({ x, y }),
        name: place.name,
        says: [
          zone ? `in the zone of ${zone.label}` : 'outside all zones',
          ...(place.level ? [place.level] : []),
          ...(place.byHand ? ['opened by hand'] : []),
        ].join(', '),
      };
    }),
  );
  protected readonly cross = signal<Spot>([50, 50]);
  protected readonly corners = signal<readonly Spot[]>([]);
  protected readonly outline = computed(() =>
    this.corners().length > 0 ? pointsOf([...this.corners(), this.corners()[0]!]) : null,
  );
  protected readonly zoneId = signal<string | null>(null);
  protected readonly zoneName = signal('');
  protected readonly zoneLevels = signal<readonly string[]>([]);
  protected readonly placeName = signal('');
  protected readonly placeLevel = signal('');
  protected readonly byHand = signal(false);

  protected touch(event: MouseEvent): void {
    const svg = event.currentTarget as SVGSVGElement;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(
      svg.getScreenCTM()!.inverse(),
    );
    this.set([Math.round((100 * x) / cabin.width), Math.round((100 * y) / cabin.height)]);
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
    else if (event.key === 'Enter' || event.key === ' ') this.set([x, y]);
    else return;
    event.preventDefault();
  }

  /** The cross goes there; while no place is being named, a corner is set with it. */
  private set(spot: Spot): void {
    this.cross.set(inCar(spot));
    if (this.placeName().trim() === '' && this.corners().length < 24)
      this.corners.update((corners) => [...corners, inCar(spot)]);
  }

  protected own(): void {
    this.file.update((file) => ({ ...file, zones: usualZones(file.items) }));
  }

  protected chooseZone({ id }: ZoneOutline): void {
    this.zoneId.set(this.zoneId() === id ? null : id);
  }

  protected dropZone({ id }: ZoneOutline): void {
    this.file.update((file) => ({ ...file, zones: (file.zones ?? []).filter((zone) => zone.id !== id) }));
  }

  protected addZone(): void {
    const levels = this.zoneLevels() as Level[];
    const zone: ZoneOutline = {
      id: newId(),
      label: this.zoneName().trim(),
      corners: this.corners().map(([x, y]): [number, number] => [x, y]),
      ...(levels.length > 0 ? { levels } : {}),
    };
    this.file.update((file) => ({ ...file, zones: [...(file.zones ?? usualZones(file.items)), zone] }));
    this.corners.set([]);
    this.zoneName.set('');
    this.zoneLevels.set([]);
  }

  protected dropPlace(name: string): void {
    this.file.update((file) => ({
      ...file,
      places: (file.places ?? []).filter((place) => place.name !== name),
    }));
  }

  protected addPlace(): void {
    const height = level.safeParse(this.placeLevel());
    const [x, y] = this.cross();
    const place: CarPlace = {
      name: this.placeName().trim(),
      at: [x, y],
      ...(height.success ? { level: height.data } : {}),
      ...(this.byHand() ? { byHand: true as const } : {}),
    };
    this.dropPlace(place.name);
    this.file.update((file) => ({ ...file, places: [...(file.places ?? []), place] }));
    this.placeName.set('');
    this.placeLevel.set('');
    this.byHand.set(false);
  }
}

const pointsOf = (corners: readonly Spot[]): string =>
  corners.map(([x, y]) => `${(x * cabin.width) / 100},${(y * cabin.height) / 100}`).join(' ');

const inCar = ([x, y]: Spot): Spot => [Math.min(100, Math.max(0, x)), Math.min(100, Math.max(0, y))];
