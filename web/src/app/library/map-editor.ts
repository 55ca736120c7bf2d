/** An access map of the library: drawn while it is changed, checked at every step, kept as a new version. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { type CdkDragDrop, DragDropModule } from '@angular/cdk/drag-drop';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { KeepAccessMap, KeptAccessMap } from '@dormant-beacon/contract';
import {
  type AccessArea,
  accessAreas,
  type AccessMap,
  checkMap,
  isPart,
  itemsOf,
  type MapItem,
} from '@dormant-beacon/core/ledger';
import { editedMap, emptyMap, type MapEdit, readLines } from '@dormant-beacon/core/ledger/edit';
import { isRefusal } from '@dormant-beacon/core/refusal';
import { AccessDrawing } from '../access';
import type { Sent } from '../api';
import { Entry, entryForm, field, TextField, trouble, type Trouble } from '../entry';
import { PageHead } from '../frame';
import { LibraryDesk } from '../knowledge';
import { EditHistory } from './edit-history';
import { downloadMap } from './map-files';
import { VersionEditor } from './version-editor';
import { MapItemForm } from './map-item-form';

@Component({
  selector: 'db-map-editor',
  imports: [
    AccessDrawing,
    DragDropModule,
    Entry,
    MapItemForm,
    MatButtonModule,
    PageHead,
    RouterLink,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './map-editor.html',
  styleUrls: ['./circuit-editor.scss', './map-editor.scss'],
})
export class MapEditor extends VersionEditor<AccessMap, MapEdit, KeptAccessMap> {
  /** Of the address: the map's id, or `new`. */
  readonly mapId = input.required<string>();
  readonly forMake = input<string>();
  readonly forModel = input<string>();
  private readonly library = inject(LibraryDesk);
  private readonly router = inject(Router);
  protected readonly history = new EditHistory<AccessMap, MapEdit>(editedMap, emptyMap);
  protected readonly map = this.history.now;
  /** The step or part under the hands. */
  protected readonly at = signal<string | null>(null);
  protected readonly item = computed(() => itemsOf(this.map()).find(({ id }) => id === this.at()) ?? null);
  protected readonly items = computed(() => itemsOf(this.map()));
  /** Steps by their area, parts last. */
  protected readonly groups = computed(() => {
    const { steps, parts } = this.map();
    return [
      ...accessAreas.map((area) => ({
        area,
        name: `${area.charAt(0).toUpperCase()}${area.slice(1).replaceAll('-', ' ')}`,
        items: steps.filter((step): boolean => step.area === area) as readonly MapItem[],
      })),
      { area: null, name: 'Parts', items: parts as readonly MapItem[] },
    ].filter(({ items }) => items.length > 0);
  });
  /** Under a thumb the page scrolls, until it rests on a step. */
  protected readonly dragDelay = { touch: 300, mouse: 0 };
  protected readonly make = field('');
  protected readonly model = field('');
  protected readonly source = field('');
  protected readonly lost = field('');
  protected readonly form = entryForm<KeepAccessMap>(
    {
      unkept: this.unkept,
      basedOn: this.basedOn,
      title: this.title,
      make: this.make,
      model: this.model,
      source: this.source,
      lost: this.lost,
      note: this.note,
    },
    {
      draft: () => `access map ${this.mapId()}`,
      read: () => this.read(),
      enter: (map) => this.keep(map),
      keeps: true,
    },
  );
  /** What keeps it from being kept, as it stands. */
  protected readonly flaw = computed(() => {
    try {
      checkMap(this.map());
      return null;
    } catch (error) {
      if (!isRefusal(error)) throw error;
      return error.reason;
    }
  });
  protected readonly sums = computed(() => {
    const { steps, parts } = this.map();
    const many = (count: number, noun: string) => `${count} ${noun}${count === 1 ? '' : 's'}`;
    return `${many(steps.length, 'step')}, ${many(parts.length, 'part')}`;
  });

  constructor() {
    super();
    effect(() => {
      const mapId = this.mapId();
      if (this.form.draft.looked()) untracked(() => void this.open(mapId));
    });
  }

  private open(mapId: string): Promise<void> {
    return this.opened(
      async () => (mapId === 'new' ? null : await this.library.accessMap(mapId)),
      (kept) => kept?.map ?? emptyMap,
      (kept) => {
        this.title.set(kept?.title ?? '');
        this.make.set(kept?.make ?? this.forMake() ?? '');
        this.model.set(kept?.model ?? this.forModel() ?? '');
        this.source.set(kept?.map.source ?? '');
        this.lost.set((kept?.map.lostWithPower ?? []).map(({ what, back }) => `${what}: ${back}`).join('\n'));
      },
    );
  }

  protected openKept(): Promise<void> {
    return this.open(this.mapId());
  }

  protected edit(edit: MapEdit): void {
    try {
      const before = new Set(this.items().map(({ id }) => id));
      this.history.apply(edit);
      this.form.say(null);
      this.saved.set(null);
      const added = this.items().find(({ id }) => !before.has(id));
      if (added) this.at.set(added.id);
    } catch (error) {
      if (!isRefusal(error)) throw error;
      this.form.say(error.reason);
    }
  }

  protected change(item: MapItem): void {
    this.edit(isPart(item) ? { do: 'change-part', part: item } : { do: 'change-step', step: item });
  }

  /** A step was dropped on another area. */
  protected move({ container, item }: CdkDragDrop<AccessArea | null, unknown, MapItem>): void {
    const [area, step] = [container.data, item.data];
    if (area !== null && !isPart(step) && step.area !== area) this.change({ ...step, area });
  }

  protected download(): void {
    const map = this.whole();
    if ('says' in map) return this.form.say(map.says);
    downloadMap(map);
  }

  /** The map with its head. */
  private whole(): AccessMap | Trouble {
    if (!this.title().trim()) return trouble(this.title, 'Give it a title.');
    if (!this.make().trim()) return trouble(this.make, 'Say for which make it is.');
    if (!this.model().trim()) return trouble(this.model, 'Say for which model it is.');
    if (!this.source().trim())
      return trouble(this.source, 'Say where it is from: service data, or your own hands.');
    const lost = readLines(this.lost()).map((line) => line.split(':').map((one) => one.trim()));
    if (lost.some(([what, back]) => !what || !back))
      return trouble(this.lost, 'A line each, such as “clock: set by hand”.');
    return {
      ...this.map(),
      title: this.title().trim(),
      make: this.make().trim(),
      model: this.model().trim(),
      source: this.source().trim(),
      lostWithPower: lost.map(([what, ...back]) => ({ what: what!, back: back.join(': ') })),
    };
  }

  private read(): KeepAccessMap | Trouble {
    const map = this.whole();
    if ('says' in map) return map;
    if (map.steps.length + map.parts.length === 0) return trouble(null, 'Add the first step or part.');
    if (this.flaw() !== null) return trouble(null, `It cannot be kept as it is: ${this.flaw()!}.`);
    return {
      mapId: this.kept()?.mapId ?? this.freshId,
      // Where somebody was first, what is here becomes the version after theirs.
      basedOn: this.theirs() ?? this.basedOn(),
      map,
      note: this.note().trim() || null,
    };
  }

  private keep(body: KeepAccessMap): Promise<Sent<unknown>> {
    return this.keeping(
      () => this.library.keepAccessMap(body),
      'Jobs that run stay with theirs.',
      () =>
        this.mapId() === 'new'
          ? this.router.navigate(['/library/access-maps', body.mapId])
          : this.open(body.mapId),
    );
  }

  protected async withdraw(): Promise<void> {
    const kept = this.kept();
    if (!kept) return;
    const { mapId, latest, map } = kept;
    const note = this.note().trim() || null;
    await this.withdrawing(() =>
      this.library.keepAccessMap({ mapId, basedOn: latest, map, note, withdrawn: true }),
    );
  }

  protected override forget(): void {
    super.forget();
    this.at.set(null);
  }
}
