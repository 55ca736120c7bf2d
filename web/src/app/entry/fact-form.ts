/** The form of one fact: its schema is the contract’s own, and it goes to the desk under the form’s stamp. */
import { inject } from '@angular/core';
import { type Entered, type FactData, type FactKind, factKinds } from '@dormant-beacon/contract';
import { Desk } from './desk';
import { entryForm, type EntryForm, type EntryOptions } from './entry-form';
import type { Trouble } from './field';
import { Undo } from './undo';

interface FactOptions<K extends FactKind> extends Omit<
  EntryOptions<FactData<K>>,
  'enter' | 'schema' | 'read'
> {
  readonly read: () => FactData<K> | Trouble;
  /** The id of the entry that this one takes the place of. */
  readonly corrects?: () => string | null | undefined;
}

/**
 * To be called where fields are made, in an injection context.
 * @example factForm('notes', { note: this.note }, { draft: () => 'note', read: () => ({ stage: 'strip', text: this.note() }) })
 */
export function factForm<K extends FactKind>(
  kind: K,
  fields: object,
  { corrects, then, ...options }: FactOptions<K>,
): EntryForm {
  const desk = inject(Desk);
  const undo = inject(Undo);
  return entryForm<FactData<K>>(fields, {
    ...options,
    schema: factKinds[kind].entry.shape.data,
    enter: (data, stamp) => desk.enter(kind, data, corrects?.(), stamp),
    then: (sent, data) => {
      // A correction is taken back in the log, where what stood before is seen. A report or a signature stays.
      if (sent.state === 'saved' && !corrects?.() && factKinds[kind].correctable)
        void undo.offer((sent.answer as Entered).id);
      then?.(sent, data);
    },
  });
}
