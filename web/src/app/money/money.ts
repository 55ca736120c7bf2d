/** Amounts as the shop writes them. */
import { inject, Injectable } from '@angular/core';
import { showCents } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { shopFeature } from '../session';

@Injectable({ providedIn: 'root' })
export class Money {
  private readonly settings = inject(Store).selectSignal(shopFeature.selectSettings);

  /** @example say(123450) // '€1,234.50' */
  readonly say = (cents: number): string => {
    const { currency, locale } = this.settings();
    return showCents(Math.round(cents), currency, locale);
  };

  /** Without the small change: an expected sum is not known to the cent. */
  readonly round = (cents: number): string => this.say(100 * Math.round(cents / 100));

  get currency(): string {
    return this.settings().currency;
  }
}
