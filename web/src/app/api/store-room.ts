/** What is kept on this device: entries not sent yet, and drafts of forms. */
import { Injectable } from '@angular/core';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { WriteRequest } from './client';

/** An entry that has not been sent, or one that the server did not take, with the reason. */
export type KeptRequest = WriteRequest & { readonly refused?: string };

interface Rooms extends DBSchema {
  outbox: { key: number; value: KeptRequest };
  drafts: { key: string; value: string };
}

@Injectable({ providedIn: 'root' })
export class StoreRoom {
  private opened: Promise<IDBPDatabase<Rooms>> | null = null;

  async waiting(): Promise<{ place: number; request: KeptRequest }[]> {
    const db = await this.db();
    const [places, requests] = await Promise.all([db.getAllKeys('outbox'), db.getAll('outbox')]);
    return places.map((place, n) => ({ place, request: requests[n]! }));
  }

  async keep(request: WriteRequest): Promise<number> {
    return (await this.db()).add('outbox', request);
  }

  async replace(place: number, request: KeptRequest): Promise<void> {
    await (await this.db()).put('outbox', request, place);
  }

  async drop(place: number): Promise<void> {
    await (await this.db()).delete('outbox', place);
  }

  async draft(name: string): Promise<string> {
    return (await (await this.db()).get('drafts', name)) ?? '';
  }

  async saveDraft(name: string, text: string): Promise<void> {
    const db = await this.db();
    await (text === '' ? db.delete('drafts', name) : db.put('drafts', text, name));
  }

  private db(): Promise<IDBPDatabase<Rooms>> {
    this.opened ??= openDB<Rooms>('dormant-beacon', 1, {
      upgrade(db) {
        db.createObjectStore('outbox', { autoIncrement: true });
        db.createObjectStore('drafts');
      },
    });
    return this.opened;
  }
}
