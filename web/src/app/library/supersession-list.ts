/** Which part number took the place of which: looked up, added one by one, or taken in as a list. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Supersessions } from '@dormant-beacon/contract';
import { supersessionGraph } from '@dormant-beacon/core/fit';
import { Entry, entryForm, field, saved, TextField, trouble, type Trouble } from '../entry';
import { LibraryDesk } from '../knowledge';

interface Row {
  readonly old: string;
  readonly new: string;
}

@Component({
  selector: 'db-supersession-list',
  imports: [Entry, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Part numbers that took the place of others</h2>
    <div class="search">
      <db-text label="A part number; empty for the newest rows" [mono]="true" [(value)]="number" />
      <button mat-stroked-button type="button" (click)="look()">Look it up</button>
    </div>
    @for (ring of rings(); track $index) {
      <p class="open">
        These lead back to each other: {{ ring.join(', ') }}. Which is the newer one, the list does not say.
      </p>
    }
    @if (rows(); as found) {
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">Old</th>
            <th scope="col">New</th>
            <th scope="col">Source</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          @for (row of found; track row.id) {
            <tr>
              <td class="mono">{{ row.old }}</td>
              <td class="mono">{{ row.new }}</td>
              <td>{{ row.source }}</td>
              <td>
                <button mat-button type="button" (click)="takeBack(row.id)">Take back</button>
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="4" class="quiet">Nothing is known of it.</td>
            </tr>
          }
        </tbody>
      </table>
    }
    <db-entry [form]="form" label="Add supersessions">
      <db-text
        label="Old and new number, a pair a line, such as OM-2210-04 OM-2210-05"
        [lines]="3"
        [mono]="true"
        [most]="400000"
        [field]="pairs"
      />
      <db-text label="Source" example="such as the parts list of spring" [field]="source" />
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      @if (says()) {
        <p role="status">{{ says() }}</p>
      }
      <button mat-stroked-button type="submit">Add them</button>
    </db-entry>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    .search {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: end;
    }
    .open {
      color: var(--ember);
    }
    db-entry {
      max-width: 620px;
    }
    db-entry button {
      justify-self: start;
    }
  `,
})
export class SupersessionList {
  private readonly library = inject(LibraryDesk);
  protected readonly number = signal('');
  protected readonly rows = signal<Supersessions['supersessions'] | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly says = signal<string | null>(null);
  protected readonly rings = computed(() => supersessionGraph(this.rows() ?? []).rings);
  protected readonly pairs = field('');
  protected readonly source = field('');
  protected readonly form = entryForm<{ rows: Row[]; source: string }>(
    { pairs: this.pairs, source: this.source },
    {
      draft: () => 'supersessions',
      read: () => this.read(),
      enter: (list) => saved(this.library.importSupersessions(list).then((answer) => this.added(answer))),
    },
  );

  protected async look(): Promise<void> {
    try {
      this.rows.set(await this.library.supersessions(this.number().trim() || null));
      this.problem.set(null);
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  protected async takeBack(id: string): Promise<void> {
    try {
      await this.library.withdrawSupersession(id);
      await this.look();
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  private added(answer: { added: number; there: number }): typeof answer {
    this.says.set(`${answer.added} added, ${answer.there} stood there already.`);
    return answer;
  }

  private read(): { rows: Row[]; source: string } | Trouble {
    const lines = this.pairs()
      .split('\n')
      .map((line) => line.trim())
      .filter((line) => line !== '');
    if (lines.length === 0) return trouble(this.pairs, 'Type a pair, or paste a list of them.');
    const rows = lines.map((line): Row | null => {
      // Apart by what a list uses: a tab, a semicolon, a comma, else the first blank.
      const parts = line.split(/[\t;,]/.test(line) ? /[\t;,]/ : ' ').map((one) => one.trim());
      const [old, next, ...more] = parts.filter((one) => one !== '');
      return old && next && more.length === 0 ? { old, new: next } : null;
    });
    const odd = rows.indexOf(null);
    if (odd !== -1) return trouble(this.pairs, `Line ${odd + 1}, “${lines[odd]!.slice(0, 60)}”, is no pair.`);
    if (this.source().trim() === '') return trouble(this.source, 'Say where this is from.');
    return { rows: rows as Row[], source: this.source().trim() };
  }
}
