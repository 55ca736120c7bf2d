/** What every line that is typed in has: its question, its field or a value of its own, and what is wrong with it. */
import { computed, Directive, input, output, untracked } from '@angular/core';
import { type Field, field } from './field';

@Directive()
export abstract class TypedLine {
  readonly label = input.required<string>();
  /** Of a form; without one, `value` is what stands in it. */
  readonly field = input<Field<string> | null>(null);
  readonly example = input<string | null>(null);
  readonly most = input(200);
  readonly mono = input(false);
  /** What was typed, once it is left. */
  readonly taken = output<string>();
  protected readonly own = field('');
  protected readonly current = computed(() => this.field() ?? this.own);
  protected readonly matcher = { isErrorState: () => untracked(() => this.current().trouble()) !== null };
}
