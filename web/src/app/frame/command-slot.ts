/** The command line in every head: the shell says what it is, and it is loaded after the page. */
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  inject,
  InjectionToken,
  signal,
  type Type,
} from '@angular/core';
import { NgComponentOutlet } from '@angular/common';

export const commandLine = new InjectionToken<() => Promise<Type<unknown>>>('the command line');

@Component({
  selector: 'db-command-slot',
  imports: [NgComponentOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ng-container [ngComponentOutlet]="line()" />`,
})
export class CommandSlot {
  private readonly load = inject(commandLine, { optional: true });
  protected readonly line = signal<Type<unknown> | null>(null);

  constructor() {
    afterNextRender(() => {
      void this.load?.().then(
        (line) => this.line.set(line),
        // Not at hand while the server is away: the page goes without.
        () => undefined,
      );
    });
  }
}
