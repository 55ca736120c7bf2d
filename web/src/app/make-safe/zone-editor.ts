/** Zones of a model as outlines on its plan, and where connectors, modules and covers lie. */
import { ChangeDetectionStrategy, Component, computed, model, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  type CarPlace,
  level,
  type Level,
  type RestraintFile,
  zoneAt,
  type ZoneOutline,
  zonesOf,
} from '@dormant-beacon/core/restraints';
import { newId } from '../api';
import { asChoices, ChoiceMany, ChoiceOne, TextField, Tick } from '../entry';
import { type Spot, ZonePlan } from './zone-plan';

const mostCorners = 24;

@Component({
  selector: 'db-zone-editor',
  imports: [ChoiceMany, ChoiceOne, MatButtonModule, TextField, Tick, ZonePlan],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="quiet">
      A step that touches or names a place inside an outline waits until the car is safe. One that touches
      only places outside all outlines does not wait. Where a place is not marked, the words of the step
      decide.
    </p>
    <div class="sides">
      <db-zone-plan
        [file]="file()"
        [corners]="corners()"
        [chosen]="chosen()?.id ?? null"
        [(cross)]="cross"
        (pressed)="press($event)"
      />
      <section>
        <h3>Zones</h3>
        <ul class="plain-list">
          @for (zone of zones(); track zone.id) {
            <li>
              <button
                mat-button
                type="button"
                [attr.aria-pressed]="zone.id === chosen()?.id"
                (click)="choose(zone)"
              >
                {{ zone.label }}
              </button>
              @if (zone.own) {
                <button
                  mat-button
                  type="button"
                  [attr.aria-label]="'Take out the outline of ' + zone.label"
                  (click)="dropZone(zone)"
                >
                  Take out
                </button>
              } @else {
                <small>as such cars usually have it</small>
              }
            </li>
          }
        </ul>
        @if (chosen(); as zone) {
          <p>Draw “{{ zone.label }}” anew: touch its corners on the plan, one after the other.</p>
        } @else {
          <db-text label="New zone: its name" example="such as left sill" [(value)]="zoneName" />
        }
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
            Undo the last corner
          </button>
          <button mat-stroked-button type="button" [disabled]="!zoneReady()" (click)="putZone()">
            {{ chosen() ? 'Set the outline' : 'Add the zone' }}
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
          class="add"
          mat-stroked-button
          type="button"
          [disabled]="placeName().trim().length < 2"
          (click)="addPlace()"
        >
          Put it where the cross is
        </button>
      </section>
    </div>
  `,
  styleUrl: './file-editor.scss',
  styles: `
    .sides {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
      gap: 20px;
      align-items: start;
    }
    section {
      display: grid;
      gap: 10px;
    }
  `,
})
export class ZoneEditor {
  readonly file = model.required<RestraintFile>();
  protected readonly heights = asChoices(level.options);
  protected readonly zones = computed(() => {
    const own = new Set(this.file().zones?.map(({ id }) => id));
    return zonesOf(this.file()).map((zone) => ({ ...zone, own: own.has(zone.id) }));
  });
  protected readonly places = computed(() =>
    (this.file().places ?? []).map((place) => {
      const zone = zoneAt(zonesOf(this.file()), place);
      return {
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
  /** The zone that is drawn anew; null where a new one is drawn. */
  protected readonly chosen = signal<ZoneOutline | null>(null);
  protected readonly zoneName = signal('');
  protected readonly zoneLevels = signal<readonly string[]>([]);
  protected readonly zoneReady = computed(
    () => this.corners().length >= 3 && (this.chosen() !== null || this.zoneName().trim() !== ''),
  );
  protected readonly placeName = signal('');
  protected readonly placeLevel = signal('');
  protected readonly byHand = signal(false);

  /** While no place is being named, a press sets a corner. */
  protected press(spot: Spot): void {
    if (this.placeName().trim() === '' && this.corners().length < mostCorners)
      this.corners.update((corners) => [...corners, spot]);
  }

  protected choose(zone: ZoneOutline): void {
    const same = this.chosen()?.id === zone.id;
    this.chosen.set(same ? null : zone);
    this.zoneLevels.set(same ? [] : (zone.levels ?? []));
    this.corners.set([]);
  }

  protected dropZone({ id }: ZoneOutline): void {
    this.file.update((file) => ({ ...file, zones: (file.zones ?? []).filter((zone) => zone.id !== id) }));
    if (this.chosen()?.id === id) this.chosen.set(null);
  }

  protected putZone(): void {
    const levels = this.zoneLevels() as Level[];
    const before = this.chosen();
    const zone: ZoneOutline = {
      id: before?.id ?? newId(),
      label: before?.label ?? this.zoneName().trim(),
      corners: this.corners().map(([x, y]): [number, number] => [x, y]),
      ...(levels.length > 0 ? { levels } : {}),
    };
    this.file.update((file) => ({
      ...file,
      zones: [...(file.zones ?? []).filter(({ id }) => id !== zone.id), zone],
    }));
    this.chosen.set(null);
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
