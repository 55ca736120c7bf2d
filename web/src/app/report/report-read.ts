/** A report beside what was understood of it, linked line by line. */
import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { failureTypeText, writeCode } from '@dormant-beacon/core/codes';
import {
  type Doubt,
  doubtsOf,
  type LineKind,
  type Reach,
  type Scan,
  type ScanCode,
} from '@dormant-beacon/core/scans';
import { FiguresPipe } from '../figures';
import { LineMeaningForm, type Said } from './line-meaning';

const kindWords: Readonly<Record<LineKind, string>> = {
  code: 'code',
  module: 'module',
  detail: 'detail',
  header: 'head',
  value: 'value',
  ignored: 'set aside',
  notRead: 'not understood',
};
const doubtWords: Readonly<Record<Doubt, string>> = {
  code: 'the code was put right',
  module: 'no heading names its module',
  failureType: 'its failure type is a guess',
  status: 'its status',
};
/** What is said of a module that did not answer, of one and of several; null where nothing is amiss. */
const reachWords: Readonly<Record<Reach, { says: string; one: string; many: string } | null>> = {
  answered: null,
  'not-fitted': { says: 'not fitted to this car', one: '', many: '' },
  silent: {
    says: 'was silent',
    one: 'it was asked and did not answer.',
    many: 'they were asked and did not answer.',
  },
  'timed-out': {
    says: 'did not answer in time',
    one: 'it did not answer in time. Read it again.',
    many: 'they did not answer in time. Read them again.',
  },
  unsupported: {
    says: 'this reader cannot reach it',
    one: 'this reader cannot reach it; another may.',
    many: 'this reader cannot reach them; another may.',
  },
  refused: {
    says: 'refused to be read',
    one: 'it refused to be read: the reader’s access, or a lock. Its codes are not known.',
    many: 'they refused to be read: the reader’s access, or a lock. Their codes are not known.',
  },
  unclear: {
    says: 'not understood',
    one: 'what the report says of it is not understood; it does not count as read.',
    many: 'what the report says of them is not understood; they do not count as read.',
  },
};
const shownLines = 400;
/** Live values of a module that are shown. */
const shownValues = 12;

