/** What a lead changes in the shop: its people, devices and settings, and stories that come from other shops. */
import { inject, Injectable } from '@angular/core';
import type { Account, Device, Shop, ShopLogEntry } from '@dormant-beacon/contract';
import type { Person } from '@dormant-beacon/core/record';
import type { ShopSettings } from '@dormant-beacon/core/shop';
import { Store } from '@ngrx/store';
import { Client, newId } from '../api';
import { PeopleEvents, peopleFeature, ShopEvents } from '../session';

/** Every call throws ApiProblem where it is refused or nobody answers. */
@Injectable({ providedIn: 'root' })
export class ShopDesk {
  private readonly store = inject(Store);
  private readonly client = inject(Client);
  private readonly personId = this.store.selectSignal(peopleFeature.selectPersonId);

  accounts(): Promise<Account[]> {
    return this.client.accounts();
  }

  async addAccount(person: Person, password: string): Promise<Account> {
    const account = await this.client.addAccount(person, password);
    this.store.dispatch(PeopleEvents.wanted());
    return account;
  }

  async changeAccount(id: string, change: Parameters<Client['changeAccount']>[1]): Promise<Account> {
    const account = await this.client.changeAccount(id, change);
    this.store.dispatch(PeopleEvents.wanted());
    return account;
  }

  devices(): Promise<Device[]> {
    return this.client.devices();
  }

  nameDevice(id: string, name: string | null): Promise<Device> {
    return this.client.nameDevice(id, name);
  }

  log(): Promise<ShopLogEntry[]> {
    return this.client.shopLog();
  }

  /** How many jobs are still to be looked at again after a change of settings. */
  async underReview(): Promise<number> {
    return (await this.client.shop()).underReview;
  }

  /** @param seen the revision of the settings that were changed */
  async changeSettings(seen: number, settings: ShopSettings): Promise<Shop> {
    const shop = await this.client.changeShop(seen, settings);
    this.store.dispatch(ShopEvents.loaded({ shop }));
    return shop;
  }

  async importStory(bytes: Blob): Promise<{ jobId: string; number: string }> {
    const taken = await this.client.write<{ jobId: string; number: string }>({
      path: '/api/stories',
      key: newId(),
      personId: this.personId()!,
      body: null,
      bytes,
    });
    this.store.dispatch(PeopleEvents.wanted());
    return taken;
  }
}
