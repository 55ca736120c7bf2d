/** What was changed in the shop, by whom, from which device: newest first. */
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import type { ShopLogEntry } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';

import { peopleFeature, shopFeature } from '../session';
import { When } from '../time';
import { effect } from '@angular/core';
import { ShopDesk } from './shop-desk';

@Component({
  selector: 'db-shop-log',
  imports: [When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>What was changed</h2>
    <table class="plain">
      <tbody>
        @for (entry of entries(); track entry.id) {
          <tr>
            <td class="mono quiet">{{ entry.recordedAt | when }}</td>
            <td>{{ entry.says }}</td>
            <td class="quiet">{{ whoOf(entry) }}</td>
          </tr>
        } @empty {
          <tr>
            <td class="quiet">Nothing yet: the shop stands as it began.</td>
          </tr>
        }
      </tbody>
    </table>
  `,
})
export class ShopLog {
  private readonly desk = inject(ShopDesk);
  private readonly store = inject(Store);
  private readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  private readonly shop = this.store.selectSignal(shopFeature.selectShop);
  protected readonly entries = signal<readonly ShopLogEntry[]>([]);

  constructor() {
    // Read anew with each change of settings or people.
    effect(() => {
      this.shop();
      this.people();
      void this.desk.log().then(
        (entries) => this.entries.set(entries),
        () => undefined,
      );
    });
  }

  protected whoOf({ personId, deviceNumber }: ShopLogEntry): string {
    const name = this.people().find(({ id }) => id === personId)?.name ?? '';
    return deviceNumber === null ? name : `${name}, device ${deviceNumber}`;
  }
}
