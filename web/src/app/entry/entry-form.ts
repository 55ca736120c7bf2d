/**
 * The one way in for every entry. A form is a group of fields with what they amount to: data, or what is still wrong.
 * It is entered once however often it is tapped, under one id that outlives a reload, kept as a draft until then, and
 * says at the field what is wrong.
 */
import { computed, effect, inject, linkedSignal, type Signal, signal, untracked } from '@angular/core';
import { FormGroup, type ValidationErrors } from '@angular/forms';
import { idempotencyHeader, seenHeader } from '@dormant-beacon/contract/headers';
import { check, isRefusal } from '@dormant-beacon/core/refusal';
import { Store } from '@ngrx/store';
import { ApiProblem, newId, type Sent } from '../api';
import { jobFeature } from '../job';
import { type Draft, keepDraft } from './draft';
import { type Field, Trouble } from './field';

/** What stands over an entry: ids and the moment of its first tap. A second tap sends the same again. */
export interface Stamp {
  readonly id: string;
  readonly observedAt: string;
  /** The last entry of the job that was seen when the form was begun; null where that does not matter any more. */
  readonly seenEntry: number | null;
  /** Of a form that makes several entries: the stamp of each. */
  of(n: number): Pick<Stamp, 'id' | 'observedAt' | 'seenEntry'>;
}

type Schema = Parameters<typeof check>[0];

export interface EntryOptions<D> {
  /** The name under which what is typed is kept on this device; null where it must not be kept. */
  readonly draft: (() => string) | null;
  /** What the fields amount to. */
  readonly read: () => D | Trouble;
  /** What the data has to be, beyond that; what it refuses is told at the field of that name, or of its place. */
  readonly schema?: Schema;
  /** Fields of another name than what the data calls them. */
  readonly places?: Readonly<Record<string, object>>;
  readonly enter: (data: D, stamp: Stamp) => Promise<Sent<unknown>>;
  /** After it was entered, or is kept on this device until the server is back. */
  readonly then?: (sent: Sent<unknown>, data: D) => void;
  /** What stands in the form stays after it was entered. */
  readonly keeps?: boolean;
}

export interface EntryForm {
  readonly group: FormGroup;
  /** It is on its way. */
  readonly busy: Signal<boolean>;
  /** What is wrong beside any field: of the form as a whole, or why it was refused. */
  readonly problem: Signal<string | null>;
  /** Shows a sentence, or none. */
  say(words: string | null): void;
  readonly draft: Draft;
  /** @returns whether it was entered, or is kept to be sent */
  submit(): Promise<boolean>;
  /** As it began; nothing is kept. */
  clear(): void;
}

interface StampState {
  readonly at: string;
  readonly ids: readonly string[];
}

type Fields = Readonly<Record<string, Field<never>>>;

