/** What stands in a form is kept on this device until it has been sent, for the person who types it. */
import {
  computed,
  effect,
  inject,
  Injectable,
  type Signal,
  signal,
  untracked,
  type WritableSignal,
} from '@angular/core';
import { Store } from '@ngrx/store';
import { StoreRoom } from '../api';
import { peopleFeature } from '../session';

type Fields = Readonly<Record<string, WritableSignal<never>>>;

export interface Draft {
  /** It has been looked for, and put back where there was one. */
  readonly looked: Signal<boolean>;
  /** What stands in the form is being entered: a form that is made anew meanwhile does not take it for a draft. */
  entering(until: Promise<unknown>): void;
  /** What stands in the form now came from elsewhere, not from typing: only what differs from it is kept. */
  rebase(): void;
  /** After it was sent: the form is as it began, and nothing is kept. */
  clear(): void;
}

/** The drafts that are being entered now, by the names they are kept under. */
@Injectable({ providedIn: 'root' })
class UnderWay {
  private readonly ends = new Map<string, Promise<unknown>>();

  hold(name: string, until: Promise<unknown>): void {
    const end = until
      .catch(() => undefined)
      .then(() => {
        if (this.ends.get(name) === end) this.ends.delete(name);
      });
    this.ends.set(name, end);
  }

  /** Settles once it has been entered or refused; undefined where nothing of that name is under way. */
  end(name: string): Promise<unknown> | undefined {
    return this.ends.get(name);
  }
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
  const underWay = inject(UnderWay);
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
    const ended = underWay.end(wanted);
    void (ended ? ended.then(() => storeRoom.draft(wanted)) : storeRoom.draft(wanted))
      .catch(() => '')
      .then((text) => {
        // A device may be slow: by now the form may be about something else, or what stood in it was sent.
        if (untracked(place) !== wanted) return;
        const typed = untracked(written);
        if (text !== '' && dropped === droppedThen && typed === empty) read(text);
        // What was typed while another form was entered went with the draft of that one.
        if (ended && typed !== empty) save(wanted, typed);
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
    entering: (until) => underWay.hold(untracked(place), until),
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
