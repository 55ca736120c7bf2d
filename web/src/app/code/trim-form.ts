/** Trim codes from the labels of the parts, position by position: misread characters and swapped parts show at once. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { readTrim, type TrimState } from '@dormant-beacon/core/coding';
import { type Choice, Entry, factForm, field, Pick, TextField, trouble, type Trouble } from '../entry';
import { FiguresPipe } from '../figures';
import { CodeDesk } from './code-desk';

@Component({
  selector: 'db-trim-form',
  imports: [Entry, FiguresPipe, MatButtonModule, Pick, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p>Read the label of the old part before it leaves the car, and of the new one before it goes in.</p>
    <table class="plain">
      <thead>
        <tr>
          <th scope="col">Position</th>
          <th scope="col">Old part</th>
          <th scope="col">New part</th>
          <th scope="col">To do</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.position) {
          <tr>
            <th scope="row">{{ row.position }}</th>
            <td class="mono">{{ row.before?.code ?? 'not read' }}</td>
            <td class="mono">{{ row.after?.code ?? 'not read' }}</td>
            <td>{{ says(row) | figures }}</td>
          </tr>
        }
      </tbody>
    </table>
    <db-entry [form]="form" label="A trim code">
      <div class="grid">
        <db-pick label="Position" [choices]="positions()" [field]="position" />
        <db-pick label="Label of" [choices]="moments" [field]="moment" />
        <db-text label="As it stands on the label" [mono]="true" [most]="60" [field]="label" />
      </div>
      @if (reading(); as says) {
        <p [class.problem]="!says.right" aria-live="polite">{{ says.words | figures }}</p>
      }
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button mat-stroked-button type="submit">Enter the code</button>
    </db-entry>
  `,
  styles: `
    :host,
    .grid {
      display: grid;
      gap: 12px;
    }
    .grid {
      grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
    }
    button {
      justify-self: start;
    }
  `,
})
export class TrimForm {
  private readonly desk = inject(CodeDesk);
  private readonly trim = computed(() => this.desk.coding()?.book?.trim ?? null);
  protected readonly rows = computed(() => this.desk.coding()?.trims ?? []);
  protected readonly positions = computed((): readonly Choice[] =>
    this.rows().map(({ position }) => ({ value: position, label: position })),
  );
  protected readonly moments: readonly Choice[] = [
    { value: 'before', label: 'the old part' },
    { value: 'after', label: 'the new part' },
  ];
  protected readonly position = field('');
  protected readonly moment = field('before');
  protected readonly label = field('');
  /** What the label says, while it is typed. */
  protected readonly reading = computed(() => {
    const scheme = this.trim()?.scheme;
    if (!scheme || this.label().trim() === '') return null;
    const own = readTrim(scheme, this.label());
    switch (own.verdict) {
      case 'right':
        return { right: true, words: `${own.code}: its check characters fit.` };
      case 'length':
        return {
          right: own.code.length < own.expected,
          words: `${own.code.length} of ${own.expected} characters.`,
        };
      case 'character':
        return {
          right: false,
          words: `“${own.code[own.at]!}” is on no such label: look at character ${own.at + 1}.`,
        };
      case 'check':
        return {
          right: false,
          words: `Its check characters do not fit: a character is misread.${own.near.length > 0 && own.near.length < 6 ? ` It may be ${own.near.join(' or ')}.` : ''}`,
        };
    }
  });
  protected readonly form = factForm(
    'coding-entries',
    { position: this.position, moment: this.moment, label: this.label },
    {
      draft: () => `trim ${this.desk.coding()?.id ?? ''}`,
      read: (): FactData<'coding-entries'> | Trouble => {
        if (this.position() === '') return trouble(this.position, 'Say at which position the part sits.');
        if (this.label().trim() === '')
          return trouble(this.label, 'Type the code as it stands on the label.');
        const moment = this.moment() as 'before' | 'after';
        const entry = {
          what: 'trim' as const,
          position: this.position(),
          moment,
          label: this.label().trim(),
        };
        return { codingId: this.desk.coding()!.id, entry };
      },
    },
  );

  protected says({ finding, after }: TrimState): string {
    if (!finding || !after) return 'read its label';
    switch (finding.verdict) {
      case 'same':
        return 'nothing: the module has it';
      case 'write':
        return `write ${after.code}`;
      case 'swapped':
        return `this part sat at ${finding.with!}: write ${after.code}, or put it back`;
      case 'twice':
        return `the same code was typed for ${finding.with!}: look again`;
    }
  }
}