/** To be called where fields are made, in an injection context. */
export function entryForm<D>(
  fields: object,
  { draft: name, read, schema, places = {}, enter, then, keeps = false }: EntryOptions<D>,
): EntryForm {
  const own = fields as Fields;
  /** By the names of the data too: where a schema or the server finds something wrong. */
  const placed = { ...own, ...places } as Fields;
  const values = () => Object.values(own).map((one) => one() as unknown);
  const stamp = signal<StampState | null>(null);
  const record = inject(Store).selectSignal(jobFeature.selectRecord);
  /** The last entry that was on the page when the first thing was typed. */
  let begunAt: number | null = null;
  let empty: string | null = null;
  /** Who was told that it was answered meanwhile, and enters it all the same, means it. */
  let asked = false;
  effect(() => {
    const typed = JSON.stringify(values());
    empty ??= typed;
    if (typed === empty) begunAt = null;
    else begunAt ??= untracked(record)?.seq ?? null;
  });
  const draft = name === null ? noDraft : keepDraft(name, { ...own, stamp } as never);
  /** It was to be entered and could not be: from now on what is wrong is shown. */
  const tried = signal(false);
  const busy = signal(false);
  const result = computed(() => {
    const data = read();
    return data instanceof Trouble ? data : (schemaTrouble(schema, data, placed) ?? data);
  });
  /** What the server found wrong with one field; gone as soon as anything is changed. */
  const refusedAt = linkedSignal<unknown, Trouble | null>({ source: values, computation: () => null });
  const now = computed(() => {
    if (refusedAt()) return refusedAt();
    if (!tried()) return null;
    const data = result();
    return data instanceof Trouble ? data : null;
  });
  const said = linkedSignal<unknown, string | null>({ source: values, computation: () => null });
  for (const one of Object.values(own)) one.told?.set(now);
  // Made when it is first asked for: what it checks may be declared after the form.
  let group: FormGroup | null = null;
  const grouped = () =>
    new FormGroup(
      Object.fromEntries(
        Object.entries(own).flatMap(([key, { control }]) => (control ? [[key, control]] : [])),
      ),
      {
        validators: (): ValidationErrors | null => {
          const data = untracked(result);
          return data instanceof Trouble ? { entry: data.says } : null;
        },
      },
    );
  const stamped = (): Stamp => {
    const began = stamp() ?? { at: new Date().toISOString(), ids: [] };
    stamp.set(began);
    let { ids } = began;
    const of = (n: number) => {
      if (ids.length <= n) {
        ids = [...ids, ...Array.from({ length: n + 1 - ids.length }, newId)];
        if (stamp()?.at === began.at) stamp.set({ at: began.at, ids });
      }
      return { id: ids[n]!, observedAt: began.at, seenEntry: asked ? null : begunAt };
    };
    return { ...of(0), of };
  };
  const clear = () => {
    tried.set(false);
    stamp.set(null);
    asked = false;
    begunAt = null;
    draft.clear();
    said.set(null);
  };
  let going: Promise<boolean> | null = null;
  const send = async (): Promise<boolean> => {
    tried.set(true);
    said.set(null);
    refusedAt.set(null);
    const data = untracked(result);
    if (data instanceof Trouble) return false;
    busy.set(true);
    const sent = await enter(data, stamped()).catch((error: unknown): Sent<unknown> => ({
      state: 'refused',
      problem: error instanceof ApiProblem ? error : new ApiProblem(500, (error as Error).message),
    }));
    busy.set(false);
    if (sent.state === 'refused') {
      const { path, message } = sent.problem;
      const keyUsed = path === idempotencyHeader;
      // Nothing was taken: what is entered later was seen later. Of several entries the first may have been taken.
      if (keyUsed || (stamp()?.ids.length ?? 0) <= 1) stamp.set(null);
      if (path === seenHeader) asked = true;
      const field = fieldOf(path, placed);
      if (field) refusedAt.set(new Trouble(field, plainWords(message)));
      else said.set(keyUsed ? enteredBefore : plainWords(message));
      return false;
    }
    if (keeps) {
      stamp.set(null);
      asked = false;
      begunAt = untracked(record)?.seq ?? null;
      tried.set(false);
    } else clear();
    then?.(sent, data);
    return true;
  };
  return {
    get group() {
      return (group ??= grouped());
    },
    busy: busy.asReadonly(),
    problem: computed(() => {
      const trouble = now();
      return said() ?? (trouble !== null && !shownAtField(trouble, own) ? trouble.says : null);
    }),
    say: (words) => said.set(words),
    draft,
    clear,
    submit: () => {
      // A second tap while it is on its way is the same entry.
      if (going) return going;
      going = send().finally(() => {
        going = null;
      });
      draft.entering(going);
      return going;
    },
  };
}

const enteredBefore =
  'This was entered before, with other words. Look at that entry; if you mean a separate one, enter this again.';

/** The field of the name that the server gives as the place of the trouble: `data.restHours` is of no field `rest`. */
function fieldOf(path: string | undefined, fields: Fields): object | null {
  const name = /^data\.(\w+)$/.exec(path ?? '')?.[1];
  const found = name !== undefined && Object.hasOwn(fields, name) ? fields[name] : undefined;
  return found && 'control' in found ? found : null;
}

/** Without the place in the data, which is nothing to a person: `data.text: no module answered` → `No module answered`. */
export function plainWords(message: string): string {
  const words = message.replace(/^(?:data|settings)(?:\.\w+|\[\d+\])*: /, '');
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** `priceCents` → `price cents`. */
const wordsOf = (path: string): string =>
  path.replace(/([a-z])([A-Z])/g, (_, before: string, letter: string) => `${before} ${letter.toLowerCase()}`);

const noDraft: Draft = {
  looked: signal(true).asReadonly(),
  entering: () => undefined,
  rebase: () => undefined,
  clear: () => undefined,
};

const shownAtField = ({ at }: Trouble, fields: Fields): boolean =>
  at !== null && Object.values(fields).some((one) => (one as object) === at && 'control' in one);

/** The first thing that the schema refuses, at the field of that name where there is one. */
function schemaTrouble(schema: Schema | undefined, data: unknown, fields: Fields): Trouble | null {
  if (!schema) return null;
  try {
    check(schema, data);
    return null;
  } catch (error) {
    if (!isRefusal(error)) throw error;
    const name = error.path.split(/[.[]/)[0]!;
    const at = Object.hasOwn(fields, name) ? fields[name]! : null;
    return new Trouble(at, plainWords(at ? error.reason : `${wordsOf(error.path)}: ${error.reason}`));
  }
}

/** A write that is no fact of a job, as the pipeline takes it. */
export async function saved<A>(write: Promise<A>): Promise<Sent<A>> {
  return { state: 'saved', answer: await write };
}

/** Of what stays on the page: entered as soon as it was asked for. */
export const done: Promise<Sent<null>> = Promise.resolve({ state: 'saved', answer: null });
