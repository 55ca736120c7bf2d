/** Shortcuts of our own: while Alt is held, each button that has one shows it; Alt and the letter presses it. */
import { DOCUMENT, inject, Injectable } from '@angular/core';

/** Elements carry their letter in `data-key`; the hint is drawn by the style sheet. */
@Injectable({ providedIn: 'root' })
export class ShortcutHints {
  private readonly document = inject(DOCUMENT);

  start(): void {
    const root = this.document.documentElement;
    const show = (shown: boolean) => root.toggleAttribute('data-keys', shown);
    this.document.addEventListener('keydown', (event) => {
      if (event.key === 'Alt') return show(true);
      if (!event.altKey || event.ctrlKey || event.metaKey) return;
      const letter = /^Key([A-Z])$/.exec(event.code)?.[1]?.toLowerCase() ?? event.key.toLowerCase();
      const wanted = [
        ...this.document.querySelectorAll<HTMLElement>(`[data-key="${CSS.escape(letter)}"]`),
      ].find((element) => element.offsetParent !== null);
      if (!wanted) return;
      event.preventDefault();
      wanted.focus();
      wanted.click();
    });
    this.document.addEventListener('keyup', (event) => event.key === 'Alt' && show(false));
    this.document.defaultView?.addEventListener('blur', () => show(false));
  }
}
