/** What stands in a form is kept on this device until it has been sent, for the person who types it. */
import { computed, effect, inject, type Signal, signal, untracked, type WritableSignal } from '@angular/core';
import { Store } from '@ngrx/store';
import { StoreRoom } from '../api';
import { peopleFeature } from '../session';

type Fields = Readonly<Record<string, WritableSignal<never>>>;

export interface Draft {
  /** It has been looked for, and put back where there was one. */
  readonly looked: Signal<boolean>;
  /** What stands in the form now came from elsewhere, not from typing: only what differs from it is kept. */
  rebase(): void;
  /** After it was sent: the form is as it began, and nothing is kept. */
  clear(): void;
}

/**
 * Keeps fields as a draft under a name; a draft that is there is put back, unless something was typed meanwhile.
 * To be called where fields are made.
 *
 * @example readonly draft = keepDraft(() => `beacon ${this.jobId()}`, { name: this.name });
 */
export function keepDraft<F extends Record<string, unknown>>(
  name: () => string,
  fields: { readonly [K in keyof F]: WritableSignal<F[K]> },
): Draft {
  const storeRoom = inject(StoreRoom);
  const personId = inject(Store).selectSignal(peopleFeature.selectPersonId);
  const own = fields as unknown as Fields;
  const written = () => JSON.stringify(Object.entries(own).map(([key, field]) => [key, field()]));
  const read = (text: string) => {
    for (const [key, value] of JSON.parse(text) as [string, never][]) own[key]?.set(value);
  };
  const place = () => `${personId() ?? ''} ${name()}`;
  const save = (at: string, text: string) => void storeRoom.saveDraft(at, text).catch(() => undefined);
  const lookedAt = signal<string | null>(null);
  /** The form as it began: known once its inputs are. */
  let empty: string | null = null;

  effect(() => {
    const wanted = place();
    empty ??= untracked(written);
    void storeRoom
      .draft(wanted)
      .catch(() => '')
      .then((text) => {
        if (text !== '' && untracked(written) === empty) read(text);
        lookedAt.set(wanted);
      });
  });
  effect(() => {
    const text = written();
    const wanted = untracked(place);
    // Before the draft was looked for, only what differs from an empty form is worth keeping.
    if (untracked(lookedAt) === wanted || text !== empty) save(wanted, text === empty ? '' : text);
  });
  return {
    looked: computed(() => lookedAt() === place()),
    rebase: () => {
      empty = untracked(written);
      save(untracked(place), '');
    },
    clear: () => {
      if (empty !== null) read(empty);
      save(untracked(place), '');
    },
  };
}
