/** What a technician says of a line that no rule understands: a module, a code, more text, or nothing. */
import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { LineMark, LineMeaning } from '@dormant-beacon/core/scans';
import { type Choice, ChoiceOne, Tick } from '../entry';

export interface Said {
  readonly mark: LineMark;
  /** Its like is read so from now on. */
  readonly always: boolean;
}

@Component({
  selector: 'db-line-meaning',
  imports: [ChoiceOne, MatButtonModule, Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="mono words">{{ text() }}</p>
    <db-choice question="What is this line?" [choices]="meanings" [(value)]="meaning" />
    @if (meaning() === 'code' && parts().length === 0) {
      <p class="quiet">No part of this line has a figure, so it holds no code.</p>
    } @else if (meaning() === 'code') {
      <db-choice question="Which part is the code?" [choices]="parts()" [(value)]="code" />
    }
    <db-tick class="always" [(value)]="always">Read lines like it so from now on</db-tick>
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
  `,
})
export class LineMeaningForm {
  readonly line = input.required<number>();
  readonly text = input.required<string>();
  readonly said = output<Said>();
  readonly dropped = output();
  protected readonly meanings: readonly Choice[] = [
    { value: 'module', label: 'a module' },
    { value: 'code', label: 'a code' },
    { value: 'description', label: 'more of the line above' },
    { value: 'ignore', label: 'nothing' },
  ];
  protected readonly meaning = signal('');
  protected readonly code = signal('');
  protected readonly always = signal(true);
  /** Parts of the line that hold a figure and are short enough for a code. */
  protected readonly parts = computed((): readonly Choice[] =>
    [...new Set(this.text().match(/[\p{L}\p{N}][\p{L}\p{N}.+/-]*/gu) ?? [])]
      .filter((part) => /\d/.test(part) && part.length <= 20)
      .slice(0, 12)
      .map((part) => ({ value: part, label: part })),
  );
  protected readonly ready = computed(
    () => this.meaning() !== '' && (this.meaning() !== 'code' || this.code() !== ''),
  );

  protected say(): void {
    const as = this.meaning() as LineMeaning;
    const mark: LineMark = { line: this.line(), as, ...(as === 'code' ? { code: this.code() } : {}) };
    this.said.emit({ mark, always: this.always() });
  }
}
