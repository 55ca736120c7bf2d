/** The figures of a route, and by when the unit has to be ready: typed over the usual ones. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { type PlannedRoute, routeKinds, routeKindWords } from '@dormant-beacon/core/route';
import { DateField } from '../dates';
import {
  centsOrNull,
  Entry,
  factForm,
  fieldFrom,
  numberOrNull,
  Pick,
  TextField,
  trouble,
  type Trouble,
  typedNumber,
} from '../entry';
import { Money } from '../money';
import { UnitDesk } from '../unit';

@Component({
  selector: 'db-plan-form',
  imports: [DateField, Entry, MatButtonModule, Pick, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form" label="Figures of a route">
      <db-pick label="Route" [choices]="choices()" [field]="routeId" />
      <div class="fields">
        <db-text [label]="'Price, ' + money.currency" keys="decimal" [mono]="true" [field]="price" />
        <db-text label="Labour, minutes" keys="numeric" [field]="minutes" />
        <db-text [label]="'Coding, ' + money.currency" keys="decimal" [field]="coding" />
        <db-text [label]="'Postage, ' + money.currency" keys="decimal" [field]="postage" />
        <db-text label="Working days, fewest" keys="decimal" [field]="least" />
        <db-text label="Working days, likeliest" keys="decimal" [field]="likely" />
        <db-text label="Working days, most" keys="decimal" [field]="most" />
        <db-text label="Succeeds in, % of cases" keys="decimal" [field]="succeeds" />
        <db-text [label]="'Lost if it fails, ' + money.currency" keys="decimal" [field]="lost" />
        <db-text label="Guarantee, days" keys="numeric" [field]="warranty" />
      </div>
      <div class="fields">
        <db-date label="Ready by; empty for no date" [field]="readyBy" />
        <db-text
          [label]="'A day without the car costs, ' + money.currency"
          keys="decimal"
          [field]="downtime"
        />
      </div>
      <db-text label="To be made sure before the new one is powered" [most]="500" [field]="checkFirst" />
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button mat-stroked-button type="submit">Keep these figures</button>
    </db-entry>
  `,
  styles: `
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
      gap: 12px;
      align-items: end;
    }
    button {
      justify-self: start;
    }
  `,
})
export class PlanForm {
  private readonly desk = inject(UnitDesk);
  protected readonly money = inject(Money);
  private readonly plan = computed(() => this.desk.unit()!.plan);
  protected readonly choices = computed(() => [
    ...this.plan().routes.map(({ id, label }) => ({ value: id, label })),
    ...routeKinds
      .filter((kind) => !this.plan().routes.some((route) => route.kind === kind))
      .map((kind) => ({ value: kind, label: `add: ${routeKindWords[kind]}` })),
  ]);
  protected readonly routeId = fieldFrom(() => this.plan().routes[0]!.id);
  private readonly route = computed(() => this.plan().routes.find(({ id }) => id === this.routeId()) ?? null);
  private readonly from = (read: (route: PlannedRoute) => number | null | undefined, by = 1) =>
    fieldFrom(() => {
      const route = this.route();
      const value = route ? read(route) : null;
      return value == null ? '' : typedNumber(Math.round((value / by) * 1000) / 1000);
    });
  protected readonly price = this.from(({ priceCents }) => priceCents, 100);
  protected readonly minutes = this.from(({ labourMinutes }) => labourMinutes);
  protected readonly coding = this.from(({ codingCents }) => codingCents, 100);
  protected readonly postage = this.from(({ shippingCents }) => shippingCents, 100);
  protected readonly least = this.from(({ leadDays }) => leadDays[0]);
  protected readonly likely = this.from(({ leadDays }) => leadDays[1]);
  protected readonly most = this.from(({ leadDays }) => leadDays[2]);
  protected readonly succeeds = this.from(({ succeeds }) => succeeds, 0.01);
  protected readonly lost = this.from(({ lostCents }) => lostCents, 100);
  protected readonly warranty = this.from(({ warrantyDays }) => warrantyDays);
  protected readonly readyBy = fieldFrom(() => this.plan().readyBy ?? '');
  protected readonly downtime = fieldFrom(() => {
    const cents = this.plan().downtimeCentsPerDay;
    return cents == null ? '' : typedNumber(cents / 100);
  });
  protected readonly checkFirst = fieldFrom(() => this.plan().checkFirst ?? '');
  protected readonly form = factForm(
    'route-plans',
    {
      routeId: this.routeId,
      price: this.price,
      minutes: this.minutes,
      coding: this.coding,
      postage: this.postage,
      least: this.least,
      likely: this.likely,
      most: this.most,
      succeeds: this.succeeds,
      lost: this.lost,
      warranty: this.warranty,
      readyBy: this.readyBy,
      downtime: this.downtime,
      checkFirst: this.checkFirst,
    },
    { draft: null, keeps: true, corrects: () => this.plan().id, read: () => this.read() },
  );

  private read(): FactData<'route-plans'> | Trouble {
    const money = [this.price, this.coding, this.postage, this.lost, this.downtime];
    const odd =
      money.find((one) => Number.isNaN(centsOrNull(one()))) ??
      [this.minutes, this.least, this.likely, this.most, this.succeeds, this.warranty].find((one) =>
        Number.isNaN(numberOrNull(one())),
      );
    if (odd) return trouble(odd, 'Type this as a number, or nothing.');
    const asked = [this.price, this.minutes, this.least, this.likely, this.most, this.succeeds];
    const empty = asked.find((one) => one().trim() === '');
    if (empty) return trouble(empty, 'This figure is needed.');
    const [least, likely, most] = [this.least, this.likely, this.most].map((one) => numberOrNull(one())!);
    if (least! > likely! || likely! > most!)
      return trouble(this.likely, 'The likeliest lies between the least and the most.');
    const succeeds = numberOrNull(this.succeeds())! / 100;
    if (succeeds <= 0 || succeeds > 1) return trouble(this.succeeds, 'A share from 1 to 100.');
    const { unit, sort, routes, traceId, element, beaconIds } = this.plan();
    const before = this.route();
    const kind = before?.kind ?? (this.routeId() as PlannedRoute['kind']);
    const route: PlannedRoute = {
      ...(before ?? { id: kind, kind, label: routeKindWords[kind], closes: [] }),
      priceCents: centsOrNull(this.price())!,
      labourMinutes: numberOrNull(this.minutes())!,
      codingCents: centsOrNull(this.coding()),
      shippingCents: centsOrNull(this.postage()),
      leadDays: [least!, likely!, most!],
      succeeds,
      lostCents: centsOrNull(this.lost()),
      warrantyDays: numberOrNull(this.warranty()),
    };
    return {
      ...{ unit, sort, traceId: traceId ?? null, element: element ?? null },
      beaconIds,
      routes: before ? routes.map((own) => (own.id === route.id ? route : own)) : [...routes, route],
      readyBy: this.readyBy() || null,
      downtimeCentsPerDay: centsOrNull(this.downtime()),
      checkFirst: this.checkFirst().trim() || null,
    };
  }
}
