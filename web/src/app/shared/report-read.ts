/** A report beside what was understood of it, linked line by line. */
import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { failureTypeText, writeCode } from '@dormant-beacon/core/codes';
import type { LineKind, Scan, ScanCode } from '@dormant-beacon/core/scans';

const kindWords: Readonly<Record<LineKind, string>> = {
  code: 'code',
  module: 'module',
  detail: 'detail',
  header: 'head',
  value: 'value',
  notRead: 'not understood',
};
const shownLines = 400;

@Component({
  selector: 'db-report-read',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (scan().noModuleAnswered) {
      <p class="problem" role="alert">
        No module answered. That is a connection fault, not a clean car: check ignition, plug and reader, then
        read again.
      </p>
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
              <span class="as">{{ line.word }}</span><span class="words">{{ line.text }}</span>
            </div>
          }
          @if (more(); as more) {
            <p class="quiet">and {{ more }} more lines, all read</p>
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
      grid-template-columns: 118px max-content;
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
  protected readonly near = signal(0);

  protected readonly lines = computed(() => {
    const as = new Map((this.scan().lines ?? []).map((line) => [line.line, line.as]));
    return this.text()
      .split(/\r\n|\r|\n/)
      .slice(0, shownLines)
      .map((text, index) => {
        const kind = as.get(index + 1);
        return { number: index + 1, text, as: kind, word: kind ? kindWords[kind] : '' };
      });
  });
  protected readonly more = computed(() => Math.max(0, this.text().split(/\r\n|\r|\n/).length - shownLines));
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
      return { name, answered, codes, says };
    }),
  );

  protected readonly written = writeCode;

  protected wording(code: ScanCode): string | null {
    return code.failureType ? failureTypeText(code.failureType) : null;
  }
}
