/** Dusk for the bay, day for glare and print; remembered by the device. */
import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { Glyph } from './glyph';

@Component({
  selector: 'db-theme-switch',
  imports: [Glyph],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<button type="button" (click)="toggle()" [attr.aria-label]="'Change to ' + other()">
    <db-glyph name="theme" />
  </button>`,
  styles: `
    button {
      width: 48px;
      height: 48px;
      border: 0;
      border-radius: 12px;
      background: none;
      color: var(--quiet);
      cursor: pointer;
    }
  `,
})
export class ThemeSwitch {
  private readonly theme = signal(document.documentElement.dataset['theme'] ?? 'dusk');
  protected other(): string {
    return this.theme() === 'day' ? 'dusk' : 'day';
  }

  protected toggle(): void {
    const theme = this.other();
    this.theme.set(theme);
    document.documentElement.dataset['theme'] = theme;
    localStorage.setItem('theme', theme);
  }
}
