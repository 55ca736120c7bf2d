/** A report beside what was understood of it, linked line by line. */
import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { failureTypeText, writeCode } from '@dormant-beacon/core/codes';
import type { LineKind, Scan, ScanCode } from '@dormant-beacon/core/scans';
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
const shownLines = 400;
/** Live values of a module that are shown. */
const shownValues = 12;

@Component({
  selector: 'db-report-read',
  imports: [LineMeaningForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (scan().noModuleAnswered) {
      <p class="problem" role="alert">
        No module answered. That is a connection fault, not a clean car: check ignition, plug and reader, then
        read again.
      </p>
    }
    @for (warning of warnings(); track warning) {
      <p class="warning">{{ warning }}</p>
    }
    @if (asking(); as line) {
      <db-line-meaning
        [line]="line.number"
        [text]="line.text.trim()"
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
              (mouseenter)="near.set(line.number)"
            >
              @if (markable() && (line.as === 'notRead' || line.marked)) {
                <button type="button" class="as" (click)="askingOf.set(line.number)">
                  {{ line.word }}: say what it is
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
                <span class="status" [class]="code.status">{{ code.status }}</span>
                <span
                  >{{ code.text }}
                  @if (code.repaired) {
                    <em> reading slip put right</em>
                  }
                </span>
                @if (wording(code); as words) {
                  <small>{{ words }}</small>
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
      grid-template-columns: minmax(118px, max-content) max-content;
      min-height: 22px;
      color: var(--quiet);
    }
    .words {
      white-space: pre;
    }
    .as {
      padding-right: 10px;
      text-align: right;
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
    return number === 0 ? null : { number, text: this.split()[number - 1] ?? '' };
  });
  private readonly split = computed(() => this.text().split(/\r\n|\r|\n/));
  /** What stands out before any code: modules that were silent, or that this reader cannot reach. */
  protected readonly warnings = computed(() => {
    const of = (reach: string) =>
      this.scan()
        .modules.filter((module) => module.reach === reach)
        .map(({ name }) => name);
    const say = (names: readonly string[], one: string, many: string) =>
      names.length === 0 ? [] : [`${names.join(', ')}: ${names.length === 1 ? one : many}`];
    return [
      ...say(of('silent'), 'it was asked and did not answer.', 'they were asked and did not answer.'),
      ...say(
        of('unsupported'),
        'this reader cannot reach it; another may.',
        'this reader cannot reach them; another may.',
      ),
    ];
  });

  protected readonly lines = computed(() => {
    const as = new Map((this.scan().lines ?? []).map((line) => [line.line, line.as]));
    const marked = new Set(this.marked());
    return this.split()
      .slice(0, shownLines)
      .map((text, index) => {
        const kind = as.get(index + 1);
        const number = index + 1;
        return { number, text, as: kind, word: kind ? kindWords[kind] : '', marked: marked.has(number) };
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
        reach === 'unsupported'
          ? 'this reader cannot reach it'
          : !answered
            ? 'was silent'
            : codes.length === 0
              ? 'no codes'
              : '';
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

  protected wording(code: ScanCode): string | null {
    return code.failureType ? failureTypeText(code.failureType) : null;
  }
}