@Component({
  selector: 'db-report-read',
  imports: [FiguresPipe, LineMeaningForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (scan().noModuleAnswered) {
      <p class="problem" role="alert">
        No module answered. That is a connection fault, not a clean car: check ignition, plug and reader, then
        read again.
      </p>
    }
    @for (warning of warnings(); track warning) {
      <p class="warning">{{ warning | figures }}</p>
    }
    @if (asking(); as line) {
      <db-line-meaning
        [line]="line.number"
        [text]="line.text.trim()"
        [read]="line.code"
        [modules]="names()"
        [reader]="scan().reader ?? null"
        (said)="say($event)"
        (dropped)="askingOf.set(0)"
      />
    }
    <div class="sides">
      @if (text()) {
        <div class="lines mono" role="list" aria-label="The report, line by line">
          @for (line of lines(); track line.number) {
            <div
              role="listitem"
              [class]="line.as ?? 'blank'"
              [class.near]="near() === line.number"
              [class.doubt]="line.doubt !== null"
              (mouseenter)="near.set(line.number)"
            >
              @if (markable() && line.as) {
                <button
                  type="button"
                  class="as"
                  [class.still]="line.as !== 'notRead' && line.doubt === null && !line.marked"
                  [attr.aria-label]="'Line ' + line.number + ', ' + line.word + ': put it right'"
                  (click)="askingOf.set(line.number)"
                >
                  {{ line.word }}
                </button>
              } @else {
                <span class="as">{{ line.word }}</span>
              }
              <span class="words">{{ line.text }}</span>
            </div>
          }
          @if (more(); as more) {
            <p class="quiet">and {{ more }} more lines, all read</p>
            @if (laterUnread().length > 0) {
              <p class="quiet">Of those, not understood:</p>
              @for (line of laterUnread(); track line.line) {
                <div class="notRead">
                  <button type="button" class="as" (click)="askingOf.set(line.line)">
                    line {{ line.line }}: say what it is</button
                  ><span class="words">{{ line.text }}</span>
                </div>
              }
            }
          }
        </div>
      }
      <div class="understood">
        @for (module of modules(); track module.name) {
          <section [class.silent]="!module.answered">
            <h2>
              {{ module.name }} <small>{{ module.says }}</small>
            </h2>
            @for (code of module.codes; track $index) {
              <p class="code" [class.near]="near() === code.line" (mouseenter)="near.set(code.line ?? 0)">
                <span class="mono">{{ written(code) }}</span>
                <span class="status" [class]="code.status">{{
                  code.status === 'unknown' ? 'not said' : code.status
                }}</span>
                <span
                  >{{ code.text }}
                  @if (code.repaired) {
                    <em> reading slip put right</em>
                  }
                  @if (code.comesAndGoes) {
                    <em> comes and goes</em>
                  }
                </span>
                @if (wording(code); as words) {
                  <small>{{ words }}</small>
                }
                @if (markable() && doubt(code); as words) {
                  <small class="doubt">{{ words }}</small>
                }
              </p>
            }
            @for (value of module.values; track $index) {
              <p class="value" [class.near]="near() === value.line" (mouseenter)="near.set(value.line)">
                <span>{{ value.name }}</span> <span class="mono">{{ value.value }}</span>
              </p>
            }
          </section>
        } @empty {
          <p class="quiet">No module was found in this text.</p>
        }
      </div>
    </div>
  `,
  styles: `
    .sides {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      gap: 28px;
    }
    .lines {
      max-height: 460px;
      overflow: auto;
      font-size: 14px;
      line-height: 1.6;
    }
    .lines div {
      display: grid;
      grid-template-columns: 150px max-content;
      align-items: center;
      min-height: 22px;
      color: var(--quiet);
    }
    .words {
      white-space: pre;
    }
    .as {
      padding-right: 10px;
      text-align: right;
      white-space: nowrap;
    }
    .lines .code .words,
    .lines .module .words {
      color: var(--ink);
    }
    .lines .code .as {
      color: var(--ember);
    }
    .lines .notRead .as {
      color: var(--red);
    }
    .lines .doubt .as,
    small.doubt {
      color: var(--red);
    }
    button.as.still {
      text-decoration-style: dotted;
      text-decoration-color: var(--quiet);
    }
    button.as {
      min-height: 32px;
      padding: 0 10px 0 0;
      border: 0;
      background: none;
      font: inherit;
      cursor: pointer;
      text-decoration: underline;
    }
    .warning {
      margin-bottom: 8px;
      color: var(--ember);
      font-weight: 600;
    }
    db-line-meaning {
      margin-bottom: 14px;
    }
    .near {
      background: var(--raised);
    }
    section {
      padding-bottom: 10px;
    }
    h2 {
      margin: 0;
      color: var(--ink);
      font-size: 17px;
      font-weight: 650;
    }
    h2 small {
      font-weight: 400;
    }
    small {
      font-size: 14px;
      color: var(--quiet);
    }
    .silent small {
      color: var(--red);
    }
    .understood .code {
      display: grid;
      grid-template-columns: 96px 74px minmax(0, 1fr);
      gap: 2px 10px;
      padding: 5px 6px;
      border-radius: 8px;
    }
    .code small {
      grid-column: 3;
    }
    .understood .value {
      display: flex;
      gap: 12px;
      padding: 2px 6px;
      font-size: 15px;
      color: var(--quiet);
    }
    .status {
      color: var(--quiet);
    }
    .status.active {
      color: var(--ember);
      font-weight: 650;
    }
    em {
      color: var(--quiet);
    }
    @media (max-width: 900px) {
      .sides {
        grid-template-columns: minmax(0, 1fr);
      }
      .understood {
        order: -1;
      }
    }
  `,
})
export class ReportRead {
  readonly text = input('');
  readonly scan = input.required<Scan>();
  /** Lines that are not understood can be given a meaning. */
  readonly markable = input(false);
  /** Lines that were given one. */
  readonly marked = input<readonly number[]>([]);
  readonly said = output<Said>();
  protected readonly near = signal(0);
  protected readonly askingOf = signal(0);
  protected readonly asking = computed(() => {
    const number = this.askingOf();
    return number === 0
      ? null
      : { number, text: this.split()[number - 1] ?? '', code: this.codeAt().get(number) ?? null };
  });
  private readonly split = computed(() => this.text().split(/\r\n|\r|\n/));
  /** What stands out before any code: modules that were silent, or that this reader cannot reach. */
  protected readonly warnings = computed(() => {
    const scan = this.scan();
    const told = (Object.keys(reachWords) as Reach[]).flatMap((reach) => {
      const words = reachWords[reach];
      const names = scan.modules.filter((module) => module.reach === reach).map(({ name }) => name);
      if (!words || words.one === '' || names.length === 0) return [];
      return [`${names.join(', ')}: ${names.length === 1 ? words.one : words.many}`];
    });
    const wrong = (scan.mismatches ?? []).map(
      ({ line, printed, read, module }) =>
        `Line ${line} counts ${printed} ${printed === 1 ? 'code' : 'codes'}${module ? ` of ${module}` : ''}; ${read} ${read === 1 ? 'was' : 'were'} read.`,
    );
    const foreign =
      scan.language === null && scan.codes.some(({ status }) => status === 'unknown')
        ? [
            'The language of this report is not known here: its codes are read, its words are not. Say once what they mean, at the line.',
          ]
        : [];
    return [...told, ...wrong, ...foreign, ...this.asked()];
  });
  /** What does not go with the job. */
  readonly asked = input<readonly string[]>([]);
  protected readonly names = computed(() => this.scan().modules.map(({ name }) => name));
  private readonly codeAt = computed(
    () =>
      new Map(
        [...this.scan().codes]
          .reverse()
          .flatMap((code) => (code.line == null ? [] : [[code.line, code] as const])),
      ),
  );

  protected readonly lines = computed(() => {
    const as = new Map((this.scan().lines ?? []).map((line) => [line.line, line.as]));
    const marked = new Set(this.marked());
    return this.split()
      .slice(0, shownLines)
      .map((text, index) => {
        const kind = as.get(index + 1);
        const number = index + 1;
        const code = kind === 'code' ? this.codeAt().get(number) : undefined;
        const doubt = code ? this.doubt(code) : null;
        const word = kind ? (doubt === null ? kindWords[kind] : `${kindWords[kind]}: look at it`) : '';
        return { number, text, as: kind, word, doubt, marked: marked.has(number) };
      });
  });
  protected readonly more = computed(() => Math.max(0, this.split().length - shownLines));
  protected readonly laterUnread = computed(() =>
    this.markable() ? (this.scan().notRead ?? []).filter(({ line }) => line > shownLines).slice(0, 50) : [],
  );
  protected readonly modules = computed(() =>
    this.scan().modules.map(({ name, answered, reach }) => {
      const codes = this.scan().codes.filter((code) => code.module === name);
      const says =
        reachWords[reach ?? (answered ? 'answered' : 'silent')]?.says ??
        (codes.length === 0 ? 'no codes' : '');
      const values = (this.scan().values ?? [])
        .filter((value) => value.module === name)
        .slice(0, shownValues);
      return { name, answered, codes, says, values };
    }),
  );

  protected readonly written = writeCode;

  protected say(said: Said): void {
    this.askingOf.set(0);
    this.said.emit(said);
  }

  /** What is to be looked at in how a code was read, in words; null where all is told by the report. */
  protected doubt(code: ScanCode): string | null {
    const words = doubtsOf(code).map((doubt) =>
      doubt === 'status'
        ? code.status === 'unknown'
          ? 'its status is not said, or not understood'
          : 'its status is a guess'
        : doubtWords[doubt],
    );
    return words.length === 0 ? null : words.join(', ');
  }

  protected wording(code: ScanCode): string | null {
    return code.failureType ? failureTypeText(code.failureType) : null;
  }
}
