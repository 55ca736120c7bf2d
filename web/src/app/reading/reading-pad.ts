/** Large keys for one reading: value, unit, over-limit. What was understood is shown before it is saved. */
import { ChangeDetectionStrategy, Component, computed, effect, input, output } from '@angular/core';
import { done, Entry, entryForm, field, keepDraft, numberOrNull, type Trouble, trouble } from '../entry';
import { withoutLeads } from '@dormant-beacon/core/readings';
import { readTyped, showValue, type Unit } from '@dormant-beacon/core/units';
import { FiguresPipe, sayFigures } from '../figures';

/** Of cars and lorries, engine off or running. */
const supplyLimits = { low: 6, high: 32 } as const;
/** So long a measured supply is offered again, in milliseconds. */
const supplyHolds = 5 * 60_000;
const keys = ['7', '8', '9', 'OL', '4', '5', '6', 'k', '1', '2', '3', 'm', '0', '.', '±', '⌫'];

@Component({
  selector: 'db-reading-pad',
  imports: [Entry, FiguresPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form">
      <div class="display">
        <label class="where" for="reading">{{ where() }}</label>
        <input
          id="reading"
          class="mono"
          inputmode="none"
          autocomplete="off"
          placeholder="0.00"
          [value]="text()"
          (input)="text.set($any($event.target).value)"
        />
        <span class="unit mono">{{ unit() }}</span>
      </div>
      <p class="understood" aria-live="polite" [class.not]="typed().kind === 'notRead' && text() !== ''">
        {{ understood() | figures }}
      </p>
      @if (unit() === 'Ω') {
        <label class="leads"
          >Tips together read
          <input
            class="mono"
            inputmode="decimal"
            autocomplete="off"
            placeholder="0.0"
            [value]="leads()"
            (input)="leads.set($any($event.target).value)"
          />
          Ω</label
        >
      }
      @if (asksSupply()) {
        <label class="leads"
          >Battery at that moment
          <input
            class="mono"
            inputmode="decimal"
            autocomplete="off"
            placeholder="unknown"
            [attr.aria-invalid]="oddSupply() !== null"
            [value]="supply()"
            (input)="measureSupply($any($event.target).value)"
          />
          V</label
        >
        @if (oddSupply(); as odd) {
          <p class="understood not" role="alert">{{ odd | figures }}</p>
        }
      }
      @if (typed().kind === 'ask') {
        <div class="ask">
          <button type="button" (click)="choose($any(typed()).decimal)">
            {{ show($any(typed()).decimal) | figures }}
          </button>
          <button type="button" (click)="choose($any(typed()).thousands)">
            {{ show($any(typed()).thousands) | figures }}
          </button>
        </div>
      }
      <div class="keys">
        @for (key of keys; track key) {
          <button type="button" class="mono" (click)="press(key)" [attr.aria-label]="spoken(key)">
            {{ key === '.' ? mark() : key }}
          </button>
        }
        <button type="submit" class="enter" [disabled]="!ready()">Enter the reading</button>
      </div>
    </db-entry>
  `,
  styles: `
    :host {
      display: block;
      padding: 12px;
      border-radius: 14px;
      background: var(--ground);
    }
    /* On a phone the keys stand at the lower edge, under the thumb, whatever is scrolled above them. */
    @media (max-width: 600px) {
      :host {
        position: fixed;
        inset: auto 0 0;
        z-index: 8;
        border-radius: 14px 14px 0 0;
        background: var(--sheet);
        box-shadow: 0 -6px 24px rgb(0 0 0 / 40%);
      }
    }
    .display {
      display: flex;
      align-items: baseline;
      gap: 10px;
    }
    .where {
      flex: none;
      max-width: 45%;
      font-size: 15px;
      color: var(--quiet);
    }
    input {
      flex: 1;
      min-width: 0;
      width: 100%;
      border: 0;
      background: none;
      color: var(--ink);
      font: 500 34px/1.1 var(--mono);
      text-align: right;
    }
    input::placeholder {
      color: var(--quiet);
      opacity: 0.6;
    }
    .unit {
      font-size: 20px;
      color: var(--quiet);
    }
    .leads {
      display: flex;
      align-items: center;
      justify-content: flex-end;
      gap: 8px;
      padding-bottom: 8px;
      font-size: 15px;
      color: var(--quiet);
    }
    .leads input {
      flex: none;
      width: 118px;
      min-height: 44px;
      border-radius: 10px;
      background: var(--raised);
      font-size: 18px;
    }
    .leads input::placeholder {
      font-size: 14px;
    }
    .understood {
      min-height: 22px;
      padding-bottom: 4px;
      text-align: right;
      font-size: 15px;
      color: var(--quiet);
    }
    .not {
      color: var(--red);
    }
    .keys {
      display: grid;
      grid-template-columns: repeat(4, 1fr);
      gap: 6px;
    }
    button {
      min-height: 48px;
      border: 0;
      border-radius: 10px;
      background: var(--raised);
      color: var(--ink);
      font-size: 18px;
      cursor: pointer;
    }
    .enter {
      grid-column: 1 / -1;
      background: var(--ember);
      color: var(--on-ember);
      font: 650 17px var(--body);
    }
    .enter:disabled {
      background: var(--raised);
      color: var(--quiet);
      cursor: default;
    }
    .ask {
      display: flex;
      gap: 8px;
      padding-bottom: 8px;
    }
    .ask button {
      flex: 1;
      font-family: var(--mono);
    }
  `,
})
export class ReadingPad {
  readonly where = input.required<string>();
  readonly unit = input.required<Unit>();
  /** Whether what is read follows the supply: its volts may be measured with it. */
  readonly asksSupply = input(false);
  /** Where the typed value is kept until it is entered; empty: nowhere. */
  readonly draftName = input('');
  /** What the supply is of, such as a trace: readings of one share it for some minutes. */
  readonly supplyName = input('');
  readonly entered = output<{ value: number; supplyVolts?: number } | { overload: true }>();

  protected readonly keys = keys;
  /** The decimal mark of the shop’s country; the other one is understood too. */
  protected readonly mark = computed(() => sayFigures('0.0').charAt(1));
  protected readonly text = field('');
  /** What the meter shows with its tips together; it is taken off every resistance. */
  protected readonly leads = field('');
  private readonly keptLeads = keepDraft(() => 'leads', { leads: this.leads });
  private readonly leadOhms = computed(() => {
    const ohms = this.unit() === 'Ω' ? (numberOrNull(this.leads()) ?? 0) : 0;
    return ohms > 0 ? ohms : 0;
  });
  /** Volts at the battery, as typed for this reading or one of the last minutes. */
  protected readonly supply = field('');
  private readonly supplyAt = field('');
  private readonly keptSupply = keepDraft(() => `supply ${this.supplyName()}`, {
    supply: this.supply,
    supplyAt: this.supplyAt,
  });
  private readonly supplyVolts = computed(() => (this.asksSupply() ? numberOrNull(this.supply()) : null));
  protected readonly oddSupply = computed(() => {
    const volts = this.supplyVolts();
    return volts === null || (volts >= supplyLimits.low && volts <= supplyLimits.high)
      ? null
      : `A battery has ${supplyLimits.low} to ${supplyLimits.high} V.`;
  });
  protected readonly typed = computed(() => readTyped(this.text()));
  protected readonly wrongUnit = computed(() => {
    const typed = this.typed();
    return typed.kind === 'value' && typed.unit !== null && typed.unit !== this.unit();
  });
  protected readonly ready = computed(
    () => (this.typed().kind === 'value' && !this.wrongUnit()) || this.typed().kind === 'overload',
  );
  protected readonly understood = computed(() => {
    const typed = this.typed();
    if (this.text() === '') return '';
    if (this.wrongUnit()) return `This test reads in ${this.unit()}.`;
    switch (typed.kind) {
      case 'value':
        return this.leadOhms() > 0
          ? `means ${showValue(withoutLeads(typed.value, this.leadOhms()), this.unit())} without the leads`
          : `means ${showValue(typed.value, this.unit())}`;
      case 'overload':
        return 'means over-limit';
      case 'ask':
        return 'Which do you mean?';
      case 'notRead':
        return typed.reason;
    }
  });

  constructor() {
    // What was measured a while ago says nothing of now: the engine may run since.
    effect((onCleanup) => {
      const at = this.supplyAt();
      if (at === '') return;
      const left = Date.parse(at) + supplyHolds - Date.now();
      const timer = setTimeout(() => this.keptSupply.clear(), Math.max(0, left));
      onCleanup(() => clearTimeout(timer));
    });
  }

  protected measureSupply(text: string): void {
    this.supply.set(text);
    this.supplyAt.set(new Date().toISOString());
  }

  protected show(value: number): string {
    return showValue(value, this.unit());
  }

  protected choose(value: number): void {
    // With a point: a comma before three figures would be asked about again.
    this.text.set(String(value));
  }

  protected press(key: string): void {
    this.text.update((text) => {
      if (key === 'OL') return 'OL';
      if (key === '⌫') return text === 'OL' ? '' : text.slice(0, -1);
      if (key === '±') return text.startsWith('-') ? text.slice(1) : `-${text}`;
      const typed = key === '.' ? this.mark() : key;
      return text === 'OL' ? typed : text + typed;
    });
  }

  protected spoken(key: string): string {
    return (
      {
        OL: 'OL, over-limit',
        k: 'kilo',
        m: 'milli',
        '.': 'decimal mark',
        '±': 'change the sign',
        '⌫': 'delete the last',
      }[key] ?? key
    );
  }

  protected readonly form = entryForm(
    { text: this.text },
    {
      draft: () => `reading ${this.draftName()}`,
      read: (): { value: number; supplyVolts?: number } | { overload: true } | Trouble => {
        const typed = this.typed();
        if (!this.ready()) return trouble(null, this.understood() || 'Type what the meter shows.');
        if (typed.kind !== 'value') return { overload: true };
        if (this.oddSupply() !== null) return trouble(this.supply, this.oddSupply()!);
        const volts = this.supplyVolts();
        return {
          ...(volts === null ? {} : { supplyVolts: volts }),
          value: this.leadOhms() > 0 ? withoutLeads(typed.value, this.leadOhms()) : typed.value,
        };
      },
      enter: (reading) => {
        this.entered.emit(reading);
        return done;
      },
    },
  );
}
