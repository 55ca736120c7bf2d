/** The options of the vehicle and the coding bytes: every bit with its meaning, what the donor has, what is wanted. */
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { optionFields, readOptions, writeOptions } from '@dormant-beacon/core/coding/options';
import { optionList } from '@dormant-beacon/core/coding';
import { check, isRefusal } from '@dormant-beacon/core/refusal';
import {
  byContent,
  ChoiceMany,
  Entry,
  factForm,
  fieldFrom,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { downloadJson, readJsonFile } from '../file';
import { CodeDesk } from './code-desk';

@Component({
  selector: 'db-options-form',
  imports: [ChoiceMany, Entry, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form" label="Options and coding bytes">
      <db-text label="Coding bytes as they are, in hexadecimal" [mono]="true" [most]="4000" [field]="base" />
      @if (fitted().length > 0) {
        <p class="quiet">Fitted by the order data of this car: {{ fitted().join(', ') }}.</p>
      }
      @for (line of against(); track line) {
        <p class="problem">{{ line }}</p>
      }
      <db-choices question="What this car has" [choices]="choices()" [field]="chosen" />
      @if (read(); as now) {
        @if (now.unclear.length > 0) {
          <p class="problem">
            No rule knows these bits, so they stay as they are only where nothing is chosen for them:
            @for (one of now.unclear; track $index) {
              byte {{ one.byte }}, mask {{ one.mask }}, value {{ one.value }}{{ $last ? '.' : '; ' }}
            }
          </p>
        }
      }
      @if (written(); as result) {
        @if (result.problem) {
          <p class="problem" aria-live="polite">{{ result.problem }}</p>
        } @else {
          <p>
            They become <strong class="mono">{{ result.bytes }}</strong>{{
              result.changes.length === 0 ? ': nothing changes.' : ':'
            }}
          </p>
          @if (result.changes.length > 0) {
            <table class="plain">
              <thead>
                <tr>
                  <th scope="col">Byte</th>
                  <th scope="col">Was</th>
                  <th scope="col">Becomes</th>
                  <th scope="col">Because of</th>
                </tr>
              </thead>
              <tbody>
                @for (change of result.changes; track change.byte) {
                  <tr>
                    <td>{{ change.byte }}</td>
                    <td class="mono">{{ change.before }}</td>
                    <td class="mono">{{ change.after }}</td>
                    <td>{{ change.because.join(', ') }}</td>
                  </tr>
                }
              </tbody>
            </table>
          }
        }
      }
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <div class="row">
        <button mat-stroked-button type="submit">Enter these bytes</button>
        <button mat-button type="button" (click)="give()">Save the list as a file</button>
        <label class="file"
          >Take a list from a file<input type="file" accept=".json" (change)="take($any($event.target))"
        /></label>
      </div>
    </db-entry>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
    <table class="plain">
      <caption class="seen-only-by-readers">
        Every bit that a rule knows
      </caption>
      <thead>
        <tr>
          <th scope="col">Bits</th>
          <th scope="col">Meaning</th>
          <th scope="col">As it is</th>
          <th scope="col">Wanted</th>
        </tr>
      </thead>
      <tbody>
        @for (row of bits(); track row.key) {
          <tr [class.changes]="row.now !== row.wanted">
            <td class="mono">{{ row.key }}</td>
            <td>{{ row.means }}</td>
            <td>{{ row.now }}</td>
            <td>{{ row.wanted }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
    }
    tr.changes td {
      font-weight: 650;
    }
  `,
})
export class OptionsForm {
  private readonly desk = inject(CodeDesk);
  /** The coding bytes that the donor’s image holds, where it is known. */
  readonly donorBytes = input<string | null>(null);
  protected readonly problem = signal<string | null>(null);
  private readonly rules = computed(() => this.desk.coding()?.book?.options?.rules ?? []);
  protected readonly fitted = computed(() => this.desk.record()?.vehicle.options ?? []);
  private readonly entered = byContent(() => this.desk.coding()?.options ?? null);
  protected readonly base = fieldFrom(() => this.entered()?.base ?? this.donorBytes() ?? '');
  protected readonly chosen = fieldFrom<readonly string[]>(() => {
    const entered = this.entered();
    if (entered) return [...entered.options];
    const known = new Set(this.rules().map(({ option }) => option));
    return this.fitted().filter((option) => known.has(option));
  });
  protected readonly choices = computed(() =>
    [...new Set(this.rules().map(({ option }) => option))].map((option) => ({
      value: option,
      label: this.rules().find((rule) => rule.option === option && rule.says != null)?.says ?? option,
    })),
  );
  private readonly hex = computed(() => this.base().replace(/\s/g, '').toLowerCase());
  protected readonly read = computed(() => {
    const { value } = this.tried(() => readOptions({ rules: [...this.rules()], bytes: this.hex() }));
    return value;
  });
  /** The order data of the vehicle against what its bytes say is fitted. */
  protected readonly against = computed(() => {
    const read = this.read();
    const known = new Set(this.rules().map(({ option }) => option));
    const ordered = this.fitted().filter((option) => known.has(option));
    if (!read || ordered.length === 0) return [];
    const missing = ordered.filter((option) => !read.options.includes(option));
    const unknown = this.fitted().filter((option) => !known.has(option));
    return [
      ...(missing.length > 0
        ? [`Ordered with this car, and not in these bytes: ${missing.join(', ')}.`]
        : []),
      ...(unknown.length > 0 ? [`Ordered, and known to no rule of this unit: ${unknown.join(', ')}.`] : []),
    ];
  });
  protected readonly written = computed(() => {
    if (this.hex() === '') return null;
    const { value, problem } = this.tried(() =>
      writeOptions({ rules: [...this.rules()], base: this.hex(), options: [...this.chosen()] }),
    );
    return { problem, bytes: value?.bytes ?? '', changes: value?.changes ?? [] };
  });
  protected readonly bits = computed(() => {
    const now = new Set(this.read()?.options ?? []);
    const wanted = new Set(this.chosen());
    const { value } = this.tried(() => optionFields(this.rules()));
    return (value ?? []).map(({ byte, mask, choices }) => {
      const one = choices.length === 1;
      const of = (set: ReadonlySet<string>) =>
        choices
          .filter(({ option }) => set.has(option))
          .map(({ option }) => (one ? 'yes' : option))
          .join(', ') || (one ? 'no' : 'not told');
      return {
        key: `${byte} / ${mask.toString(16).padStart(2, '0')}`,
        means: choices.map(({ option, says }) => says ?? option).join(' or '),
        now: of(now),
        wanted: of(wanted),
      };
    });
  });
  protected readonly form = factForm(
    'coding-entries',
    { base: this.base, chosen: this.chosen },
    {
      draft: () => `options ${this.desk.coding()?.id ?? ''}`,
      read: (): FactData<'coding-entries'> | Trouble => {
        const result = this.written();
        if (result === null) return trouble(this.base, 'Type the coding bytes as they were read.');
        if (result.problem !== null) return trouble(this.base, result.problem);
        return {
          codingId: this.desk.coding()!.id,
          entry: { what: 'options', base: this.hex(), bytes: result.bytes, options: [...this.chosen()] },
        };
      },
      keeps: true,
    },
  );

  private tried<T>(look: () => T): { value: T | null; problem: string | null } {
    if (this.rules().length === 0 || !/^(?:[0-9a-f]{2})+$/.test(this.hex()))
      return {
        value: null,
        problem: this.hex() === '' ? null : 'Two hexadecimal digits for each byte, please.',
      };
    try {
      return { value: look(), problem: null };
    } catch (error) {
      if (!isRefusal(error)) throw error;
      return { value: null, problem: error.reason };
    }
  }

  protected give(): void {
    downloadJson('options', { options: this.chosen() });
  }

  protected async take(input: HTMLInputElement): Promise<void> {
    const [file] = input.files ?? [];
    input.value = '';
    if (!file) return;
    this.problem.set(null);
    try {
      const { options } = await readJsonFile(file, 'list of options', (data) => check(optionList, data));
      const known = new Set(this.rules().map(({ option }) => option));
      const strange = options.filter((one) => !known.has(one));
      if (strange.length > 0) this.problem.set(`No rule of this unit knows ${strange.join(', ')}.`);
      this.chosen.set(options.filter((one) => known.has(one)));
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }
}
