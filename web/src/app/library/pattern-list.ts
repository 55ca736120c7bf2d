/** How the shop's readers print codes of their own, and what lines mean: taught at a report, or declared here. */
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Pattern } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { Entry, entryForm, field, saved, TextField } from '../entry';
import { LibraryDesk, LibraryEvents, libraryFeature } from '../knowledge';

const meanings = { module: 'a module', description: 'more of the line above', ignore: 'nothing' } as const;

@Component({
  selector: 'db-pattern-list',
  imports: [Entry, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>How reports are read</h2>
    <p class="quiet">
      Beside the common codes, readers print blink counts and a maker’s own numbers. Declare their shape: # is
      a digit, &#64; a letter. Lines and words that you explained in a report stand here too.
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
    <db-entry [form]="form">
      <db-text label="What it is" example="blink count" [most]="80" [field]="name" />
      <db-text label="What stands before it" example="Blink code:" [most]="120" [field]="before" />
      <db-text label="Its shape" example="#-#" [most]="20" [mono]="true" [field]="shape" />
      <button mat-stroked-button type="submit">Declare it</button>
    </db-entry>
    @if (form.problem()) {
      <p class="problem" role="alert">{{ form.problem() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    db-entry {
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
  private readonly library = inject(LibraryDesk);
  private readonly store = inject(Store);
  protected readonly patterns = this.store.selectSignal(libraryFeature.selectPatterns);
  protected readonly name = field('');
  protected readonly before = field('');
  protected readonly shape = field('');
  protected readonly form = entryForm(
    {
      name: this.name,
      before: this.before,
      shape: this.shape,
    },
    {
      draft: () => 'pattern',
      read: () => ({
        name: this.name().trim() || null,
        before: this.before().trim().replace(/\d/g, '#'),
        shape: this.shape().trim(),
      }),
      enter: (code, stamp) => saved(this.library.addPattern({ id: stamp.id, code })),
    },
  );

  constructor() {
    this.store.dispatch(LibraryEvents.patternsWanted());
  }

  protected wordsOf({ code, line, word }: Pattern): string {
    return code ? `${code.before} ${code.shape}`.trim() : (word?.word ?? line!.like);
  }

  protected meaningOf({ code, line, word }: Pattern): string {
    const reader = (word ?? line)?.reader;
    const says = word ? `status: ${word.status}` : code ? code.name || 'a code' : meanings[line!.as];
    return reader ? `${says}, in reports of ${reader}` : says;
  }

  protected async takeBack(id: string): Promise<void> {
    try {
      await this.library.withdrawPattern(id);
      this.form.say(null);
    } catch (error) {
      this.form.say((error as Error).message);
    }
  }
}
