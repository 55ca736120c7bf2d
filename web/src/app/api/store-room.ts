/** What is kept on this device: entries not sent yet, and drafts of forms. */
import { Injectable } from '@angular/core';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { WriteRequest } from './client';

/** An entry that has not been sent, or one that the server did not take, with the reason. */
export type KeptRequest = WriteRequest & { readonly refused?: string };

interface Rooms extends DBSchema {
  /** By the request's own key, which says in which order they were made. */
  entries: { key: string; value: KeptRequest };
  /** Of the first version: numbered as they came. */
  outbox: { key: number; value: KeptRequest };
  drafts: { key: string; value: string };
}

@Injectable({ providedIn: 'root' })
export class StoreRoom {
  private opened: Promise<IDBPDatabase<Rooms>> | null = null;

  async waiting(): Promise<KeptRequest[]> {
    return (await this.db()).getAll('entries');
  }

  /** Keeps an entry, or what has become of it, in the place of its key. */
  async keep(request: KeptRequest): Promise<void> {
    await (await this.db()).put('entries', request, request.key);
  }

  async drop(key: string): Promise<void> {
    await (await this.db()).delete('entries', key);
  }

  async draft(name: string): Promise<string> {
    return (await (await this.db()).get('drafts', name)) ?? '';
  }

  async saveDraft(name: string, text: string): Promise<void> {
    const db = await this.db();
    await (text === '' ? db.delete('drafts', name) : db.put('drafts', text, name));
  }

  private db(): Promise<IDBPDatabase<Rooms>> {
    this.opened ??= openDB<Rooms>('dormant-beacon', 2, {
      async upgrade(db, from, _to, transaction) {
        if (from < 1) db.createObjectStore('drafts');
        const entries = db.createObjectStore('entries');
        if (from !== 1) return;
        // What an earlier version has kept is not lost.
        for (const request of await transaction.objectStore('outbox').getAll())
          await entries.put(request, request.key);
        db.deleteObjectStore('outbox');
      },
    }).catch((error: unknown) => {
      // It is tried again: a store that is locked or full now may open later.
      this.opened = null;
      throw error;
    });
    return this.opened;
  }
}
