/** One element of a circuit in the editor: its name, its ends, its figures. Every change is one edit. */
import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Element, element } from '@dormant-beacon/core/circuit';
import { type CircuitEdit } from '@dormant-beacon/core/circuit/edit';
import { type Choice, numberOrNull, typedNumber, Pick, TextField, Tick } from '../entry';
import { Suggest } from '../suggest';
import { circuitFields, type Field, kindNames, pinNames } from './circuit-fields';

@Component({
  selector: 'db-element-row',
  imports: [MatButtonModule, Pick, Suggest, TextField, Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <span class="kind">{{ kind() }}</span>
      <db-text
        label="Name"
        [most]="120"
        [value]="element().label ?? ''"
        (taken)="set('label', $event || null)"
      />
      <db-text
        label="Short name"
        [mono]="true"
        [most]="80"
        [value]="element().id"
        (taken)="set('id', $event)"
      />
      <button mat-button type="button" [attr.aria-label]="'Take out ' + element().id" (click)="remove()">
        Take out
      </button>
    </div>
    <div class="grid">
      @for (pin of pins(); track $index; let n = $index) {
        <db-suggest
          [label]="pin.name"
          [known]="points()"
          [mono]="true"
          [value]="pin.point"
          (taken)="setPin(n, $event)"
        />
      }
      @for (field of fields(); track field.key) {
        @if (field.as === 'yes-no') {
          <db-tick [value]="valueOf(field) === 'true'" (valueChange)="set(field.key, $event)">{{
            field.label
          }}</db-tick>
        } @else if (field.choices; as choices) {
          <db-pick
            [label]="field.label"
            [choices]="optional(choices)"
            [value]="valueOf(field)"
            (valueChange)="set(field.key, $event || null)"
          />
        } @else {
          <db-text
            [label]="field.label"
            [mono]="true"
            [keys]="field.as === 'number' ? 'decimal' : null"
            [value]="valueOf(field)"
            (taken)="set(field.key, typed(field, $event))"
          />
        }
      }
    </div>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      padding: 12px 14px;
      border-radius: 12px;
      background: var(--ground);
    }
    .head {
      display: grid;
      grid-template-columns: 110px minmax(0, 1fr) 130px auto;
      gap: 10px;
      align-items: end;
    }
    .kind {
      padding-bottom: 12px;
      font-weight: 650;
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(120px, 1fr));
      gap: 10px;
      align-items: end;
    }
    @media (max-width: 700px) {
      .head {
        grid-template-columns: 1fr 1fr;
      }
    }
  `,
})
export class ElementRow {
  readonly element = input.required<Element>();
  /** The points of its circuit, to be picked from. */
  readonly points = input.required<readonly string[]>();
  readonly edit = output<CircuitEdit>();

  protected readonly problem = signal<string | null>(null);
  protected readonly kind = computed(() => kindNames[this.element().kind]);
  protected readonly fields = computed(() => circuitFields[this.element().kind]);
  protected readonly pins = computed(() =>
    this.element().pins.map((point, n) => ({
      point,
      name: pinNames[this.element().kind]?.[n] ?? (n === 0 ? 'from' : 'to'),
    })),
  );

  protected optional(choices: readonly string[]): Choice[] {
    return ['', ...choices].map((value) => ({ value, label: value || '–' }));
  }

  protected valueOf({ key }: Field): string {
    const value = (this.element() as unknown as Record<string, unknown>)[key];
    return typeof value === 'number'
      ? typedNumber(value)
      : value == null
        ? ''
        : String(value as string | boolean);
  }

  protected typed(field: Field, text: string): string | number | null {
    return field.as === 'number' ? numberOrNull(text) : text || null;
  }

  protected set(key: string, value: string | number | boolean | null): void {
    this.change({ ...this.element(), [key]: value });
  }

  protected setPin(n: number, point: string): void {
    this.change({ ...this.element(), pins: (this.element().pins as string[]).with(n, point) });
  }

  protected remove(): void {
    this.edit.emit({ do: 'remove', id: this.element().id });
  }

  private change(wanted: unknown): void {
    const read = element.safeParse(wanted);
    if (!read.success) {
      const [issue] = read.error.issues;
      return this.problem.set(`${issue!.path.join(' ') || 'this element'}: ${issue!.message}`);
    }
    this.problem.set(null);
    this.edit.emit({ do: 'change', id: this.element().id, element: read.data });
  }
}
