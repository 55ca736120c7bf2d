/** A unit that is coded: which it is, what the library says of it, how it comes; or why nothing has to be coded. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  output,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { CodingBookRow, FactData, KeptCodingBook } from '@dormant-beacon/contract';
import { aimBooks } from '@dormant-beacon/core/coding';
import { originOf, type Repair } from '@dormant-beacon/core/record';
import { type RouteKind, routeKinds } from '@dormant-beacon/core/route';
import type { UnitRoutes } from '@dormant-beacon/core/stages';
import {
  byContent,
  type Choice,
  Entry,
  factForm,
  field,
  Pick,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { FiguresPipe } from '../figures';
import { LibraryDesk } from '../knowledge';
import { More } from '../more';
import { CodeDesk } from './code-desk';

const teachOnly = 'teach-only';
const routeWords: Readonly<Record<RouteKind, string>> = {
  new: 'new',
  used: 'used, from another car',
  remanufactured: 'remanufactured',
  'bench-repair': 'this one, repaired at our bench',
  'mail-in': 'this one, sent in for repair',
  'board-transfer': 'the old board in another housing',
  clone: 'used, with this car’s memory cloned',
  're-code': 'used, coded anew for this car',
};

@Component({
  selector: 'db-plan-form',
  imports: [Entry, FiguresPipe, MatButtonModule, More, Pick, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
    <db-entry [form]="form" label="A unit that is coded">
      @if (unitChoices().length > 0) {
        <db-pick label="Which unit" [choices]="unitChoices()" [field]="which" />
      }
      @if (which() === '') {
        <db-text label="What it is called" example="such as body module" [most]="80" [field]="unit" />
      }
      @if (aim(); as asked) {
        <p>{{ asked.why }} was disturbed, so it is aimed or calibrated before the car goes.</p>
      } @else if (books(); as list) {
        @if (list.length > 0) {
          <db-pick label="What the library says of it" [choices]="bookChoices()" [field]="bookId" />
        } @else {
          <p>
            The library has no coding book of this model yet.
            <a routerLink="/library/coding-books/new">Begin one</a>: what the unit carries, and in which order
            it is coded.
          </p>
        }
      }
      @if (bookId() !== '' && !aim()) {
        <db-pick label="How it comes" [choices]="routeChoices" [field]="route" />
        @if (saves().length > 0) {
          <div class="saves">
            <p class="question">To be saved before the old one comes out</p>
            <ul>
              @for (one of saves(); track one) {
                <li>{{ one | figures }}</li>
              }
            </ul>
          </div>
        }
      }
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      @if (bookId() !== '' || aim()) {
        <button mat-flat-button type="submit">Make its sheet</button>
      }
    </db-entry>
    <db-more label="Nothing has to be coded" [open]="books()?.length === 0">
      <db-entry [form]="plain" label="Nothing has to be coded">
        <db-text
          label="Why not"
          example="such as: a plain switch, the module reads only open and closed"
          [lines]="2"
          [most]="300"
          [field]="reason"
        />
        @if (plain.problem()) {
          <p class="problem" role="alert">{{ plain.problem() }}</p>
        }
        <button mat-stroked-button type="submit">Enter it under my name</button>
      </db-entry>
    </db-more>
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
      max-width: 720px;
    }
    button {
      justify-self: start;
    }
    ul {
      margin: 4px 0 0;
      padding-left: 22px;
    }
  `,
})
export class PlanForm {
  private readonly desk = inject(CodeDesk);
  private readonly library = inject(LibraryDesk);
  readonly entered = output();
  protected readonly problem = signal<string | null>(null);
  protected readonly books = signal<readonly CodingBookRow[] | null>(null);
  private readonly book = signal<KeptCodingBook | null>(null);
  protected readonly which = field('');
  protected readonly unit = field('');
  protected readonly bookId = field('');
  protected readonly route = field('');
  protected readonly reason = field('');
  protected readonly routeChoices: readonly Choice[] = [
    { value: '', label: 'not decided yet' },
    { value: teachOnly, label: 'nothing is fitted: teach what is in' },
    ...routeKinds.map((kind) => ({ value: kind, label: routeWords[kind] })),
  ];
  private readonly free = computed(() => {
    const taken = new Set(this.desk.codings().map(({ plan }) => plan.unit.toLowerCase()));
    return {
      units: this.desk.units().filter(({ plan }) => !taken.has(plan.unit.toLowerCase())),
      repairs: this.desk.uncoded(),
    };
  });
  protected readonly unitChoices = computed((): readonly Choice[] => {
    const { units, repairs } = this.free();
    const known = [
      ...units.map(({ id, plan }) => ({ value: `unit ${id}`, label: plan.unit })),
      ...repairs.map(({ id, label }) => ({ value: `repair ${id}`, label })),
      ...this.desk.aims().map(({ kind, unit }) => ({ value: `aim ${kind}`, label: unit })),
    ];
    return known.length === 0 ? [] : [...known, { value: '', label: 'another one' }];
  });
  protected readonly bookChoices = computed((): readonly Choice[] => [
    { value: '', label: 'choose' },
    ...(this.books() ?? []).map(({ bookId, title, version }) => ({
      value: bookId,
      label: `${title}, version ${version}`,
    })),
  ]);
  protected readonly saves = computed(() =>
    (this.book()?.book.carries ?? []).flatMap(({ how, does }) => (how === 'save' ? [does] : [])),
  );
  private readonly chosen = computed((): UnitRoutes | Repair | null => {
    const [kind, id] = this.which().split(' ');
    const { units, repairs } = this.free();
    return (
      (kind === 'unit' ? units.find((own) => own.id === id) : repairs.find((own) => own.id === id)) ?? null
    );
  });
  /** What has to be aimed needs no library. */
  protected readonly aim = computed(() => {
    const [kind, id] = this.which().split(' ');
    return kind === 'aim' ? (this.desk.aims().find((own) => own.kind === id) ?? null) : null;
  });
  private readonly name = computed(() => {
    const aim = this.aim();
    if (aim) return aim.unit;
    const chosen = this.chosen();
    if (chosen === null) return this.unit().trim();
    return ('plan' in chosen ? chosen.plan.unit : chosen.label).slice(0, 80);
  });
  protected readonly form = factForm(
    'coding-plans',
    { which: this.which, unit: this.unit, bookId: this.bookId, route: this.route },
    {
      draft: () => `coding ${this.desk.record()?.id ?? ''}`,
      read: () => this.read(),
      then: (sent) => this.done(sent.state === 'saved' ? (sent.answer as { id: string }).id : null),
    },
  );
  protected readonly plain = factForm(
    'coding-plans',
    { which: this.which, unit: this.unit, reason: this.reason },
    {
      draft: () => `no coding ${this.desk.record()?.id ?? ''}`,
      read: (): FactData<'coding-plans'> | Trouble =>
        this.name() === ''
          ? trouble(this.unit, 'Say which unit it is.')
          : this.reason().trim().length < 20
            ? trouble(this.reason, 'Say in a sentence that can be read later why nothing has to be coded.')
            : { ...this.head(), notNeeded: this.reason().trim() },
      then: () => this.done(null),
    },
  );

  constructor() {
    const vehicle = byContent(() => {
      const own = this.desk.record()?.vehicle;
      return own ? { make: own.make, model: own.model } : null;
    });
    effect(() => {
      const own = vehicle();
      if (own) untracked(() => void this.list(own.make, own.model));
    });
    effect(() => {
      const [first] = this.unitChoices();
      untracked(() => {
        if (this.which() === '' && this.unit() === '' && first) this.which.set(first.value);
      });
    });
    effect(() => {
      const bookId = this.bookId();
      untracked(() => void this.fetch(bookId));
    });
    effect(() => {
      const [name, books] = [this.name().toLowerCase(), this.books()];
      untracked(() => {
        const own = books?.find(({ title }) => name !== '' && title.toLowerCase().includes(name));
        if (this.bookId() === '' && own) this.bookId.set(own.bookId);
      });
    });
    effect(() => {
      const chosen = this.chosen();
      const kind = chosen && 'plan' in chosen ? chosen.chosen?.kind : undefined;
      if (kind) untracked(() => this.route.set(kind));
    });
  }

  private done(id: string | null): void {
    if (id !== null) this.desk.choose(id);
    this.entered.emit();
  }

  private head(): Head<FactData<'coding-plans'>> {
    const chosen = this.chosen();
    if (chosen === null) return { unit: this.name() };
    return 'plan' in chosen
      ? { unit: this.name(), planId: chosen.id, traceId: chosen.plan.traceId ?? null }
      : { unit: this.name(), traceId: this.traceOf(chosen) };
  }

  private traceOf({ traceId }: Repair): string | null {
    const traces = this.desk.record()?.traces ?? [];
    const trace = traces.find(({ id }) => id === traceId);
    return trace ? originOf(traces, trace) : null;
  }

  private async list(make: string, model: string): Promise<void> {
    try {
      this.books.set(await this.library.codingBooks(make, model));
    } catch (error) {
      this.books.set([]);
      this.problem.set((error as Error).message);
    }
  }

  private async fetch(bookId: string): Promise<void> {
    if (bookId === '') return this.book.set(null);
    try {
      this.book.set(await this.library.codingBook(bookId));
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  private read(): FactData<'coding-plans'> | Trouble {
    const aim = this.aim();
    if (aim) return { unit: aim.unit, teachOnly: true, book: aimBooks[aim.kind] };
    const kept = this.book();
    if (this.name() === '') return trouble(this.unit, 'Say which unit it is.');
    if (kept === null) return trouble(this.bookId, 'Choose what the library says of it.');
    return {
      ...this.head(),
      ...(this.route() === teachOnly
        ? { teachOnly: true as const }
        : { route: (this.route() || null) as RouteKind | null }),
      book: kept.book,
      kept: { bookId: kept.bookId, version: kept.version },
    };
  }
}

type Head<D extends { unit: string }> = Omit<D, 'book' | 'kept' | 'route' | 'notNeeded'>;
