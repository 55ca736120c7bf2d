/** The shop: what it settles for itself, its people, its devices, and what was changed. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { peopleFeature } from '../session';
import { PageHead } from '../frame';
import { ImportStory } from './import-story';
import { ShopDevices } from './devices';
import { ShopLog } from './shop-log';
import { ShopPeople } from './people';
import { Settings } from './settings';

@Component({
  selector: 'db-shop',
  imports: [ImportStory, PageHead, Settings, ShopDevices, ShopLog, ShopPeople],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-page-head />
    <main id="bench" class="sheet" tabindex="-1">
      <h1>The shop</h1>
      @if (!lead()) {
        <p class="quiet">Only the lead changes what is here.</p>
      }
      <db-settings [lead]="lead()" />
      @if (lead()) {
        <db-shop-people />
      }
      <db-shop-devices [lead]="lead()" />
      @if (lead()) {
        <db-import-story />
        <db-shop-log />
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
export class ShopPage {
  private readonly person = inject(Store).selectSignal(peopleFeature.selectPerson);
  protected readonly lead = computed(() => this.person()?.role === 'lead');
}
