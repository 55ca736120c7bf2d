/** The library: what the shop knows of codes, vehicle by vehicle, and how it reads reports. */
import { ChangeDetectionStrategy, Component } from '@angular/core';
import { PageHead } from '../frame';
import { BaseRates } from './base-rates';
import { CircuitList } from './circuit-list';
import { CodeNotes } from './code-notes';
import { PatternList } from './pattern-list';

@Component({
  selector: 'db-library',
  imports: [BaseRates, CircuitList, CodeNotes, PageHead, PatternList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-page-head />
    <main id="bench" class="sheet" tabindex="-1">
      <h1>The library</h1>
      <db-circuit-list />
      <db-code-notes />
      <db-pattern-list />
      <db-base-rates />
    </main>
  `,
  styles: `
    main {
      display: grid;
      gap: 34px;
    }
  `,
})
export class Library {}
