/**
 * The one way in for every entry. A form is a group of fields with what they amount to: data, or what is still wrong.
 * It is entered once however often it is tapped, under one id that outlives a reload, kept as a draft until then, and
 * says at the field what is wrong.
 */
import { computed, linkedSignal, type Signal, signal, untracked } from '@angular/core';
import { FormGroup, type ValidationErrors } from '@angular/forms';
import { idempotencyHeader } from '@dormant-beacon/contract/headers';
import { ApiProblem, newId, type Sent } from '../api';
import { type Draft, keepDraft } from './draft';
import { type Field, Trouble } from './field';

/** What stands over an entry: ids and the moment of its first tap. A second tap sends the same again. */
export interface Stamp {
  readonly id: string;
  readonly observedAt: string;
  /** Of a form that makes several entries: the stamp of each. */
  of(n: number): { readonly id: string; readonly observedAt: string };
}

/** The issues of a schema, as Zod tells them. */
export interface Schema<D> {
  safeParse(
    value: unknown,
  ):
    | { success: true }
    | { success: false; error: { issues: readonly { path: PropertyKey[]; message: string }[] } };
  readonly _output?: D;
}

interface EntryOptions<D> {
  /** The name under which what is typed is kept on this device; null where it must not be kept. */
  readonly draft: (() => string) | null;
  /** What the fields amount to. */
  readonly read: () => D | Trouble;
  /** What the data has to be, beyond that. */
  readonly schema?: Schema<D>;
  readonly enter: (data: D, stamp: Stamp) => Promise<Sent<unknown>>;
  /** After it was entered, or is kept on this device until the server is back. */
  readonly then?: (sent: Sent<unknown>) => void;
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
  { draft: name, read, schema, enter, then, keeps = false }: EntryOptions<D>,
): EntryForm {
  const own = fields as Fields;
  const values = () => Object.values(own).map((one) => one() as unknown);
  const stamp = signal<StampState | null>(null);
  const draft = name === null ? noDraft : keepDraft(name, { ...own, stamp } as never);
  /** It was to be entered and could not be: from now on what is wrong is shown. */
  const tried = signal(false);
  const busy = signal(false);
  const result = computed(() => {
    const data = read();
    return data instanceof Trouble ? data : (schemaTrouble(schema, data, own) ?? data);
  });
  const now = computed(() => {
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
      return { id: ids[n]!, observedAt: began.at };
    };
    return { ...of(0), of };
  };
  const clear = () => {
    tried.set(false);
    stamp.set(null);
    draft.clear();
    said.set(null);
  };
  let going: Promise<boolean> | null = null;
  const send = async (): Promise<boolean> => {
    tried.set(true);
    said.set(null);
    const data = untracked(result);
    if (data instanceof Trouble) return false;
    busy.set(true);
    const sent = await enter(data, stamped()).catch((error: unknown): Sent<unknown> => ({
      state: 'refused',
      problem: error instanceof ApiProblem ? error : new ApiProblem(500, (error as Error).message),
    }));
    busy.set(false);
    if (sent.state === 'refused') {
      const again = sent.problem.path === idempotencyHeader;
      if (again) stamp.set(null);
      said.set(again ? enteredBefore : sent.problem.message);
      return false;
    }
    if (keeps) {
      stamp.set(null);
      tried.set(false);
    } else clear();
    then?.(sent);
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
      going ??= send().finally(() => {
        going = null;
      });
      return going;
    },
  };
}

const enteredBefore =
  'This was entered before, with other words: look at what stands there. Enter it again if another entry is meant.';

const noDraft: Draft = {
  looked: signal(true).asReadonly(),
  rebase: () => undefined,
  clear: () => undefined,
};

const shownAtField = ({ at }: Trouble, fields: Fields): boolean =>
  at !== null && Object.values(fields).some((one) => (one as object) === at && 'control' in one);

/** The first thing that the schema refuses, at the field of that name where there is one. */
function schemaTrouble<D>(schema: Schema<D> | undefined, data: D, fields: Fields): Trouble | null {
  const parsed = schema?.safeParse(data);
  if (!parsed || parsed.success) return null;
  const { path, message } = parsed.error.issues[0]!;
  const at = path.map(String).find((key) => key in fields);
  return new Trouble(at === undefined ? null : fields[at]!, `${path.join(', ')}: ${message}`);
}

/** A write that is no fact of a job, as the pipeline takes it. */
export async function saved<A>(write: Promise<A>): Promise<Sent<A>> {
  return { state: 'saved', answer: await write };
}

/** Of what stays on the page: entered as soon as it was asked for. */
export const done: Promise<Sent<null>> = Promise.resolve({ state: 'saved', answer: null });
