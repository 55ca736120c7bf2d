/** Clear, read again, and give every code its end. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { RouterLink } from '@angular/router';
import { writeCode } from '@dormant-beacon/core/codes';
import {
  clearNotes,
  type ClearRow,
  clearRows,
  type CodeEnd,
  codeEnds,
  standing,
} from '@dormant-beacon/core/record';
import { clearOrder, moduleRows, moduleWords } from '@dormant-beacon/core/stages/clear';
import { Store } from '@ngrx/store';
import { newId } from '../api';
import { Caution } from '../frame';
import { fileOf, LibraryDesk, LibraryEvents } from '../knowledge';
import { More } from '../more';
import { Desk, Entry, factForm, field, plainWords, TextField, trouble, type Trouble } from '../entry';
import { type EnteredReport, ReportEntry, ScanMatrixView } from '../report';
import { When } from '../time';
import { jobFeature } from '../job';

@Component({
  selector: 'db-clear',
  imports: [Caution, Entry, MatButtonModule, More, ReportEntry, RouterLink, ScanMatrixView, TextField, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (stage()?.state === 'closed') {
      <p class="quiet">
        Clearing opens
        {{
          stage()!.reason === 'after a repair' ? 'after a repair that works' : 'when the baseline is saved'
        }}.
      </p>
    } @else if (record(); as job) {
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <p [class.problem]="notDriven().length > 0">
        {{
          notDriven().length > 0
            ? 'It may not be driven: ' + notDriven().join('; ') + '.'
            : 'It may be driven.'
        }}
      </p>
      @if (!cleared()) {
        @if (order().length > 1) {
          <h2>In this order</h2>
          <ol>
            @for (step of order(); track step.module) {
              <li>
                {{ step.module }}, {{ step.codes === 1 ? 'one code' : step.codes + ' codes' }}
                @if (step.why) {
                  <small>{{ step.why }}</small>
                }
              </li>
            }
          </ol>
        }
        <db-caution
          >Clear with the supply steady and the ignition as the reader asks. On restraints: connectors locked,
          tools out, cabin empty, reach in from outside.</db-caution
        >
        <div class="clear">
          <db-text label="Cleared with (reader)" [most]="120" [field]="reader" />
          <button mat-flat-button type="button" (click)="clear()">
            The codes are cleared in every module
          </button>
        </div>
      } @else {
        <p class="quiet">Cleared {{ cleared()!.observedAt | when }}.</p>
        @if (!final() || reading()) {
          <db-report-entry
            [draftName]="'final ' + job.id"
            question="Paste the final report"
            saveLabel="Save as the final scan"
            [busy]="busy()"
            (save)="save($event)"
          />
        } @else {
          <p class="quiet">
            Final scan of {{ final()!.observedAt | when }} against the baseline.
            <button mat-button type="button" (click)="reading.set(true)">Read again</button>
          </p>
        }
      }
      @if (ends().length > 0) {
        <table class="plain">
          <caption class="seen-only-by-readers">
            Every code and its end
          </caption>
          <thead>
            <tr>
              <th scope="col">Code</th>
              <th scope="col">Module</th>
              <th scope="col">Its end</th>
              <th><span class="seen-only-by-readers">What to do</span></th>
            </tr>
          </thead>
          <tbody>
            @for (end of ends(); track $index) {
              <tr [class.open]="end.open">
                <td>
                  <span class="mono"> {{ written(end) }}</span><small>{{ end.text }}</small>
                </td>
                <td>{{ end.module }}</td>
                <td class="end">{{ end.end }}</td>
                <td>
                  @if (end.open) {
                    @if (ending() === keyOf(end)) {
                      <db-entry [form]="form">
                        <db-text label="Why it stays" example="such as old, customer told" [field]="note" />
                        <button mat-flat-button type="submit">Out of scope</button>
                      </db-entry>
                    } @else {
                      <button mat-button type="button" (click)="ending.set(keyOf(end))">It stays …</button>
                      <button mat-button type="button" (click)="split(end)">Trace it separately</button>
                    }
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
        @if (silent().length > 0) {
          <p class="quiet">{{ silent() }}</p>
        }
        <db-more label="Modules before and after">
          <table class="plain">
            <thead>
              <tr>
                <th scope="col">Module</th>
                <th scope="col">Before</th>
                <th scope="col">After</th>
              </tr>
            </thead>
            <tbody>
              @for (row of modules(); track row.module) {
                <tr [class.open]="row.open">
                  <td>{{ row.module }}</td>
                  <td>{{ moduleWords(row.before) }}</td>
                  <td class="after">{{ moduleWords(row.after) }}</td>
                </tr>
              }
            </tbody>
          </table>
        </db-more>
        @if (suspicious().length > 0) {
          <h2>Born after a clear</h2>
          <p class="quiet">
            These ask for teaching and were not there before the codes were cleared: the clear or its reader
            undid something. Teach it again before any part is suspected.
          </p>
          <table class="plain">
            <thead>
              <tr>
                <th scope="col">Cleared</th>
                <th scope="col">With</th>
                <th scope="col">Read before, after</th>
                <th scope="col">Born</th>
                <th scope="col">Lamp</th>
              </tr>
            </thead>
            <tbody>
              @for (row of clears(); track row.clearingId) {
                <tr>
                  <td>{{ row.clearedAt | when }}</td>
                  <td>{{ row.reader ?? 'not said' }}</td>
                  <td>{{ row.readBefore ?? 'not said' }}, {{ row.readAfter ?? 'not said' }}</td>
                  <td>
                    @for (code of row.born; track $index) {
                      <span class="mono">{{ written(code) }}</span> {{ code.module }}
                    } @empty {
                      none
                    }
                  </td>
                  <td>{{ row.lamps.join(', ') || 'none' }}</td>
                </tr>
              }
            </tbody>
          </table>
          @for (row of suspicious(); track row.clearingId) {
            @if (row.reader) {
              <p>
                @if (remembered().includes(row.clearingId)) {
                  <span role="status">Remembered for this model.</span>
                } @else {
                  <button mat-stroked-button type="button" (click)="remember(row)">
                    Remember for this model: clearing with {{ row.reader }} does this
                  </button>
                }
              </p>
            }
          }
        }
        @if (stage()?.state !== 'done') {
          <p class="quiet">
            A code that is still active may have another cause:
            <a [routerLink]="['/jobs', job.id, 'trace']">trace on</a>, or say why it stays.
          </p>
        }
        @if (scans().length > 1) {
          <db-more label="All scans side by side">
            <db-scan-matrix [scans]="scans()" />
          </db-more>
        }
      } @else if (final()) {
        <p>The baseline held no code, and the final scan holds none.</p>
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 16px;
    }
    .clear {
      display: flex;
      flex-wrap: wrap;
      gap: 14px;
      align-items: end;
    }
    h2 {
      margin: 6px 0 0;
    }
    .open .end,
    .open .after {
      color: var(--ember);
      font-weight: 650;
    }
    small {
      display: block;
      font-size: 14px;
      color: var(--quiet);
    }
    db-entry {
      display: flex;
      gap: 8px;
      align-items: end;
    }
  `,
})
export class Clear {
  private readonly desk = inject(Desk);
  private readonly library = inject(LibraryDesk);
  private readonly store = inject(Store);
  private readonly entry = viewChild(ReportEntry);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  protected readonly stage = computed(() => this.assessment()?.stages.find((stage) => stage.id === 'clear'));
  protected readonly cleared = computed(() => this.assessment()?.clearing);
  protected readonly final = computed(() => this.assessment()?.final);
  protected readonly ends = computed(() => (this.final() ? codeEnds(this.record()!, this.final()!) : []));
  protected readonly scans = computed(() => standing(this.record()?.scans ?? []));
  protected readonly notDriven = computed(() => this.assessment()?.notDriven ?? []);
  /** Modules in the order in which they are cleared, by the last scan before. */
  protected readonly order = computed(() => {
    const last = this.scans().at(-1);
    return last ? clearOrder(last) : [];
  });
  protected readonly modules = computed(() =>
    this.final() ? moduleRows(this.record()!, this.final()!) : [],
  );
  protected readonly moduleWords = moduleWords;
  /** What was not read and what did not answer, each with what to do. */
  protected readonly silent = computed(() => {
    const named = (kind: string) =>
      this.modules()
        .filter(({ after }) => after.kind === kind)
        .map(({ module }) => module)
        .join(', ');
    const [silent, unread] = [named('silent'), named('not-read')];
    return [
      unread && `Not read: ${unread}. Read again.`,
      silent && `Silent: ${silent}. Say in a note why it stays so.`,
    ]
      .filter(Boolean)
      .join(' ');
  });
  protected readonly written = writeCode;
  protected readonly busy = signal(false);
  private readonly splitting = signal(false);
  protected readonly reading = signal(false);
  protected readonly ending = field('');
  protected readonly note = field('');
  protected readonly keyOf = ({ module, code, failureType }: CodeEnd) =>
    `${module} ${code} ${failureType ?? ''}`;
  protected readonly form = factForm(
    'code-ends',
    { ending: this.ending, note: this.note },
    {
      draft: () => `code end ${this.record()?.id ?? ''}`,
      read: () => this.read(),
    },
  );

  /** Who cleared: as a rule the reader that read last. */
  protected readonly reader = field('');
  protected readonly clears = computed(() => (this.record() ? clearRows(this.record()!) : []));
  protected readonly suspicious = computed(() => this.clears().filter(({ born }) => born.length > 0));
  private readonly file = fileOf(() => this.record()?.vehicle ?? null);
  /** The clears of which the library says so already, whoever taught it. */
  protected readonly remembered = computed(() => {
    const known = this.file()?.notes ?? [];
    return this.suspicious()
      .filter((row) =>
        clearNotes(row).every((note) =>
          known.some(
            ({ code, module, says }) => code === note.code && module === note.module && says === note.says,
          ),
        ),
      )
      .map(({ clearingId }) => clearingId);
  });

  constructor() {
    effect(() => {
      const last = this.scans().at(-1)?.reader ?? '';
      if (untracked(this.reader) === '') this.reader.set(last);
    });
  }

  /** Keeps it as notes to the codes, so that the next job of this model is told. */
  protected async remember(row: ClearRow): Promise<void> {
    const { make, model } = this.record()!.vehicle;
    try {
      for (const note of clearNotes(row))
        await this.library.addCodeNote({
          id: newId(),
          make,
          model,
          ...note,
          source: `job ${this.record()!.number}`,
          credibility: 'own-job',
          times: 1,
        });
      this.store.dispatch(LibraryEvents.fileWanted({ make, model }));
      this.form.say(null);
    } catch (error) {
      this.form.say(`Not remembered: ${(error as Error).message}`);
    }
  }

  protected async clear(): Promise<void> {
    const reader = this.reader().trim();
    const sent = await this.desk.enter('clearings', reader === '' ? {} : { reader });
    this.form.say(sent.state === 'refused' ? plainWords(sent.problem.message) : null);
  }

  protected async save({ text, marks, printed }: EnteredReport): Promise<void> {
    this.busy.set(true);
    const sent = await this.desk.enter('scans', {
      kind: 'final',
      text,
      marks: [...marks],
      ...(printed ? { printed } : {}),
    });
    this.busy.set(false);
    if (sent.state === 'saved') {
      this.entry()?.clear();
      this.reading.set(this.entry()?.next() === true);
    }
    this.form.say(
      sent.state === 'refused'
        ? plainWords(sent.problem.message)
        : sent.state === 'waiting'
          ? 'Not saved yet. The report is kept on this device and sent when the server is back.'
          : null,
    );
  }

  /** Another fault than the one that was mended: it becomes a beacon of its own, to be traced and proven. */
  protected async split(end: CodeEnd): Promise<void> {
    // A second tap is the same one.
    if (this.splitting()) return;
    this.splitting.set(true);
    try {
      await this.enterSplit(end);
    } finally {
      this.splitting.set(false);
    }
  }

  private async enterSplit(end: CodeEnd): Promise<void> {
    const code = writeCode(end);
    const beacon = await this.desk.enter('beacons', {
      kind: 'complaint',
      name: `${code} in ${end.module}`,
      seen: 'present',
      thereBefore: 'unknown',
      conditions: [],
      shown: 1,
      exposures: 1,
      restraint: false,
      lamp: null,
      bulbCheck: null,
    });
    if (beacon.state === 'refused') return this.form.say(plainWords(beacon.problem.message));
    const { module, code: name, failureType } = end;
    const ended = await this.desk.enter('code-ends', {
      module,
      code: name,
      failureType,
      end: 'explained',
      note: 'another fault, traced separately',
    });
    this.form.say(ended.state === 'refused' ? plainWords(ended.problem.message) : null);
  }

  /** The end of the code that was chosen. */
  private read(): FactData<'code-ends'> | Trouble {
    const end = this.ends().find((one) => this.keyOf(one) === this.ending());
    if (!end) return trouble(null, 'Say of which code.');
    if (this.note().trim() === '') return trouble(this.note, 'Say why it stays.');
    const { module, code, failureType } = end;
    return { module, code, failureType, end: 'out-of-scope', note: this.note().trim() };
  }
}
