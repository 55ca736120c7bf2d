/** The library: what the shop knows of codes, vehicle by vehicle, and how it reads reports. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { PageHead } from '../frame';
import { circuitsFeature, libraryFeature } from '../knowledge';
import { BaseRates } from './base-rates';
import { CureReliability } from './cure-reliability';
import { BookList } from './book-list';
import { CircuitList } from './circuit-list';
import { CodeNotes } from './code-notes';
import { DepthTables } from './depth-tables';
import { MapList } from './map-list';
import { PatternList } from './pattern-list';

@Component({
  selector: 'db-library',
  imports: [
    BaseRates,
    CureReliability,
    BookList,
    CircuitList,
    CodeNotes,
    DepthTables,
    MapList,
    PageHead,
    PatternList,
    RouterLink,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-page-head />
    <main id="bench" class="sheet" tabindex="-1">
      <h1>The library</h1>
      @if (unread(); as reason) {
        <p class="problem" role="alert">Not all of it could be read: {{ reason }}</p>
      }
      <p>
        <a routerLink="stock">Stock of other yards, and part numbers</a>: what is searched when a part is
        matched.
      </p>
      <db-circuit-list />
      <db-map-list />
      <db-book-list />
      <db-depth-tables />
      <db-code-notes />
      <db-pattern-list />
      <db-base-rates />
      @defer (on viewport) {
        <db-cure-reliability />
      } @placeholder {
        <h2>What became of repairs</h2>
      }
    </main>
  `,
  styles: `
    main {
      display: grid;
      gap: 34px;
    }
  `,
})
export class Library {
  private readonly store = inject(Store);
  private readonly circuits = this.store.selectSignal(circuitsFeature.selectUnread);
  private readonly codes = this.store.selectSignal(libraryFeature.selectUnread);
  protected readonly unread = computed(() => this.circuits() ?? this.codes());
}
