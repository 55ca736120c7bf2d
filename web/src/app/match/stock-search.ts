/** Parts in the stock of other yards, ranked against the one that came out: what its car went through comes first. */
import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData, Found } from '@dormant-beacon/contract';
import { checkFit, type Comparison, decisiveReason } from '@dormant-beacon/core/fit';
import { standing } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import { type Choice, ChoiceOne, Desk, field, TextField } from '../entry';
import { FiguresPipe } from '../figures';
import { jobFeature } from '../job';
import { StockDesk } from '../knowledge';
import { Money } from '../money';
import { shopFeature } from '../session';
import { sayDay } from '../time';
import { UnitDesk } from '../unit';
import { verdictWords } from './offer-list';

type Hit = Found['found'][number];
/** Parts that are shown; beyond them a search is too wide to be of use. */
const mostShown = 20;

@Component({
  selector: 'db-stock-search',
  imports: [ChoiceOne, FiguresPipe, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-choice question="Search the yards by" [choices]="ways()" [field]="way" />
    @if (way() === 'number') {
      <db-text
        label="Part number; those that took its place are found too"
        [mono]="true"
        [(value)]="number"
      />
    } @else {
      <db-text label="What it is, or how its name begins" [(value)]="kind" />
    }
    <button mat-stroked-button type="button" [disabled]="busy()" (click)="search()">Search</button>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
    @if (hits(); as found) {
      <p class="quiet" role="status">
        {{
          found.length === 0
            ? 'No yard has one.'
            : found.length +
              (more() ? ' or more' : '') +
              (found.length === 1 ? ' part' : ' parts') +
              ', best first.'
        }}
      </p>
      <ul class="plain-list">
        @for (row of rows(); track row.key) {
          <li>
            <span>
              @if (row.flags) {
                <span class="flags" [class.bad]="row.bad">{{ row.flags }}</span>
              }
              <strong>{{ row.hit.source }}</strong> <span class="mono">{{ row.hit.part.partNumber }}</span>
              <small>{{ row.why | figures }}</small></span
            >
            <span class="mono">{{ row.price }}</span>
            <button mat-button type="button" [disabled]="row.rejected" (click)="offer(row.hit)">
              Put it on offer
            </button>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    button {
      justify-self: start;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto auto;
      align-items: center;
      gap: 10px;
      border-top: 1px solid var(--line);
    }
    strong {
      margin-right: 8px;
    }
    li .mono {
      white-space: nowrap;
    }
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
    .flags {
      display: block;
      font-weight: 600;
      color: var(--ember);
    }
    .flags.bad {
      color: var(--red);
    }
    @media (max-width: 560px) {
      li {
        grid-template-columns: minmax(0, 1fr) auto;
      }
    }
  `,
})
export class StockSearch {
  readonly entered = output();
  private readonly unitDesk = inject(UnitDesk);
  private readonly stock = inject(StockDesk);
  private readonly desk = inject(Desk);
  private readonly money = inject(Money);
  private readonly store = inject(Store);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  private readonly removed = computed(() => this.unitDesk.unit()?.removed?.part ?? null);
  private readonly plug = computed(() => this.removed()?.connectors?.[0] ?? null);
  protected readonly ways = computed((): readonly Choice[] => [
    { value: 'number', label: 'its number' },
    { value: 'vehicle', label: `${this.record()?.vehicle.make ?? ''} ${this.record()?.vehicle.model ?? ''}` },
    ...(this.plug() ? [{ value: 'plug', label: `a plug of ${this.plug()!.cavities}` }] : []),
  ]);
  protected readonly way = field('number');
  protected readonly number = signal(this.removed()?.partNumber ?? '');
  protected readonly kind = signal(this.removed()?.kind ?? '');
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly hits = signal<readonly Hit[] | null>(null);
  protected readonly more = signal(false);

  protected readonly rows = computed(() => {
    const hits = this.hits() ?? [];
    const original = this.removed();
    const byId = new Map(hits.map((hit, n) => [String(n), hit]));
    const supersessions = standing(this.record()?.parts ?? []).flatMap((own) => own.supersessions ?? []);
    const ranked: readonly (Comparison | { readonly id: string })[] = original
      ? checkFit(
          {
            original: { ...original, id: 'removed' },
            candidates: [...byId].map(([id, { part }]) => ({ ...part, id })),
            supersessions,
          },
          this.settings().hourlyRateCents,
        ).candidates
      : [...byId.keys()].map((id) => ({ id }));
    return ranked.slice(0, mostShown).map((own) => {
      const hit = byId.get(own.id)!;
      const comparison = 'verdict' in own ? own : null;
      return {
        key: own.id,
        hit,
        price: hit.part.priceCents == null ? '' : this.money.say(hit.part.priceCents),
        ...flagsOf(hit),
        rejected: comparison?.verdict === 'rejected',
        why: [
          ...(comparison
            ? [verdictWords[comparison.verdict], decisiveReason(comparison) ?? comparison.work.join('; ')]
            : []),
          `list of ${sayDay(hit.takenInAt.slice(0, 10))}`,
        ]
          .filter(Boolean)
          .join(' · '),
      };
    });
  });

  protected async search(): Promise<void> {
    this.busy.set(true);
    try {
      const { found, more } = await this.stock.search(this.query());
      this.hits.set(found);
      this.more.set(more);
      this.problem.set(null);
    } catch (error) {
      this.problem.set((error as Error).message);
    } finally {
      this.busy.set(false);
    }
  }

  private query(): Record<string, string> {
    const { make, model } = this.record()!.vehicle;
    const plug = this.plug();
    switch (this.way()) {
      case 'vehicle':
        return { make, model, ...(this.kind().trim() ? { kind: this.kind().trim() } : {}) };
      case 'plug':
        return {
          kind: this.kind().trim(),
          cavities: String(plug!.cavities),
          ...(plug!.key ? { key: plug!.key } : {}),
        };
      default:
        return { number: this.number().trim() };
    }
  }

  protected async offer({ part, source, reference }: Hit): Promise<void> {
    const data: FactData<'parts'> = {
      planId: this.unitDesk.unit()!.id,
      role: 'offered',
      part,
      seller: source,
      listing: reference ? `their number ${reference}` : null,
    };
    const sent = await this.desk.enter('parts', data);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
    if (sent.state !== 'refused') this.entered.emit();
  }
}

/** What its car went through, and whether it fired: looked at before the price. */
function flagsOf({ part: { provenance } }: Hit): { readonly flags: string; readonly bad: boolean } {
  if (provenance?.deployed === true) return { flags: 'fired', bad: true };
  if (provenance?.kind === 'new') return { flags: 'new', bad: false };
  switch (provenance?.event) {
    case 'collision':
      return { flags: 'from a crash', bad: true };
    case 'water':
      return { flags: 'stood in water', bad: true };
    case 'none':
      return { flags: '', bad: false };
    default:
      return { flags: 'car not known', bad: false };
  }
}
