/** May it be powered? Five looks after a collision or water; each states what was seen. */
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { doFirst, type Powered, powerQuestions } from '@dormant-beacon/core/stages';
import { powerLooks, type Powering } from '@dormant-beacon/core/record';
import { FiguresPipe } from '../figures';
import { beforePower, Caution } from '../frame';
import { type Choice, ChoiceOne, Entry, factForm, field, TextField, trouble, type Trouble } from '../entry';

type Look = (typeof powerLooks)[number];

@Component({
  selector: 'db-power-form',
  imports: [Caution, ChoiceOne, Entry, FiguresPipe, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form">
      <db-caution>{{ caution | figures }}</db-caution>
      @if (powered() === 'yes') {
        <p>It may be powered: all five looks were clear. Look again whenever something has changed.</p>
      }
      @if (lastFound()) {
        <p>{{ lastFound() | figures }}</p>
      }
      @for (look of looks; track look.key) {
        <db-choice
          [question]="look.question"
          [choices]="look.choices"
          [value]="seen()[look.key] ?? ''"
          (valueChange)="see(look.key, $event)"
        />
      }
      @for (first of first(); track first) {
        <p class="first">{{ first }}</p>
      }
      <db-text label="What was seen, in a few words" [most]="500" [field]="note" />
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button mat-flat-button type="submit" data-key="s">
        {{ first().length > 0 ? 'Enter it: not to be powered yet' : 'Enter the five looks' }}
      </button>
    </db-entry>
  `,
  styles: `
    db-entry {
      display: grid;
      gap: 14px;
    }
    .first {
      padding: 8px 14px;
      border-left: 4px solid var(--red);
      font-weight: 600;
    }
    button {
      justify-self: start;
    }
  `,
})
export class PowerForm {
  readonly jobId = input.required<string>();
  readonly powered = input.required<Powered>();
  /** The looks before these, where there were some. */
  readonly last = input<Powering | null>(null);
  readonly saved = output();
  protected readonly caution = beforePower;
  protected readonly looks: readonly { key: Look; question: string; choices: readonly Choice[] }[] =
    powerLooks.map((key, n) => ({
      key,
      question: `Look ${n + 1} of ${powerLooks.length}`,
      choices: [
        { value: 'clear', label: powerQuestions[key].clear },
        { value: 'found', label: powerQuestions[key].found },
      ],
    }));
  protected readonly seen = field<Readonly<Record<string, string>>>({});
  protected readonly lastFound = computed(() => {
    const last = this.last();
    const found = powerLooks
      .filter((look) => last?.[look] === 'found')
      .map((look) => powerQuestions[look].found);
    return found.length === 0 ? '' : `Last time: ${[...found, last?.note].filter(Boolean).join('; ')}.`;
  });
  protected readonly note = field('');
  protected readonly first = computed(() =>
    doFirst(
      Object.fromEntries(powerLooks.map((look) => [look, this.seen()[look] ?? 'clear'])) as Parameters<
        typeof doFirst
      >[0],
    ),
  );
  protected readonly form = factForm(
    'powerings',
    { seen: this.seen, note: this.note },
    {
      draft: () => `power ${this.jobId()}`,
      read: () => this.read(),
      then: () => this.saved.emit(),
    },
  );

  protected see(look: Look, value: string): void {
    this.seen.update((seen) => ({ ...seen, [look]: value }));
  }

  private read(): FactData<'powerings'> | Trouble {
    const left = powerLooks.filter((look) => this.seen()[look] === undefined).length;
    if (left > 0) return trouble(null, `Answer all five: ${left === 1 ? 'one is' : `${left} are`} left.`);
    return { ...this.seen(), note: this.note().trim() || null } as FactData<'powerings'>;
  }
}
