/** One or the pair: what the surviving side is likely to cost, against replacing it now. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { oneOrPair } from '@dormant-beacon/core/route';
import { percent } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { centsOrNull, field, fieldFrom, numberOrNull, TextField, typedNumber } from '../entry';
import { jobFeature } from '../job';
import { Money } from '../money';
import { shopFeature } from '../session';
import { UnitDesk } from '../unit';

/** Above 1 a part wears. Source: judgement for lamps and drives. */
const usualShape = 2.5;
/** Kilometres by which 63 in 100 have failed. Source: judgement. */
const usualLife = 250_000;
const usualHorizon = 60_000;

@Component({
  selector: 'db-pair-panel',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (answer(); as now) {
      <p>
        <strong>{{ now.better === 'pair' ? 'Both sides now.' : 'One side now.' }}</strong>
        One is {{ money.round(now.oneCents) }} over the distance, the pair {{ money.round(now.pairCents) }}.
        The other side fails meanwhile in {{ percent(now.survivorFails) }} of cases, a new one in
        {{ percent(now.newFails) }}.
      </p>
    } @else {
      <p class="quiet">Type the figures: the answer follows.</p>
    }
    <div class="fields">
      <db-text label="The other side has run, km" keys="numeric" [field]="age" />
      <db-text label="Look ahead, km" keys="numeric" [field]="horizon" />
      <db-text label="Usual life, km" keys="numeric" [field]="life" />
      <db-text label="Wear: 1 by chance, 3 by age" keys="decimal" [field]="shape" />
      <db-text [label]="'The pair costs, ' + money.currency" keys="decimal" [field]="pair" />
      <db-text label="Work for both, minutes" keys="numeric" [field]="pairMinutes" />
      <db-text
        [label]="'A second visit costs the customer, ' + money.currency"
        keys="decimal"
        [field]="visit"
      />
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
      gap: 12px;
      align-items: end;
    }
  `,
})
export class PairPanel {
  private readonly desk = inject(UnitDesk);
  private readonly store = inject(Store);
  protected readonly money = inject(Money);
  protected readonly percent = percent;
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  private readonly route = computed(() => {
    const unit = this.desk.unit();
    return unit?.chosen ?? unit?.open[0]?.route ?? null;
  });
  protected readonly age = fieldFrom(() => String(this.record()?.vehicle.odometerKm ?? ''));
  protected readonly horizon = field(String(usualHorizon));
  protected readonly life = field(String(usualLife));
  protected readonly shape = field(typedNumber(usualShape));
  protected readonly pair = fieldFrom(() => typedNumber((2 * (this.route()?.priceCents ?? 0)) / 100));
  protected readonly pairMinutes = fieldFrom(() =>
    String(Math.round(1.5 * (this.route()?.labourMinutes ?? 0))),
  );
  protected readonly visit = field('0');
  protected readonly answer = computed(() => {
    const route = this.route();
    const [age, horizon, life, shape, pairMinutes] = [
      this.age,
      this.horizon,
      this.life,
      this.shape,
      this.pairMinutes,
    ].map((one) => numberOrNull(one()));
    const [pairCents, secondVisitCents] = [centsOrNull(this.pair()), centsOrNull(this.visit())];
    const known = [age, horizon, life, shape, pairMinutes, pairCents].every(
      (one) => one !== null && one! >= 0,
    );
    if (!route || !known || horizon! <= 0 || life! <= 0 || shape! <= 0 || Number.isNaN(secondVisitCents))
      return null;
    return oneOrPair({
      age: age!,
      horizon: horizon!,
      life: life!,
      shape: shape!,
      oneCents: route.priceCents,
      pairCents: pairCents!,
      oneMinutes: route.labourMinutes,
      pairMinutes: pairMinutes!,
      hourlyRateCents: this.settings().hourlyRateCents,
      secondVisitCents,
    });
  });
}
