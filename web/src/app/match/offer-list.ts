/** The parts on offer, best first, each with its verdict and the one thing that decides. */
import { ChangeDetectionStrategy, Component, computed, inject, model } from '@angular/core';
import { MatListModule } from '@angular/material/list';
import { decisiveReason, type FitVerdict } from '@dormant-beacon/core/fit';
import type { UnitOffer } from '@dormant-beacon/core/stages';
import { FiguresPipe } from '../figures';
import { Money } from '../money';
import { UnitDesk } from '../unit';

export const verdictWords: Readonly<Record<FitVerdict, string>> = {
  fits: 'fits',
  'fits-with-work': 'fits, with work',
  'verify-first': 'make sure first',
  rejected: 'does not fit',
};

@Component({
  selector: 'db-offer-list',
  imports: [FiguresPipe, MatListModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-selection-list
      [multiple]="false"
      hideSingleSelectionIndicator
      aria-label="Parts on offer"
      (selectionChange)="seen.set($event.options[0]!.value)"
    >
      @for (row of rows(); track row.id) {
        <mat-list-option [value]="row.id" [selected]="row.id === seen()">
          <span class="row">
            <span class="who"
              ><strong>{{ row.seller }}</strong
              ><span class="mono">{{ row.number }}</span></span
            >
            <span class="mono price">{{ row.price }}</span>
            <span class="verdict" [class]="row.tone">{{ row.verdict }}</span>
            <small>{{ row.why | figures }}</small>
          </span>
        </mat-list-option>
      }
    </mat-selection-list>
  `,
  styles: `
    mat-list-option {
      height: auto !important;
      padding-block: 8px;
      border-top: 1px solid var(--line);
    }
    .row {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto 8.5em;
      gap: 2px 12px;
      white-space: normal;
    }
    .who {
      display: flex;
      flex-wrap: wrap;
      gap: 0 10px;
    }
    small {
      grid-column: 1 / -1;
      font-size: 14px;
      color: var(--quiet);
    }
    .price {
      text-align: right;
    }
    .verdict {
      font-weight: 600;
    }
    .good {
      color: var(--calm);
    }
    .open {
      color: var(--ember);
    }
    .bad {
      color: var(--red);
    }
  `,
})
export class OfferList {
  readonly seen = model<string | null>(null);
  private readonly desk = inject(UnitDesk);
  private readonly money = inject(Money);
  protected readonly rows = computed(() =>
    (this.desk.unit()?.offers ?? []).map((offer) => ({
      id: offer.id,
      seller: offer.fact.seller ?? '',
      number: offer.fact.part.partNumber,
      price: offer.fact.part.priceCents == null ? '' : this.money.say(offer.fact.part.priceCents),
      verdict: offer.comparison ? verdictWords[offer.comparison.verdict] : 'not compared',
      tone: offer.comparison ? tones[offer.comparison.verdict] : '',
      why: [
        ...stateOf(offer),
        offer.comparison && (decisiveReason(offer.comparison) ?? offer.comparison.work.join('; ')),
      ]
        .filter(Boolean)
        .join(' · '),
    })),
  );
}

const tones: Readonly<Record<FitVerdict, string>> = {
  fits: 'good',
  'fits-with-work': 'good',
  'verify-first': 'open',
  rejected: 'bad',
};

function stateOf({ order }: UnitOffer): readonly string[] {
  return order === null ? [] : [order.step.replaceAll('-', ' ')];
}
