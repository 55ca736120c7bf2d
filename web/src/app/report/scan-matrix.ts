/** Scans side by side: every code of any of them, what each scan said of it, and what became of it. */
import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { writeCode } from '@dormant-beacon/core/codes';
import type { ScanFact } from '@dormant-beacon/core/record';
import { type CodeResult, type MatrixCell, type MatrixRow, scanMatrix } from '@dormant-beacon/core/scans';
import { counted } from '@dormant-beacon/core/units';
import { type Choice, ChoiceOne, TextField } from '../entry';
import { sayWhen } from '../time';

const resultWords: Readonly<Record<CodeResult, string>> = {
  'not-re-read': 'not read again',
  'absent-tested': 'gone, its monitor ran',
  'absent-untested': 'gone, not yet tested',
  'still-active': 'still active',
  'now-stored': 'stored now',
  'still-stored': 'still stored',
  'now-active': 'active now',
  returned: 'came back',
  new: 'new',
  'failure-type-changed': 'other failure type',
};
const cellWords: Readonly<Record<MatrixCell, string>> = {
  active: 'active',
  stored: 'stored',
  history: 'history',
  pending: 'pending',
  permanent: 'permanent',
  unknown: 'there',
  absent: '–',
  'not-read': 'not read',
};

const groups: readonly (Choice & { readonly holds: (row: MatrixRow) => boolean })[] = [
  { value: 'all', label: 'all', holds: () => true },
  {
    value: 'worse',
    label: 'there now',
    holds: ({ result }) => !result.startsWith('absent') && result !== 'not-re-read',
  },
  { value: 'gone', label: 'gone', holds: ({ result }) => result.startsWith('absent') },
  { value: 'unread', label: 'not read again', holds: ({ result }) => result === 'not-re-read' },
  { value: 'unstable', label: 'come and go', holds: ({ unstable }) => unstable },
];

@Component({
  selector: 'db-scan-matrix',
  imports: [ChoiceOne, MatButtonModule, TextField],
  host: { class: 'print-part' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>{{ headline() }}</h2>
    @for (name of matrix().silentModules; track name) {
      <p class="silent">{{ name }} answered before and is silent now: that is a finding of its own.</p>
    }
    <div class="narrow">
      <db-choice question="Show" [choices]="groups" [(value)]="group" />
      <db-text label="Narrow by code, module or word" [most]="60" [(value)]="words" />
      <button mat-button type="button" (click)="print()">Print</button>
    </div>
    <div class="scroll" tabindex="0" role="region" aria-label="Codes against scans">
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">Code</th>
            <th scope="col">Module</th>
            @for (scan of scans(); track scan.id) {
              <th scope="col">
                {{ nameOf(scan) }}<small>{{ readBy(scan) }}</small>
              </th>
            }
            <th scope="col">Became</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track $index) {
            <tr>
              <th scope="row">
                <span class="mono">{{ written(row) }}</span><small>{{ row.text }}</small>
              </th>
              <td>{{ row.module }}</td>
              @for (cell of row.cells; track $index) {
                <td [class]="cell">{{ cellWords[cell] }}</td>
              }
              <td class="result" [class.open]="row.result === 'still-active' || row.result === 'now-active'">
                {{ resultWords[row.result] }}
                @if (row.unstable) {
                  <small>comes and goes</small>
                }
              </td>
            </tr>
          } @empty {
            <tr>
              <td class="quiet" colspan="9">No code answers to that.</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    .narrow {
      display: flex;
      flex-wrap: wrap;
      gap: 12px 20px;
      align-items: end;
    }
    db-text {
      flex: 1;
      min-width: 220px;
    }
    .scroll {
      overflow-x: auto;
    }
    small {
      display: block;
      font-size: 14px;
      font-weight: 400;
      color: var(--quiet);
    }
    td.active,
    td.permanent,
    .result.open {
      color: var(--ember);
      font-weight: 650;
    }
    td.absent {
      color: var(--quiet);
    }
    td.not-read,
    .silent {
      color: var(--ember);
    }
    tbody th {
      color: var(--ink);
      font-weight: 400;
      text-align: left;
    }
    @media print {
      .narrow {
        display: none;
      }
      .scroll {
        overflow: visible;
      }
    }
  `,
})
export class ScanMatrixView {
  readonly scans = input.required<readonly ScanFact[]>();
  protected readonly groups = groups;
  protected readonly group = signal('all');
  protected readonly words = signal('');
  protected readonly written = writeCode;
  protected readonly resultWords = resultWords;
  protected readonly cellWords = cellWords;
  protected readonly matrix = computed(() => scanMatrix(this.scans().map(({ scan }) => scan)));
  protected readonly rows = computed(() => {
    const { holds } = groups.find(({ value }) => value === this.group())!;
    const words = this.words().toLowerCase().split(/\s+/).filter(Boolean);
    return this.matrix().rows.filter((row) => {
      const text = `${writeCode(row)} ${row.module} ${row.text ?? ''}`.toLowerCase();
      return holds(row) && words.every((word) => text.includes(word));
    });
  });
  protected readonly headline = computed(() => {
    const { rows } = this.matrix();
    const count = (test: (row: MatrixRow) => boolean) => rows.filter(test).length;
    const parts = [
      [count(groups[1]!.holds), 'there now'],
      [count(groups[2]!.holds), 'gone'],
      [count(groups[3]!.holds), 'not read again'],
      [count(({ unstable }) => unstable), 'come and go'],
    ] as const;
    const said = parts.filter(([n]) => n > 0).map(([n, what]) => `${n} ${what}`);
    return `${counted(rows.length, 'code')} over ${this.scans().length} scans${said.length > 0 ? `: ${said.join(', ')}` : ''}`;
  });

  protected nameOf({ kind, observedAt }: ScanFact): string {
    return `${kind.replace('-', ' ')}, ${sayWhen(observedAt)}`;
  }

  /** The reader with its software, and the supply that it saw. */
  protected readBy({ reader, scan: { readerSoftware, supplyVolts } }: ScanFact): string {
    return [
      `${reader || 'unnamed reader'}${readerSoftware ? ` ${readerSoftware}` : ''}`,
      ...(supplyVolts ? [`${supplyVolts} V`] : []),
    ].join(', ');
  }

  /** This table alone, not the page around it. */
  protected print(): void {
    const page = document.documentElement;
    page.dataset['print'] = 'part';
    addEventListener('afterprint', () => delete page.dataset['print'], { once: true });
    window.print();
  }
}
