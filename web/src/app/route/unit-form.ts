/** A unit whose routes are to be weighed: proposed by a trace with one tap, or typed. */
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
import type { FactData, RouteCountRows, RoutePreset } from '@dormant-beacon/contract';
import {
  learnedChance,
  type PlannedRoute,
  type RouteKind,
  routesLike,
  type UnitSort,
  unitSorts,
  unitSortWords,
  usualRoutes,
} from '@dormant-beacon/core/route';
import { type ProposedUnit, proposedUnits } from '@dormant-beacon/core/stages/routes';
import { Store } from '@ngrx/store';
import {
  centsOrNull,
  Entry,
  factForm,
  field,
  Pick,
  TextField,
  trouble,
  type Trouble,
  typedNumber,
} from '../entry';
import { jobFeature } from '../job';
import { LibraryDesk } from '../knowledge';
import { Money } from '../money';
import { today } from './ready-by';

@Component({
  selector: 'db-unit-form',
  imports: [Entry, MatButtonModule, Pick, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of proposed(); track one.traceId + one.element) {
      <button mat-flat-button type="button" class="proposal" (click)="take(one)">
        Weigh the routes of “{{ one.unit }}”
      </button>
    }
    <db-entry [form]="form" label="A unit to put right">
      <db-text label="The unit" example="such as right daytime LED unit" [field]="unit" />
      <db-pick label="What it is" [choices]="sorts" [field]="sort" />
      <db-text
        [label]="'What it costs new, ' + money.currency"
        keys="decimal"
        [mono]="true"
        [field]="price"
      />
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button mat-stroked-button type="submit">Weigh its routes</button>
    </db-entry>
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
      max-width: 560px;
    }
    button {
      justify-self: start;
    }
  `,
})
export class UnitForm {
  /** Says the id by which the unit is known. */
  readonly entered = output<string | null>();
  readonly heading = input('');
  private readonly store = inject(Store);
  private readonly library = inject(LibraryDesk);
  protected readonly money = inject(Money);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly plans = this.store.selectSignal(jobFeature.selectPlans);
  /** What the shop has seen of each kind of route; without the server, the usual figures stand. */
  private readonly counts = signal<RouteCountRows>([]);
  protected readonly proposed = computed(() =>
    this.record() ? proposedUnits(this.record()!, new Map(Object.entries(this.plans()))) : [],
  );
  protected readonly sorts = unitSorts.map((value) => ({ value, label: unitSortWords[value] }));
  protected readonly unit = field('');
  protected readonly sort = field('');
  protected readonly price = field('');
  private readonly from = signal<ProposedUnit | null>(null);
  /** By sort, the routes that the shop weighed last; without the server, the usual ones stand. */
  private readonly presets = signal<ReadonlyMap<string, RoutePreset>>(new Map());
  protected readonly form = factForm(
    'route-plans',
    { unit: this.unit, sort: this.sort, price: this.price },
    {
      draft: () => `unit ${this.record()?.id ?? ''}`,
      read: () => this.read(),
      then: (sent) => {
        this.from.set(null);
        this.entered.emit(sent.state === 'saved' ? ((sent.answer as { id?: string }).id ?? null) : null);
      },
    },
  );

  constructor() {
    effect(() => {
      const sorts = [this.sort(), ...this.proposed().map((one) => one.sort)];
      untracked(() => sorts.forEach((sort) => this.loadPreset(sort)));
    });
    this.library.routeCounts().then(
      (counts) => this.counts.set(counts),
      () => undefined,
    );
  }

  private loadPreset(sort: string): void {
    if (sort === '' || this.presets().has(sort)) return;
    this.presets.update((known) => new Map(known).set(sort, null));
    this.library.routePreset(sort).then(
      (routes) => this.presets.update((known) => new Map(known).set(sort, routes)),
      () => undefined,
    );
  }

  /** One tap: the trace knows its name, its price new and what usually kills it. */
  protected take(one: ProposedUnit): void {
    this.from.set(one);
    this.unit.set(one.unit);
    this.sort.set(one.sort);
    this.price.set(typedNumber(one.newCents / 100));
    void this.form.submit();
  }

  private read(): FactData<'route-plans'> | Trouble {
    const newCents = centsOrNull(this.price());
    if (this.unit().trim() === '') return trouble(this.unit, 'Name the unit.');
    if (this.sort() === '') return trouble(this.sort, 'Say what it is: its routes follow from that.');
    if (newCents === null || Number.isNaN(newCents))
      return trouble(this.price, 'Type what it costs new: the other routes are reckoned from it.');
    const sort = this.sort() as UnitSort;
    const from = this.from()?.unit === this.unit() ? this.from() : null;
    const promised = this.record()?.head.promisedAt?.slice(0, 10);
    return {
      unit: this.unit().trim(),
      sort,
      routes: [...this.routesOf(sort, newCents)],
      readyBy: promised != null && promised >= today() ? promised : null,
      traceId: from?.traceId ?? null,
      element: from?.element ?? null,
      beaconIds: [...(from?.beaconIds ?? [])],
      checkFirst: from?.checkFirst ?? null,
    };
  }

  /** As the shop weighed its like last, where it did; the usual ones else. Outcomes of the shop count in both. */
  private routesOf(sort: UnitSort, newCents: number): readonly PlannedRoute[] {
    const usual = usualRoutes(sort, newCents, (kind, chance) => this.chance(sort, kind, chance));
    const before = this.presets().get(sort);
    const own =
      before &&
      routesLike(before, newCents, ({ kind, succeeds }) => {
        const known = usual.find((route) => route.kind === kind);
        return known?.succeeds ?? succeeds;
      });
    return own ?? usual;
  }

  private chance(sort: UnitSort, kind: RouteKind, usual: number): number {
    const seen = this.counts().find((own) => own.sort === sort && own.kind === kind);
    return seen ? learnedChance(usual, seen) : usual;
  }
}
