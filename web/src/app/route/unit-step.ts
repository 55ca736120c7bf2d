/** What the unit needs now, beside its routes: the customer's answer, an order, a box, the bench, the end of a try. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { FactData } from '@dormant-beacon/contract';
import { bringsPart } from '@dormant-beacon/core/stages';
import { Desk } from '../entry';
import { FiguresPipe } from '../figures';
import { Money } from '../money';
import { sayDay } from '../time';
import { UnitDesk } from '../unit';
import { AskForm } from './ask-form';
import { BenchForm } from './bench-form';
import { BoxForm } from './box-form';

@Component({
  selector: 'db-unit-step',
  imports: [AskForm, BenchForm, BoxForm, FiguresPipe, MatButtonModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (unit().plan.checkFirst; as check) {
      @if (unit().step !== 'done') {
        <p class="first"><strong>Before the new one is powered:</strong> {{ check | figures }}</p>
      }
    }
    @switch (unit().step) {
      @case ('choose') {}
      @case ('none-open') {
        <p>No route is left. Change the figures below to add one, or tell the customer.</p>
      }
      @case ('ask') {
        <db-ask-form />
      }
      @case ('asked') {
        <db-ask-form />
      }
      @case ('declined') {
        <p>
          The customer said no to this one. Look at another route and take it, or leave the unit as it is.
        </p>
      }
      @case ('pack') {
        <db-box-form />
      }
      @case ('away') {
        <db-box-form />
      }
      @case ('bench') {
        <db-bench-form />
      }
      @case ('done') {
        <p class="good">It is put right.</p>
      }
      @default {
        <p>{{ says() | figures }}</p>
        <a mat-flat-button [routerLink]="toMatch() ? '../match' : '../trace'">{{
          toMatch() ? 'To the part' : 'To the trace'
        }}</a>
      }
    }
    @if (tried()) {
      <div class="ends">
        @if (unit().step === 'fit') {
          <button mat-stroked-button type="button" (click)="end('succeeded')">It is fitted and works</button>
        }
        <button mat-button type="button" (click)="end('failed')">This route failed</button>
      </div>
    }
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
      align-content: start;
      justify-items: start;
    }
    db-ask-form,
    db-box-form,
    db-bench-form {
      width: 100%;
    }
    .first {
      padding-left: 12px;
      border-left: 4px solid var(--ember);
    }
    .good {
      color: var(--calm);
      font-weight: 600;
    }
    .ends {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
    }
  `,
})
export class UnitStepPanel {
  private readonly desk = inject(UnitDesk);
  private readonly entries = inject(Desk);
  protected readonly money = inject(Money);
  protected readonly unit = computed(() => this.desk.unit()!);
  protected readonly problem = signal<string | null>(null);
  protected readonly toMatch = computed(
    () => this.unit().step !== 'fit' && this.unit().chosen !== null && bringsPart(this.unit().chosen!.kind),
  );
  /** A route that nobody agreed to was not tried, and cannot have failed. */
  protected readonly tried = computed(() => {
    const { chosen, step } = this.unit();
    return chosen !== null && !['ask', 'asked', 'declined', 'done'].includes(step);
  });
  protected readonly says = computed(() => {
    const { step, ordered, offers } = this.unit();
    switch (step) {
      case 'order':
        return offers.length === 0
          ? 'Enter the parts on offer, compare them with the one that came out, then order.'
          : `${offers.length === 1 ? 'One part is' : `${offers.length} parts are`} on offer: order the one that fits.`;
      case 'ordered':
        return `Ordered from ${ordered?.fact.seller ?? 'its seller'}${ordered?.order?.dueOn ? `, due ${sayDay(ordered.order.dueOn)}` : ''}.`;
      case 'fit':
        return 'Compared and good. Fit it, try it before closing, and enter the repair at its trace.';
      default:
        return 'It goes on where the parts are compared.';
    }
  });

  protected async end(result: 'succeeded' | 'failed'): Promise<void> {
    const { id, plan, chosen } = this.unit();
    const data: FactData<'route-outcomes'> = {
      planId: id,
      routeId: chosen!.id,
      sort: plan.sort,
      kind: chosen!.kind,
      result,
    };
    const sent = await this.entries.enter('route-outcomes', data);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }
}
