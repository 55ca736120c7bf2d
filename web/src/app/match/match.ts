/** The part beside the one that came out, line by line: before money is spent, and again when the box is opened. */
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { FactData } from '@dormant-beacon/contract';
import { listingHints, type PartOrderData } from '@dormant-beacon/core/fit';
import { bringsPart } from '@dormant-beacon/core/stages';
import { DateField } from '../dates';
import { Desk, field } from '../entry';
import { FiguresPipe } from '../figures';
import { Caution } from '../frame';
import { More } from '../more';
import { Photos } from '../photo';
import { Money } from '../money';
import { sayDay } from '../time';
import { ComparisonTable, UnitDesk, UnitTabs } from '../unit';
import { KnownWeakness } from './known-weakness';
import { OfferList, verdictWords } from './offer-list';
import { PartForm } from './part-form';
import { StockSearch } from './stock-search';

@Component({
  selector: 'db-match',
  imports: [
    Caution,
    ComparisonTable,
    DateField,
    FiguresPipe,
    KnownWeakness,
    MatButtonModule,
    More,
    OfferList,
    PartForm,
    Photos,
    RouterLink,
    StockSearch,
    UnitTabs,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './match.html',
  styleUrl: './match.scss',
})
export class MatchPage {
  private readonly desk = inject(UnitDesk);
  private readonly entries = inject(Desk);
  protected readonly money = inject(Money);
  protected readonly unit = this.desk.unit;
  protected readonly verdicts = verdictWords;
  protected readonly day = sayDay;
  protected readonly problem = signal<string | null>(null);
  protected readonly adding = signal(false);
  protected readonly dueOn = field('');
  /** The offer that is looked at: the one that was ordered, else the best. */
  protected readonly seen = linkedSignal(
    () => this.unit()?.ordered?.id ?? this.unit()?.offers[0]?.id ?? null,
  );
  protected readonly offer = computed(() => this.unit()?.offers.find(({ id }) => id === this.seen()) ?? null);
  protected readonly restraint = computed(() => this.unit()?.restraint != null);
  /** The box is open: what came is compared. */
  protected readonly opened = computed(
    () =>
      ['open-box', 'original', 'wrong', 'verify', 'fit', 'done'].includes(this.unit()?.step ?? '') &&
      (this.unit()?.delivered !== null || this.unit()?.step === 'open-box'),
  );
  protected readonly noPart = computed(() => {
    const chosen = this.unit()?.chosen;
    return chosen != null && !bringsPart(chosen.kind);
  });
  protected readonly hints = computed(() => {
    const fact = this.offer()?.fact;
    return fact?.listing ? listingHints(fact.listing, fact.part) : [];
  });
  protected readonly verdict = computed(() => {
    const offer = this.offer();
    if (!offer?.comparison) return '';
    const price = offer.fact.part.priceCents;
    return [verdictWords[offer.comparison.verdict], ...(price == null ? [] : [this.money.say(price)])].join(
      ', ',
    );
  });
  /** What may be said of the order of the offer that is looked at. */
  protected readonly steps = computed((): readonly (readonly [PartOrderData['step'], string])[] => {
    const offer = this.offer();
    const step = offer?.order?.step ?? null;
    if (!offer) return [];
    if (step === null || step === 'cancelled' || step === 'sent-back')
      return offer.comparison?.verdict === 'rejected'
        ? []
        : [
            ['ordered', 'It is ordered'],
            ['reserved', 'Reserve it'],
          ];
    if (step === 'reserved')
      return [
        ['ordered', 'It is ordered'],
        ['cancelled', 'Let it go'],
      ];
    if (step === 'ordered')
      return [
        ['arrived', 'It has come'],
        ['cancelled', 'The order is cancelled'],
      ];
    if (step === 'arrived')
      return [
        ['sent-back', 'It is sent back'],
        ...(offer.fact.coreDepositCents ? [['core-returned', 'The old unit is sent back'] as const] : []),
      ];
    return [];
  });

  protected async say(step: PartOrderData['step']): Promise<void> {
    const data: FactData<'part-orders'> = {
      offerId: this.offer()!.id,
      step,
      dueOn: step === 'ordered' || step === 'arrived' ? this.dueOn() || null : null,
    };
    const sent = await this.entries.enter('part-orders', data);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
    if (sent.state !== 'refused') this.dueOn.set('');
  }
}
