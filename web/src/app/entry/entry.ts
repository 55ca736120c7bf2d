/** A form on the page, by its model: one submit, busy while it is on its way, the focus where it is needed next. */
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  inject,
  Injector,
  input,
} from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import type { EntryForm } from './entry-form';

@Component({
  selector: 'db-entry',
  imports: [ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form
      novalidate
      [formGroup]="form().group"
      [attr.aria-busy]="form().busy()"
      [attr.aria-label]="label()"
      (submit)="submit($event)"
    >
      <ng-content />
    </form>
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
      align-content: start;
    }
    /* Its parts are laid out by the page that it stands in. */
    form {
      display: contents;
    }
  `,
})
export class Entry {
  readonly form = input.required<EntryForm>();
  readonly label = input<string | null>(null);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly injector = inject(Injector);
  private gone = false;

  constructor() {
    inject(DestroyRef).onDestroy(() => (this.gone = true));
  }

  protected async submit(event: Event): Promise<void> {
    event.preventDefault();
    const entered = await this.form().submit();
    const goOn = () => (entered ? this.goOn() : this.toTrouble());
    // What was entered may have taken the form away.
    if (this.gone) setTimeout(goOn);
    else afterNextRender(goOn, { injector: this.injector });
  }

  /** To the first field that has to be put right; where none has, to the sentence that says what is wrong. */
  private toTrouble(): void {
    const wrong =
      this.host.querySelector<HTMLElement>('[aria-invalid="true"]') ??
      this.host.parentElement?.querySelector<HTMLElement>('.problem');
    if (!wrong) return;
    if (wrong.classList.contains('problem')) wrong.tabIndex = -1;
    wrong.focus();
  }

  /** Where the form is gone, and the focus with it: to what comes next. */
  private goOn(): void {
    if (document.activeElement !== null && document.activeElement !== document.body) return;
    const next = document.querySelector<HTMLElement>('.next-thing h1, #bench h1, main h1');
    if (!next) return;
    next.tabIndex = -1;
    next.focus({ preventScroll: true });
  }
}
