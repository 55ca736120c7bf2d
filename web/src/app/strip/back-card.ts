/** The next step on the way back, or the part that goes in: rules, torques, what is used once, what stands against it. */
import { ChangeDetectionStrategy, Component, computed, inject, input, type OnInit } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { FactData } from '@dormant-beacon/contract';
import { doing, fitRulesOf, isPart, notYetBack } from '@dormant-beacon/core/ledger';
import {
  Entry,
  type EntryForm,
  factForm,
  field,
  inInjector,
  numberOf,
  TextField,
  Trouble,
  trouble,
  settled,
} from '../entry';
import { Caution } from '../frame';
import { More } from '../more';
import { Photos } from '../photo';
import { sayWhen } from '../time';
import { HeldLines } from './held-lines';

import { MaterialLines } from './material-lines';
import {
  asFields,
  type CountField,
  countFields,
  countsTyped,
  named,
  torqueFields,
  torquesTyped,
} from './step-fields';
import { StripDesk } from './strip-desk';
import { FiguresPipe } from '../figures';

@Component({
  selector: 'db-back-card',
  imports: [
    Caution,
    Entry,
    FiguresPipe,
    HeldLines,
    MatButtonModule,
    MaterialLines,
    More,
    Photos,
    RouterLink,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="what">{{ what() }}</h2>
    @if (from(); as where) {
      <p class="from">{{ where }}</p>
    }
    <db-held-lines [step]="step()" as="on" />
    @for (photo of photos(); track photo.id) {
      <a [href]="photo.address" target="_blank" rel="noopener"
        ><img loading="lazy" [src]="photo.address" [alt]="photo.caption || 'As it was before'"
      /></a>
    }
    @if (rules().length > 0) {
      @for (first of desk.rootFirst(); track first) {
        <p class="mark">Before it goes in: {{ first | figures }}.</p>
      }
    }
    @for (rule of rules(); track rule) {
      <p class="rule">{{ rule | figures }}</p>
    }
    <db-material-lines [step]="step()" />
    @if (guard(); as why) {
      <db-caution
        >Only while the car is safe: {{ why }}. The maker’s procedure stands above this page.</db-caution
      >
      <a mat-flat-button routerLink="../make-safe">To make safe</a>
    } @else {
      <db-entry [form]="form" [label]="what()">
        @if (torques.length > 0) {
          <div class="pair">
            @for (one of torques; track $index) {
              <db-text
                [label]="nameOf(one) + ', Nm reached'"
                keys="decimal"
                [limits]="'listed ' + one.listed + ' Nm'"
                [field]="one.field"
              />
            }
          </div>
        }
        @if (once > 0) {
          <db-text label="New ones put in, of those used once" keys="numeric" [field]="renewed" />
        }
        @for (one of against(); track one.says) {
          <p class="mark">{{ one.says }}{{ one.until ? ' It is ' + when(one.until) + '.' : '' }}</p>
        }
        @if (against().length > 0) {
          <db-text
            label="Why it is closed all the same"
            example="it stands in the log under your name"
            [most]="300"
            [field]="despite"
          />
        }
        @if (form.problem()) {
          <p class="problem" role="alert">{{ form.problem() }}</p>
        }
        @if (against().length > 0) {
          <button mat-stroked-button type="submit">Close it all the same</button>
        } @else {
          <button class="thumb" mat-flat-button type="submit" data-key="o" [disabled]="!ready()">
            {{ button() }}
          </button>
        }
        @if (counts.length > 0) {
          <db-more label="Not as many as came off">
            <div class="pair">
              @for (one of counts; track $index) {
                <db-text [label]="nameOf(one)" keys="numeric" [field]="one.field" />
              }
            </div>
          </db-more>
        }
      </db-entry>
    }
    <db-more label="Photos of this step">
      <db-photos stage="strip" [step]="step()" />
    </db-more>
  `,
  styleUrls: ['./card.scss', './back-card.scss'],
})
export class BackCard implements OnInit {
  readonly step = input.required<string>();
  protected readonly desk = inject(StripDesk);
  private readonly within = inInjector();
  protected readonly ready = settled();
  private readonly item = computed(() => this.desk.item(this.step()));
  private readonly off = computed(() => this.desk.strip()?.off.get(this.step()) ?? null);
  private readonly inPlace = computed(
    () =>
      this.desk.strip()?.parts.some(({ part, exchange }) => part.id === this.step() && !exchange) === true,
  );
  protected readonly guard = computed(() => this.desk.guard(this.step()));
  protected readonly what = computed(() => {
    const item = this.item();
    if (this.inPlace()) return `Work on ${this.desk.label(this.step())}, where it is`;
    return item ? doing(item, 'on') : `Put back ${this.desk.label(this.step())}`;
  });
  protected readonly button = computed(() =>
    this.inPlace() ? 'It is done' : this.item() && isPart(this.item()!) ? 'It is in' : 'It is back',
  );
  /** Where it lies, and in which bag. */
  protected readonly from = computed(() => {
    const { bag, lies } = this.off()?.entry ?? {};
    return [bag == null ? null : `Bag ${bag}`, lies].filter(Boolean).join(', ');
  });
  protected readonly rules = computed(() => {
    const item = this.item();
    return item && isPart(item) ? fitRulesOf(item) : [];
  });
  protected readonly photos = computed(() => this.desk.photos().get(this.step()) ?? []);
  protected readonly against = computed(() => notYetBack(this.desk.strip()!, this.step(), this.desk.now()));
  protected readonly when = sayWhen;
  protected readonly nameOf = named;
  protected readonly renewed = field('');
  protected readonly despite = field('');
  protected torques: readonly CountField[] = [];
  protected counts: readonly CountField[] = [];
  /** Fasteners that are used once. */
  protected once = 0;
  protected form!: EntryForm;

  ngOnInit(): void {
    const item = this.inPlace() ? undefined : this.item();
    this.torques = torqueFields(item);
    this.counts = countFields(item, this.off()?.entry.counts);
    this.once = (item?.fasteners ?? []).reduce(
      (sum, { oneTime, count }) => sum + (oneTime === true ? count : 0),
      0,
    );
    this.renewed.set(this.once > 0 ? String(this.once) : '');
    this.form = this.within(() =>
      factForm(
        'ledger-entries',
        {
          renewed: this.renewed,
          despite: this.despite,
          ...asFields('torque', this.torques),
          ...asFields('count', this.counts),
        },
        { draft: () => `back ${this.desk.strip()?.id ?? ''} ${this.step()}`, read: () => this.read() },
      ),
    );
  }

  private read(): FactData<'ledger-entries'> | Trouble {
    const torques = torquesTyped(this.torques);
    if (torques instanceof Trouble) return torques;
    const counts = countsTyped(this.counts);
    if (counts instanceof Trouble) return counts;
    const renewed = this.once > 0 ? numberOf(this.renewed()) : null;
    if (renewed !== null && !Number.isInteger(renewed))
      return trouble(this.renewed, 'How many new ones went in? Type a whole number.');
    if (this.against().length > 0 && this.despite().trim() === '')
      return trouble(this.despite, 'Say in a sentence why it is closed all the same.');
    return {
      planId: this.desk.strip()!.id,
      step: this.step(),
      as: 'on',
      counts,
      torques: torques.length > 0 ? torques : null,
      renewed,
      despite: this.against().length > 0 ? this.despite().trim() : null,
    };
  }
}
