/** What a technician says of a line: a module, a code and what is right about it, more text, or nothing. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { CodeStatus } from '@dormant-beacon/core/codes';
import type { LineMark, LineMeaning, ScanCode } from '@dormant-beacon/core/scans';
import { byContent, type Choice, ChoiceOne, field, Pick, TextField, Tick } from '../entry';

export interface Said {
  readonly mark: LineMark;
  /** Its like is read so from now on. */
  readonly always: boolean;
  /** The part of the line that says the status, where that was put right. */
  readonly word: string | null;
  /** The module was put right for every code that stands under the same name. */
  readonly allOf: string | null;
}

const asRead = '';

@Component({
  selector: 'db-line-meaning',
  imports: [ChoiceOne, MatButtonModule, Pick, TextField, Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="mono words">{{ text() }}</p>
    <db-choice question="What is this line?" [choices]="meanings" [(value)]="meaning" />
    @if (meaning() === 'code' && parts().length === 0) {
      <p class="quiet">No part of this line has a figure, so it holds no code.</p>
    } @else if (meaning() === 'code') {
      @if (!read()) {
        <db-choice question="Which part is the code?" [choices]="parts()" [(value)]="code" />
      }
      <db-choice question="Its status" [choices]="statuses" [(value)]="status" />
      @if (asksWord()) {
        <db-choice question="Which words say so?" [choices]="words()" [(value)]="word" />
      }
      <div class="pair">
        <db-pick label="Its module" [choices]="moduleChoices()" [(value)]="module" />
        <db-text
          label="Its failure type"
          [most]="2"
          [mono]="true"
          [field]="failureType"
          limits="two figures or letters"
        />
      </div>
      @if (module() !== '' && read(); as own) {
        <db-tick class="always" [(value)]="whole">For every code under “{{ own.module }}”</db-tick>
      }
      @if (wrongType()) {
        <p class="problem" role="alert">
          A failure type has two hexadecimal digits, such as 1B; or leave it empty.
        </p>
      }
    }
    @if (learns()) {
      <db-tick class="always" [(value)]="always">{{
        reader()
          ? 'Read lines like it so from now on, in reports of ' + reader()
          : 'Read lines like it so from now on'
      }}</db-tick>
    }
    <div class="row">
      <button mat-flat-button type="button" [disabled]="!ready()" (click)="say()">Take it so</button>
      <button mat-button type="button" (click)="dropped.emit()">Leave it</button>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      padding: 14px 16px;
      border-radius: 14px;
      background: var(--raised);
    }
    .words {
      overflow-wrap: anywhere;
      font-size: 15px;
    }
    .pair {
      display: grid;
      grid-template-columns: minmax(0, 2fr) minmax(0, 1fr);
      gap: 12px;
    }
    .always {
      display: flex;
      align-items: center;
      gap: 10px;
      min-height: 48px;
    }
    .always input {
      width: 22px;
      height: 22px;
      accent-color: var(--ember);
    }
    .row {
      display: flex;
      gap: 10px;
    }
    :host ::ng-deep .choices label {
      background: var(--sheet);
    }
    @media (max-width: 600px) {
      .pair {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class LineMeaningForm {
  readonly line = input.required<number>();
  readonly text = input.required<string>();
  /** The code that was read on this line. */
  readonly read = input<ScanCode | null>(null);
  /** The names of the modules that were read. */
  readonly modules = input<readonly string[]>([]);
  readonly reader = input<string | null>(null);
  readonly said = output<Said>();
  readonly dropped = output();
  protected readonly meanings: readonly Choice[] = [
    { value: 'module', label: 'a module' },
    { value: 'code', label: 'a code' },
    { value: 'description', label: 'more of the line above' },
    { value: 'ignore', label: 'nothing' },
  ];
  protected readonly statuses: readonly Choice[] = [
    { value: 'active', label: 'active' },
    { value: 'stored', label: 'stored' },
    { value: 'pending', label: 'pending' },
    { value: 'history', label: 'history' },
    { value: 'permanent', label: 'permanent' },
    { value: 'unknown', label: 'not said' },
  ];
  protected readonly meaning = linkedSignal(byContent(() => (this.read() ? 'code' : '')));
  protected readonly code = linkedSignal(byContent(() => this.read()?.code ?? ''));
  protected readonly status = linkedSignal(byContent((): string => this.read()?.status ?? asRead));
  protected readonly module = signal(asRead);
  protected readonly failureType = field('');
  private readonly typeBefore = computed(() => this.read()?.failureType ?? '');
  protected readonly word = signal('');
  protected readonly whole = signal(true);
  protected readonly always = signal(true);
  /** Parts of the line that hold a figure and are short enough for a code. */
  protected readonly parts = computed((): readonly Choice[] =>
    choicesOf(
      (this.text().match(/[\p{L}\p{N}][\p{L}\p{N}.+/-]*/gu) ?? []).filter(
        (part) => /\d/.test(part) && part.length <= 20,
      ),
    ),
  );
  protected readonly moduleChoices = computed((): readonly Choice[] => [
    { value: asRead, label: this.read() ? `${this.read()!.module}, as read` : 'the one above' },
    ...this.modules()
      .filter((name) => name !== this.read()?.module)
      .map((name) => ({ value: name, label: name })),
  ]);
  /** Words that may say the status: neither the code nor its failure type. */
  protected readonly words = computed((): readonly Choice[] => {
    const own = this.read();
    const rest = this.text()
      .split(/\s{2,}|[|;\t,:()[\]{}]+/)
      .flatMap((part) => [part.trim(), ...part.trim().split(/\s+/)])
      .filter(
        (part) =>
          /[\p{L}*!?+]/u.test(part) && part.length <= 24 && !part.toUpperCase().startsWith(own?.code ?? '\n'),
      );
    return choicesOf(rest);
  });
  protected readonly asksWord = computed(() => {
    const own = this.read();
    return (
      own !== null && this.status() !== own.status && this.status() !== 'unknown' && this.words().length > 0
    );
  });
  protected readonly learns = computed(() => {
    if (this.meaning() !== 'code') return this.meaning() !== '';
    return this.read() === null || (this.asksWord() && this.word() !== '');
  });
  protected readonly wrongType = computed(() => !/^(?:[0-9a-f]{2})?$/i.test(this.failureType().trim()));
  protected readonly ready = computed(
    () => this.meaning() !== '' && (this.meaning() !== 'code' || (this.code() !== '' && !this.wrongType())),
  );

  constructor() {
    effect(() => this.failureType.set(this.typeBefore()));
  }

  protected say(): void {
    const as = this.meaning() as LineMeaning;
    const own = this.read();
    const type = this.failureType().trim().toUpperCase();
    const status = this.status();
    const mark: LineMark = {
      line: this.line(),
      as,
      ...(as === 'code' ? { code: this.code() } : {}),
      ...(as === 'code' && type !== this.typeBefore() ? { failureType: type } : {}),
      ...(as === 'code' && status !== asRead && status !== own?.status
        ? { status: status as CodeStatus }
        : {}),
      ...(as === 'code' && this.module() !== asRead ? { module: this.module() } : {}),
    };
    this.said.emit({
      mark,
      always: this.learns() && this.always(),
      word: this.asksWord() && this.word() !== '' ? this.word() : null,
      allOf: as === 'code' && own && this.module() !== asRead && this.whole() ? own.module : null,
    });
  }
}

const choicesOf = (parts: readonly string[]): readonly Choice[] =>
  [...new Set(parts)].slice(0, 12).map((part) => ({ value: part, label: part }));
