/** Tyre pressures against the placard, before a sensor is blamed. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { judgeTyres, type TyresSheet } from '@dormant-beacon/core/readings';
import { celsiusOf } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { Entry, field, numberOrNull, TextField, trouble, type Trouble } from '../../entry';
import { FiguresPipe } from '../../figures';
import { shopFeature } from '../../session';
import { SheetEnd } from './sheet-end';
import { SheetForm, sheetStyles } from './sheet-form';

const places = ['front-left', 'front-right', 'rear-left', 'rear-right', 'spare'] as const;

@Component({
  selector: 'db-tyres-form',
  imports: [Entry, FiguresPipe, SheetEnd, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form">
      <div class="grid">
        <db-text [label]="'Placard front, ' + unit()" keys="decimal" [mono]="true" [field]="front" />
        <db-text [label]="'Placard rear, ' + unit()" keys="decimal" [mono]="true" [field]="rear" />
        <db-text
          [label]="'Tyres now, °' + degrees()"
          keys="decimal"
          example="20"
          [mono]="true"
          [field]="warm"
        />
        <db-text
          [label]="'On a cold morning, °' + degrees()"
          keys="decimal"
          example="20"
          [mono]="true"
          [field]="cold"
        />
      </div>
      <div class="grid">
        @for (place of places; track place; let n = $index) {
          <db-text
            [label]="place.replace('-', ' ') + ', ' + unit()"
            keys="decimal"
            [mono]="true"
            [value]="tyres()[n] ?? ''"
            (valueChange)="set(n, $event)"
          />
        }
      </div>
      @if (answer(); as answer) {
        <div class="says" aria-live="polite">
          @for (row of answer.rows; track row.place) {
            <p [class.high]="row.verdict === 'warns'" class="mono">
              {{ row.place.replace('-', ' ') }}: {{ (100 * row.share).toFixed(0) }} % of the placard,
              {{ row.verdict | figures }}
            </p>
          }
          <p>{{ answer.says | figures }}</p>
        </div>
      }
      <db-sheet-end [problem]="form.problem()" />
    </db-entry>
  `,
  styles: sheetStyles,
})
export class TyresForm extends SheetForm<TyresSheet> {
  private readonly settings = inject(Store).selectSignal(shopFeature.selectSettings);
  protected readonly unit = computed(() => this.settings().pressureUnit);
  protected readonly degrees = computed(() => this.settings().temperatureUnit);
  protected readonly places = places;
  protected readonly front = field('');
  protected readonly rear = field('');
  protected readonly warm = field('');
  protected readonly cold = field('');
  protected readonly tyres = field<readonly string[]>(places.map(() => ''));
  protected readonly form = this.sheetForm(
    {
      front: this.front,
      rear: this.rear,
      warm: this.warm,
      cold: this.cold,
      tyres: this.tyres,
    },
    () => `tyres ${this.traceId() ?? ''}`,
  );

  protected readonly read = computed((): TyresSheet | Trouble => {
    const [placardFront, placardRear] = [numberOrNull(this.front()), numberOrNull(this.rear())];
    if (placardFront === null || placardRear === null)
      return trouble(
        placardFront === null ? this.front : this.rear,
        'Type what the placard asks for, front and rear.',
      );
    const tyres = this.tyres().flatMap((text, n) => {
      const pressure = numberOrNull(text);
      return pressure === null ? [] : [{ place: places[n]!, pressure }];
    });
    if (tyres.length === 0) return trouble(null, 'Type the pressure of one tyre at least.');
    const celsius = (text: string) =>
      celsiusOf(numberOrNull(text) ?? 20, text.trim() === '' ? 'C' : this.degrees());
    const numbers = [
      placardFront,
      placardRear,
      celsius(this.warm()),
      celsius(this.cold()),
      ...tyres.map(({ pressure }) => pressure),
    ];
    if (numbers.some((value) => Number.isNaN(value)))
      return trouble(null, 'One of these is not a number. Examples: 2.3, 230, 33.');
    if (placardFront <= 0 || placardRear <= 0)
      return trouble(this.front, 'The placard asks for more than nothing.');
    return {
      sheet: 'tyres',
      unit: this.unit(),
      placardFront,
      placardRear,
      tyreCelsius: celsius(this.warm()),
      coldCelsius: celsius(this.cold()),
      tyres,
    };
  });
  protected readonly answer = computed(() => (this.sheet() ? judgeTyres(this.sheet()!) : null));

  protected set(n: number, value: string): void {
    this.tyres.update((tyres) => tyres.with(n, value));
  }
}
