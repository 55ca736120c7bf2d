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
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type { KeepAccessMap, KeptAccessMap } from '@dormant-beacon/contract';
import { type AccessMap, checkMap, isPart, itemsOf, type MapItem } from '@dormant-beacon/core/ledger';
import { editedMap, emptyMap, type MapEdit, readLines } from '@dormant-beacon/core/ledger/edit';
import { isRefusal } from '@dormant-beacon/core/refusal';
import { AccessDrawing } from '../access';
import { ApiProblem, newId, type Sent } from '../api';
import { Entry, entryForm, field, TextField, trouble, type Trouble } from '../entry';
import { PageHead } from '../frame';
import { LibraryDesk } from '../knowledge';
import { EditHistory } from './edit-history';
import { downloadMap } from './map-files';
import { MapItemForm } from './map-item-form';

@Component({
  selector: 'db-map-editor',
  imports: [AccessDrawing, Entry, MapItemForm, MatButtonModule, PageHead, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './map-editor.html',
  styleUrl: './circuit-editor.scss',
  host: { '(document:keydown)': 'shortcut($event)' },
})
export class MapEditor {
  /** Of the address: the map's id, or `new`. */
  readonly mapId = input.required<string>();
  readonly forMake = input<string>();
  readonly forModel = input<string>();
  private readonly library = inject(LibraryDesk);
  private readonly router = inject(Router);
  protected readonly history = new EditHistory<AccessMap, MapEdit>(editedMap, emptyMap);
  protected readonly map = this.history.now;
  protected readonly kept = signal<KeptAccessMap | null>(null);
  protected readonly loading = signal(true);
  protected readonly saved = signal<string | null>(null);
  /** The version that somebody else has kept meanwhile. */
  private readonly theirs = signal<number | null>(null);
  /** The step or part under the hands. */
  protected readonly at = signal<string | null>(null);
  protected readonly item = computed(() => itemsOf(this.map()).find(({ id }) => id === this.at()) ?? null);
  protected readonly items = computed(() => itemsOf(this.map()));
  protected readonly title = field('');
  protected readonly make = field('');
  protected readonly model = field('');
  protected readonly source = field('');
  protected readonly lost = field('');
  protected readonly note = field('');
  private freshId = newId();
  private readonly unkept = field<AccessMap | null>(null);
  private readonly basedOn = field(0);
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
    effect(() => {
      const mapId = this.mapId();
      if (this.form.draft.looked()) untracked(() => void this.open(mapId));
    });
    effect(() => {
      const now = this.history.now();
      if (this.history.canUndo() || this.history.canRedo()) this.unkept.set(now);
    });
  }

  private async open(mapId: string): Promise<void> {
    this.loading.set(true);
    try {
      const kept = mapId === 'new' ? null : await this.library.accessMap(mapId);
      this.kept.set(kept);
      const unkept = this.unkept();
      const drafted = unkept !== null || this.basedOn() > 0 || this.title() !== '';
      this.history.begin(kept?.map ?? emptyMap);
      // What was left unkept comes back as one step, which can be undone.
      if (unkept) this.history.replace(unkept);
      if (!drafted) {
        this.title.set(kept?.title ?? '');
        this.make.set(kept?.make ?? this.forMake() ?? '');
        this.model.set(kept?.model ?? this.forModel() ?? '');
        this.source.set(kept?.map.source ?? '');
        this.lost.set((kept?.map.lostWithPower ?? []).map(({ what, back }) => `${what}: ${back}`).join('\n'));
        this.basedOn.set(kept?.version ?? 0);
        this.form.draft.rebase();
      }
      this.form.say(null);
      this.theirs.set(null);
    } catch (error) {
      this.form.say((error as Error).message);
    }
    this.loading.set(false);
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

  protected shortcut(event: KeyboardEvent): void {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
    if ((event.target as HTMLElement).matches('input, textarea')) return;
    event.preventDefault();
    if (event.shiftKey) this.history.redo();
    else this.history.undo();
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

  private async keep(body: KeepAccessMap): Promise<Sent<unknown>> {
    this.saved.set(null);
    try {
      const { version } = await this.library.keepAccessMap(body);
      this.forget();
      this.freshId = newId();
      this.saved.set(`Kept as version ${version}. Jobs that run stay with theirs.`);
      if (this.mapId() === 'new') await this.router.navigate(['/library/access-maps', body.mapId]);
      else await this.open(body.mapId);
      return { state: 'saved', answer: null };
    } catch (error) {
      const current =
        error instanceof ApiProblem ? (error.current as { version: number } | undefined) : undefined;
      this.theirs.set(current?.version ?? null);
      const { message } = error as Error;
      const says = current ? `${message} What you changed is still here.` : message;
      return { state: 'refused', problem: new ApiProblem(409, says) };
    }
  }

  /** What was changed here is given up for what is kept. */
  protected async openKept(): Promise<void> {
    this.forget();
    await this.open(this.mapId());
  }

  private forget(): void {
    this.form.clear();
    this.unkept.set(null);
    this.basedOn.set(0);
    this.title.set('');
    this.at.set(null);
  }
}
