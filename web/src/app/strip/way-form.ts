/** The parts that the job has to reach, and the least work to all of them at once, drawn before it is taken. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import type { AccessMapRow, FactData, KeptAccessMap } from '@dormant-beacon/contract';
import { bareName, type AccessMap, type StripAim, type TargetWork } from '@dormant-beacon/core/ledger';
import { openTraces, originOf } from '@dormant-beacon/core/record';
import { AccessDrawing, WayPlanner } from '../access';
import {
  byContent,
  type Choice,
  ChoiceMany,
  Entry,
  factForm,
  field,
  fieldFrom,
  Pick,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { LibraryDesk } from '../knowledge';
import { More } from '../more';
import { selectJobPolicy } from '../session';
import { LayOut } from './lay-out';
import { StripDesk } from './strip-desk';
import { Store } from '@ngrx/store';
import { bareMap } from './bare-map';
import { suggestedParts } from './suggested-parts';

@Component({
  selector: 'db-way-form',
  imports: [
    AccessDrawing,
    ChoiceMany,
    Entry,
    LayOut,
    MatButtonModule,
    MatProgressBarModule,
    More,
    Pick,
    RouterLink,
    TextField,
  ],
  providers: [WayPlanner],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './way-form.html',
  styles: `
    :host {
      display: grid;
      gap: 14px;
    }
    .sum {
      font-size: 20px;
      font-weight: 600;
    }
    button,
    a {
      justify-self: start;
    }
  `,
})
export class WayForm {
  private readonly desk = inject(StripDesk);
  private readonly library = inject(LibraryDesk);
  private readonly policy = inject(Store).selectSignal(selectJobPolicy);
  protected readonly planner = inject(WayPlanner);
  readonly entered = output();
  /** A step that the way is to go round. */
  readonly avoid = input<string | null>(null);
  /** The maps of this model; null while they are fetched. */
  protected readonly maps = signal<readonly AccessMapRow[] | null>(null);
  private readonly fetched = signal<KeptAccessMap | null>(null);
  protected readonly problem = signal<string | null>(null);
  private readonly plan = computed(() => this.desk.strip()?.plan ?? null);
  protected readonly vehicle = computed(() => this.desk.record()!.vehicle);
  /** The map that is gone by: that of the plan until another version is chosen. */
  protected readonly mapId = field('');
  protected readonly partName = field('');
  /** Nobody has drawn this model: the part alone is named, and what comes off is entered as it comes. */
  protected readonly bare = computed(() => this.maps()?.length === 0 && this.plan() === null);
  protected readonly map = computed<AccessMap | null>(() => {
    const { make, model } = this.vehicle();
    if (this.bare())
      return this.partName().trim() === '' ? null : bareMap(make, model, this.partName().trim());
    return this.fetched()?.map ?? this.plan()?.map ?? null;
  });
  protected readonly mapChoices = computed((): readonly Choice[] => [
    ...(this.plan() ? [{ value: '', label: `${this.plan()!.map.title}, as this job began with it` }] : []),
    ...(this.maps() ?? []).map(({ mapId, title, version }) => ({
      value: mapId,
      label: `${title}, version ${version}`,
    })),
  ]);
  private readonly suggested = byContent(() =>
    this.map() === null ? [] : suggestedParts(this.desk.record()!, this.map()!, this.policy().restraintRoute),
  );
  protected readonly exchanged = fieldFrom<readonly string[]>(() =>
    this.plan()
      ? this.ofWork('exchange')
      : this.suggested()
          .filter(({ work }) => work === 'exchange')
          .map(({ part }) => part),
  );
  protected readonly inPlace = fieldFrom<readonly string[]>(() =>
    this.plan()
      ? this.ofWork('in-place')
      : this.suggested()
          .filter(({ work }) => work === 'in-place')
          .map(({ part }) => part),
  );
  protected readonly without = fieldFrom<readonly string[]>(() => [...(this.plan()?.without ?? [])]);
  protected readonly partChoices = computed((): readonly Choice[] =>
    (this.map()?.parts ?? []).map((item) => ({ value: item.id, label: bareName(item) })),
  );
  protected readonly stepChoices = computed((): readonly Choice[] => {
    const off = this.desk.strip()?.off;
    return (this.map()?.steps ?? [])
      .filter(({ id }) => !off?.has(id))
      .map((item) => ({ value: item.id, label: bareName(item) }));
  });
  /** What each open trace has to reach, by trace and access: the part of the map that it is. */
  protected readonly reaches = computed(() => {
    const record = this.desk.record()!;
    return openTraces(record).flatMap((trace) => {
      const traceId = originOf(record.traces, trace);
      return (trace.case.accesses ?? []).map(({ id, label }) => ({
        key: `${traceId} ${id}`,
        traceId,
        access: id,
        label: `${trace.title}: ${label ?? id}`,
      }));
    });
  });
  protected readonly reached = fieldFrom<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(
      (this.plan()?.reaches ?? []).map(({ traceId, access, part }) => [`${traceId} ${access}`, part]),
    ),
  );
  protected readonly reachChoices = computed((): readonly Choice[] => [
    { value: '', label: 'nothing of this map' },
    ...this.partChoices().filter(({ value }) => this.targets().some(({ part }) => part === value)),
  ]);
  protected readonly targets = computed(() => {
    if (this.bare()) return this.map() === null ? [] : [{ part: 'part', work: 'exchange' as TargetWork }];
    const exchanged = new Set(this.exchanged());
    const work = (part: string): TargetWork => (exchanged.has(part) ? 'exchange' : 'in-place');
    return [...new Set([...this.exchanged(), ...this.inPlace()])]
      .filter((part) => this.map()?.parts.some(({ id }) => id === part))
      .map((part) => ({ part, work: work(part) }));
  });
  private readonly aim = byContent((): StripAim => ({
    targets: this.targets(),
    without: this.without(),
    gained: [...(this.desk.strip()?.off.keys() ?? [])],
  }));
  protected readonly sum = computed(() => {
    const way = this.planner.way();
    return way === null
      ? ''
      : `${way.minutes} min, ${way.order.length} steps${way.optimal ? '' : '. A quicker way may exist: it was not looked for to the end'}`;
  });
  protected readonly form = factForm(
    'strip-plans',
    {
      exchanged: this.exchanged,
      inPlace: this.inPlace,
      without: this.without,
      reached: this.reached,
      mapId: this.mapId,
      partName: this.partName,
    },
    {
      draft: () => `way ${this.desk.record()?.id ?? ''}`,
      corrects: () => this.plan()?.id,
      read: () => this.read(),
      then: () => this.entered.emit(),
    },
  );

  constructor() {
    const vehicle = byContent(() => ({ make: this.vehicle().make, model: this.vehicle().model }));
    effect(() => {
      const { make, model } = vehicle();
      untracked(() => void this.list(make, model));
    });
    effect(() => {
      const avoid = this.avoid();
      if (avoid !== null) untracked(() => this.without.set([...new Set([...this.without(), avoid])]));
    });
    effect(() => {
      const mapId = this.mapId();
      untracked(() => void this.fetch(mapId));
    });
    effect(() => {
      const [map, aim] = [this.map(), this.aim()];
      untracked(() => this.planner.plan(map === null || aim.targets.length === 0 ? null : { map, aim }));
    });
  }

  protected reach(key: string, part: string): void {
    this.reached.set({ ...this.reached(), [key]: part });
  }

  private ofWork(work: TargetWork): string[] {
    return (this.plan()?.targets ?? []).filter((own) => own.work === work).map(({ part }) => part);
  }

  private async list(make: string, model: string): Promise<void> {
    try {
      const maps = await this.library.accessMaps(make, model);
      this.maps.set(maps);
      if (!this.plan() && this.mapId() === '' && maps[0]) this.mapId.set(maps[0].mapId);
    } catch (error) {
      this.maps.set([]);
      this.problem.set((error as Error).message);
    }
  }

  private async fetch(mapId: string): Promise<void> {
    if (mapId === '') return this.fetched.set(null);
    try {
      this.fetched.set(await this.library.accessMap(mapId));
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  private read(): FactData<'strip-plans'> | Trouble {
    const [map, way, kept] = [this.map(), this.planner.way(), this.fetched()];
    if (map === null && this.bare()) return trouble(this.partName, 'Say which part comes out.');
    if (map === null) return trouble(this.mapId, 'Choose the map of this model first.');
    if (this.targets().length === 0)
      return trouble(this.exchanged, 'Choose at least one part that the job has to reach.');
    if (way === null) return trouble(null, this.planner.problem() ?? 'The way is still being worked out.');
    const { targets, without, gained } = this.aim();
    return {
      map,
      kept: kept ? { mapId: kept.mapId, version: kept.version } : (this.plan()?.kept ?? null),
      targets: [...targets],
      without: [...(without ?? [])],
      gained: [...(gained ?? [])],
      way,
      reaches: this.reaches().flatMap(({ key, traceId, access }) => {
        const part = this.reached()[key];
        return part && targets.some((own) => own.part === part) ? [{ traceId, access, part }] : [];
      }),
    };
  }
}
