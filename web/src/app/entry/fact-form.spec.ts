import { ChangeDetectionStrategy, Component, signal, type WritableSignal } from '@angular/core';
import type { StageId } from '@dormant-beacon/core/record';
import { anId, benchFor, recordOf } from '../testing/bench';
import { Entry } from './entry';
import { factForm } from './fact-form';
import { field } from './field';
import { TextField } from './text-field';

@Component({
  selector: 'db-note-probe',
  imports: [Entry, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form">
      <db-text label="Note" [field]="text" />
      @if (form.problem(); as says) {
        <p class="problem" role="alert">{{ says }}</p>
      }
      <button type="submit">Enter</button>
    </db-entry>
  `,
})
class NoteProbe {
  readonly text = field('');
  readonly stage = signal<StageId>('strip');
  readonly corrects = signal<string | null>(null);
  readonly form = factForm(
    'notes',
    { text: this.text },
    {
      draft: null,
      corrects: () => this.corrects(),
      read: () => ({ stage: this.stage(), text: this.text() }),
    },
  );
}

describe('factForm', () => {
  it('enters what the contract takes, and says at its field or with its path what it refuses', async () => {
    const bench = await benchFor(NoteProbe, recordOf());
    await bench.fill('Note', 'x'.repeat(1001));
    await bench.press('Enter');
    expect(bench.page.querySelector('mat-error')!.textContent).toContain('1000');
    await bench.fill('Note', 'Console out.');
    const stage: WritableSignal<string> = bench.fixture.componentInstance.stage as never;
    stage.set('constructor');
    await bench.press('Enter');
    expect(bench.page.querySelector('.problem')!.textContent).toMatch(/^Stage: /);
    expect(bench.desk.entered).toEqual([]);
    stage.set('strip');
    await bench.press('Enter');
    expect(bench.desk.entered).toEqual([{ kind: 'notes', data: { stage: 'strip', text: 'Console out.' } }]);
  });

  it('offers to take back what was entered, but not what corrects another entry', async () => {
    const bench = await benchFor(NoteProbe, recordOf());
    await bench.fill('Note', 'Console out.');
    await bench.press('Enter');
    expect(bench.desk.offered).toEqual(['x']);
    bench.fixture.componentInstance.corrects.set(anId('n'));
    await bench.fill('Note', 'Console in.');
    await bench.press('Enter');
    expect(bench.desk.entered[1]!.corrects).toBe(anId('n'));
    expect(bench.desk.offered).toEqual(['x']);
  });
});
