/** How the shop's readers print codes of their own, and what lines mean: taught at a report, or declared here. */
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Pattern } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { Client, newId } from '../api';
import { keepDraft, TextField } from '../entry';
import { LibraryEvents, libraryFeature } from '../knowledge';

const meanings = { module: 'a module', description: 'more of the line above', ignore: 'nothing' } as const;

@Component({
  selector: 'db-pattern-list',
  imports: [MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>How reports are read</h2>
    <p class="quiet">
      Beside the common codes, readers print blink counts and a maker’s own numbers. Declare their shape: # is
      a digit, &#64; a letter. Lines that you explained at a report stand here too.
    </p>
    <table class="plain">
      <tbody>
        @for (pattern of patterns(); track pattern.id) {
          <tr>
            <td class="mono">{{ wordsOf(pattern) }}</td>
            <td>{{ meaningOf(pattern) }}</td>
            <td>
              <button mat-button type="button" (click)="takeBack(pattern.id)">Take back</button>
            </td>
          </tr>
        } @empty {
          <tr>
            <td class="quiet">
              Nothing yet. Try it: a reader that prints “Blink code: 3-2” has “Blink code:” before, and the
              shape #-#.
            </td>
          </tr>
        }
      </tbody>
    </table>
    <form (submit)="add($event)">
      <db-text label="What it is" example="blink count" [most]="80" [(value)]="name" />
      <db-text label="What stands before it" example="Blink code:" [most]="120" [(value)]="before" />
      <db-text label="Its shape" example="#-#" [most]="20" [mono]="true" [(value)]="shape" />
      <button mat-stroked-button type="submit">Declare it</button>
    </form>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: end;
    }
    db-text {
      flex: 1;
      min-width: 160px;
    }
  `,
})
export class PatternList {
  private readonly client = inject(Client);
  private readonly store = inject(Store);
  protected readonly patterns = this.store.selectSignal(libraryFeature.selectPatterns);
  protected readonly name = signal('');
  protected readonly before = signal('');
  protected readonly shape = signal('');
  protected readonly problem = signal<string | null>(null);
  private readonly draft = keepDraft(() => 'pattern', {
    name: this.name,
    before: this.before,
    shape: this.shape,
  });

  constructor() {
    this.store.dispatch(LibraryEvents.patternsWanted());
  }

  protected wordsOf({ code, line }: Pattern): string {
    return code ? `${code.before} ${code.shape}`.trim() : line!.like;
  }

  protected meaningOf({ code, line }: Pattern): string {
    return code ? code.name || 'a code' : meanings[line!.as];
  }

  protected async add(submit: Event): Promise<void> {
    submit.preventDefault();
    const code = {
      name: this.name().trim() || null,
      before: this.before().trim().replace(/\d/g, '#'),
      shape: this.shape().trim(),
    };
    if (await this.done(this.client.addPattern({ id: newId(), code }))) this.draft.clear();
  }

  protected async takeBack(id: string): Promise<void> {
    await this.done(this.client.withdrawEntry(id));
  }

  private async done(sent: Promise<unknown>): Promise<boolean> {
    try {
      await sent;
      this.problem.set(null);
      this.store.dispatch(LibraryEvents.patternsWanted());
      return true;
    } catch (error) {
      this.problem.set((error as Error).message);
      return false;
    }
  }
}
