/** The units of the job, a tab each with where it stands; one alone needs no tab. */
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { stepWords, UnitDesk } from './unit-desk';

@Component({
  selector: 'db-unit-tabs',
  imports: [MatButtonToggleModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (desk.units().length > 1) {
      <mat-button-toggle-group
        class="choices"
        hideSingleSelectionIndicator
        aria-label="Unit"
        [value]="desk.unit()?.id"
        (change)="desk.choose($event.value)"
      >
        @for (unit of desk.units(); track unit.id) {
          <mat-button-toggle [value]="unit.id"
            ><strong>{{ unit.plan.unit }}</strong> <small>{{ words[unit.step] }}</small></mat-button-toggle
          >
        }
      </mat-button-toggle-group>
    }
  `,
  styles: `
    :host:not(:empty) {
      display: block;
    }
    small {
      margin-left: 6px;
      font-size: 14px;
      color: var(--quiet);
    }
  `,
})
export class UnitTabs {
  protected readonly desk = inject(UnitDesk);
  protected readonly words = stepWords;
}
