/** The fields of a car and its event, for a new job and for a change of one. */
import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { DateField, MonthField } from '../dates';
import { beforePower, Caution, powerIsDoubtful } from '../frame';
import { type Choice, ChoiceOne, TextField, Tick } from '../entry';
import type { CarForm } from './car-form';
import { CollisionZones } from './collision-zones';
import { eventChoices } from '../words';

@Component({
  selector: 'db-car-fields',
  imports: [Caution, ChoiceOne, CollisionZones, DateField, MatButtonModule, MonthField, TextField, Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './car-fields.html',
  styles: `
    :host {
      display: grid;
      gap: 14px;
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(3, minmax(0, 1fr));
      gap: 14px;
      align-items: end;
    }
    .odometer {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 8px;
      align-items: end;
    }
    .vin {
      font-size: 15px;
      color: var(--quiet);
    }
    .doubt {
      color: var(--red);
    }
    @media (max-width: 700px) {
      .grid {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class CarFields {
  readonly form = input.required<CarForm>();
  protected readonly eventChoices = eventChoices;
  protected readonly beforePower = beforePower;
  protected readonly powerIsDoubtful = powerIsDoubtful;
  protected readonly unitChoices: readonly Choice[] = [
    { value: 'km', label: 'km' },
    { value: 'mi', label: 'mi' },
  ];
  protected readonly severities: readonly Choice[] = [
    { value: 'light', label: 'light' },
    { value: 'moderate', label: 'moderate' },
    { value: 'severe', label: 'severe' },
    { value: 'unknown', label: 'nobody knows' },
  ];
  protected readonly batteries: readonly Choice[] = [
    { value: 'flat', label: 'it was flat' },
    { value: 'disconnected', label: 'it was off' },
    { value: 'jumped', label: 'it was jumped' },
    { value: 'jumped-reversed', label: 'jumped with reversed leads' },
  ];
}
