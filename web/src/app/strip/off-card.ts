/** The next step on the way in: what lets it go, one large button, and what was not as planned. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  type OnInit,
  output,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { FactData } from '@dormant-beacon/contract';
import { doing } from '@dormant-beacon/core/ledger';
import { nextBag } from '@dormant-beacon/core/stages';
import { Entry, type EntryForm, factForm, field, inInjector, TextField, Trouble, settled } from '../entry';
import { Caution } from '../frame';
import { More } from '../more';
import { Photos } from '../photo';

import { HeldLines } from './held-lines';
import { asFields, type CountField, countFields, countsTyped, named } from './step-fields';
import { StripDesk } from './strip-desk';

@Component({
  selector: 'db-off-card',
  imports: [Caution, Entry, HeldLines, MatButtonModule, More, Photos, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="what">{{ what() }}</h2>
    <db-held-lines [step]="step()" as="off" />
    @if (photoFirst()) {
      <p class="mark">Take a photo first: its order or routing can be mistaken.</p>
      <db-photos stage="strip" [step]="step()" [bare]="true" />
    }
    @if (guard(); as why) {
      <db-caution
        >Only while the car is safe: {{ why }}. The maker’s procedure stands above this page.</db-caution
      >
      <a mat-flat-button routerLink="../make-safe">To make safe</a>
    } @else {
      @if (desk.needsPower(step())) {
        <db-caution
          >This needs power, and the power is off. With it back on, the whole wait runs again: enter it only
          where it was done so.</db-caution
        >
      }
      <db-entry [form]="form" [label]="what()">
        @if (form.problem()) {
          <p class="problem" role="alert">{{ form.problem() }}</p>
        }
        <button class="thumb" mat-flat-button type="submit" data-key="o" [disabled]="!ready()">
          {{ button() }}
        </button>
        <db-more label="Not as planned">
          <div class="pair">
            @for (one of counts; track $index) {
              <db-text [label]="nameOf(one)" keys="numeric" [field]="one.field" />
            }
          </div>
          <db-text
            label="What is odd about it"
            example="such as the longest one was at the rear"
            [field]="mark"
          />
          <db-text label="Where it lies" example="such as bench 2" [most]="80" [field]="lies" />
          <button mat-stroked-button type="button" (click)="stuck.emit()">
            It will not come off: go round it
          </button>
        </db-more>
      </db-entry>
    }
    @if (!photoFirst()) {
      <db-more label="Photos of this step">
        <db-photos stage="strip" [step]="step()" />
      </db-more>
    }
  `,
  styleUrl: './card.scss',
})
export class OffCard implements OnInit {
  readonly step = input.required<string>();
  readonly stuck = output();
  protected readonly desk = inject(StripDesk);
  private readonly within = inInjector();
  protected readonly ready = settled();
  private readonly item = computed(() => this.desk.item(this.step()));
  protected readonly guard = computed(() => this.desk.guard(this.step()));
  protected readonly what = computed(() =>
    this.item() ? doing(this.item()!, 'off') : this.desk.label(this.step()),
  );
  protected readonly photoFirst = computed(() => {
    const item = this.item();
    return item && 'photo' in item && item.photo === true
      ? (this.desk.photos().get(this.step())?.length ?? 0) === 0
      : false;
  });
  private readonly bag = computed(() => {
    const item = this.item();
    return item && this.counts.length > 0 ? nextBag(this.desk.strip()!, item.zone) : null;
  });
  protected readonly button = computed(() => {
    const item = this.item();
    const said =
      item && 'act' in item && (item.act === 'move' || item.act === 'open') ? 'It is done' : 'It is off';
    return this.bag() === null ? said : `${said} · bag ${this.bag()!}`;
  });
  protected readonly nameOf = named;
  protected readonly mark = field('');
  protected readonly lies = field('');
  protected counts: readonly CountField[] = [];
  protected form!: EntryForm;

  ngOnInit(): void {
    this.counts = countFields(this.item());
    this.form = this.within(() =>
      factForm(
        'ledger-entries',
        { mark: this.mark, lies: this.lies, ...asFields('count', this.counts) },
        { draft: () => `off ${this.desk.strip()?.id ?? ''} ${this.step()}`, read: () => this.read() },
      ),
    );
  }

  private read(): FactData<'ledger-entries'> | Trouble {
    const counts = countsTyped(this.counts);
    if (counts instanceof Trouble) return counts;
    return {
      planId: this.desk.strip()!.id,
      step: this.step(),
      as: 'off',
      bag: this.bag(),
      lies: this.lies().trim() || null,
      mark: this.mark().trim() || null,
      counts,
    };
  }
}
