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
  // Compared by what it says: a record that arrives anew does not make a form look for its draft again.
  const place = computed(() => `${personId() ?? ''} ${name()}`);
  const save = (at: string, text: string) => void storeRoom.saveDraft(at, text).catch(() => undefined);
  const lookedAt = signal<string | null>(null);
  /** The form as it began: known once its inputs are. */
  let empty: string | null = null;
  /** Of how many drafts nothing is to be kept any more: what was read before is out of date. */
  let dropped = 0;
  const drop = () => {
    dropped++;
    save(untracked(place), '');
  };

  effect(() => {
    const wanted = place();
    empty ??= untracked(written);
    const droppedThen = dropped;
    void storeRoom
      .draft(wanted)
      .catch(() => '')
      .then((text) => {
        // A device may be slow: by now the form may be about something else, or what stood in it was sent.
        if (untracked(place) !== wanted) return;
        if (text !== '' && dropped === droppedThen && untracked(written) === empty) read(text);
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
      drop();
    },
    clear: () => {
      if (empty !== null) read(empty);
      drop();
    },
  };
}
