/** What lines for days, months and moments share: a field of text beside the dates that Material's pickers hold. */
import { DestroyRef, Directive, effect, inject, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { AbstractControl } from '@angular/forms';
import { field, TypedLine } from '../entry';

let count = 0;

@Directive()
export abstract class DateLine extends TypedLine {
  protected readonly id = `date-${++count}`;
  /** A thumb gets a calendar as large as the screen. */
  protected readonly byThumb = matchMedia('(pointer: coarse)').matches;
  private readonly destroyed = inject(DestroyRef);
  protected readonly day = field<Date | null>(null).control;

  constructor() {
    super();
    effect(() => {
      const text = this.current()();
      untracked(() => {
        if (text === this.text()) return;
        this.show(text);
        // A draft of what could not be read has no line to stand in any more: the form does not hold it unseen.
        this.keep();
      });
    });
    this.follow(this.day);
  }

  /** Material says that a line cannot be read only after it has said that it is empty. */
  protected follow(control: AbstractControl): void {
    control.events.pipe(takeUntilDestroyed(this.destroyed)).subscribe(() => this.keep());
  }

  /** What stands in the pickers, as the field holds it; what cannot be read stays as it was typed. */
  protected abstract text(): string;

  protected show(text: string): void {
    const [year, month, day = 1] = text.slice(0, 10).split('-').map(Number);
    const shown = year && month ? new Date(year, month - 1, day) : null;
    this.day.setValue(shown, { emitEvent: false });
  }

  protected keep(): void {
    const text = this.text();
    if (text !== untracked(this.current())) this.current().set(text);
  }
}

/** Stands for what cannot be read where nobody says what it was. */
const unreadable = '?';

/** What was typed into a picker's line and could not be read; null where it could. */
export function unread(control: AbstractControl<Date | null>, error: string): string | null {
  const told = control.errors?.[error] as { text: string } | undefined;
  if (told) return told.text || unreadable;
  // The picker for hours gives no date at all, and says so a moment later.
  return control.value && Number.isNaN(control.value.getTime()) ? unreadable : null;
}

export const two = (number: number) => String(number).padStart(2, '0');
export const monthText = (date: Date) => `${date.getFullYear()}-${two(date.getMonth() + 1)}`;
export const dayText = (date: Date) => `${monthText(date)}-${two(date.getDate())}`;
