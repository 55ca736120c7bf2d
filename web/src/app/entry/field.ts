/** One thing to type or choose: a signal for the page, a control of Angular’s forms for the form that it stands in. */
import {
  computed,
  effect,
  linkedSignal,
  type Signal,
  signal,
  untracked,
  type WritableSignal,
} from '@angular/core';
import { FormControl } from '@angular/forms';

/** What keeps a form from being entered: a sentence, and the field that it is about. */
export class Trouble {
  constructor(
    /** Null where it is about several fields, or none. */
    readonly at: object | null,
    readonly says: string,
  ) {}
}

/** @example if (volts === null) return trouble(this.volts, 'Type the resting volts.'); */
export const trouble = (at: object | null, says: string): Trouble => new Trouble(at, says);

export interface Field<T> extends WritableSignal<T> {
  readonly control: FormControl<T>;
  /** What is wrong with it, once its form was to be entered; gone as soon as it is put right. */
  readonly trouble: Signal<string | null>;
  /** Set by the form that it stands in. */
  readonly told: WritableSignal<Signal<Trouble | null> | null>;
}

/** @param initial what stands in it before anyone has typed */
export const field = <T>(initial: T): Field<T> => fieldOver(signal(initial), initial);

function fieldOver<T>(own: WritableSignal<T>, initial: T): Field<T> {
  const control = new FormControl(initial, { nonNullable: true }) as FormControl<T>;
  const show = own.set.bind(own);
  const told = signal<Signal<Trouble | null> | null>(null);
  const made: Field<T> = Object.assign(own, {
    control,
    told,
    trouble: computed(() => {
      const now = told()?.();
      return now?.at === made ? now.says : null;
    }),
  });
  made.set = (value) => {
    show(value);
    if (control.value !== value) control.setValue(value);
  };
  made.update = (change) => made.set(change(untracked(own)));
  control.valueChanges.subscribe((value) => {
    if (untracked(own) !== value) show(value);
  });
  return made;
}

/** What `source` says, and a change only where it says something else: a record that arrives anew takes nothing from under the hands. */
export const byContent = <T>(source: () => T): Signal<T> =>
  computed(source, { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) });

/** A field that begins anew, as `source` says, whenever that changes. To be called in an injection context. */
export function fieldFrom<T>(source: () => T): Field<T> {
  const made = fieldOver<T>(linkedSignal(byContent(source)), undefined as T);
  effect(() => {
    const value = made();
    if (made.control.value !== value) made.control.setValue(value);
  });
  return made;
}
