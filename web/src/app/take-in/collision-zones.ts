/** Where it was hit, by the clock around the car, and who sat where, belted or not. */
import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { usualSeats } from '@dormant-beacon/core/record';

const next: Readonly<Record<string, string | null>> = {
  none: 'yes',
  yes: 'no',
  no: 'unknown',
  unknown: null,
};
const beltWords: Readonly<Record<string, string>> = {
  yes: 'belted',
  no: 'not belted',
  unknown: 'belt unknown',
};

@Component({
  selector: 'db-collision-zones',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend>Where was it hit? 12 is the front.</legend>
      <div class="clock">
        @for (hour of hours; track hour) {
          <label [style.--at]="hour" [attr.aria-label]="hour + ' o’clock'"
            ><input type="checkbox" [checked]="zones().includes(hour)" (change)="toggle(hour)" />{{
              hour
            }}</label
          >
        }
        <span class="car" aria-hidden="true">front<br /><br />rear</span>
      </div>
    </fieldset>
    <div class="right">
      <fieldset>
        <legend>Who sat where? Press again to change.</legend>
        <div class="seats">
          @for (seat of seatNames; track seat) {
            <button type="button" [class]="seat" [attr.aria-pressed]="seat in seats()" (click)="turn(seat)">
              <strong>{{ seat.replace('-', ' ') }}</strong>
              <small>{{ wordOf(seat) }}</small>
            </button>
          }
        </div>
      </fieldset>
      <ng-content />
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 250px 1fr;
      gap: 24px;
    }
    fieldset {
      min-width: 0;
      margin: 0;
      padding: 0;
      border: 0;
    }
    legend {
      padding: 0 0 6px;
      font-size: 15px;
      color: var(--quiet);
    }
    .clock {
      position: relative;
      width: 244px;
      height: 244px;
    }
    .clock label {
      --turn: calc(var(--at) * 30deg);
      position: absolute;
      left: 98px;
      top: 98px;
      display: grid;
      place-items: center;
      width: 48px;
      height: 48px;
      border-radius: 50%;
      background: var(--raised);
      cursor: pointer;
      transform: rotate(var(--turn)) translateY(-98px) rotate(calc(-1 * var(--turn)));
    }
    .clock input {
      position: absolute;
      opacity: 0;
    }
    .clock label:has(:checked) {
      background: var(--ink);
      color: var(--sheet);
      font-weight: 650;
    }
    .clock label:has(:focus-visible) {
      outline: 3px solid var(--ember);
    }
    .car {
      position: absolute;
      left: 92px;
      top: 74px;
      width: 60px;
      padding: 12px 0;
      border: 2px solid var(--line);
      border-radius: 24px 24px 12px 12px;
      text-align: center;
      font-size: 14px;
      color: var(--quiet);
    }
    .right {
      display: grid;
      gap: 18px;
      align-content: start;
    }
    .seats {
      display: grid;
      grid-template-columns: repeat(3, minmax(0, 150px));
      gap: 8px;
    }
    .front-right {
      grid-column: 3;
    }
    .seats button {
      min-height: 60px;
      padding: 6px 14px;
      border: 0;
      border-radius: 12px;
      background: var(--raised);
      color: var(--ink);
      font: 16px var(--body);
      text-align: left;
      cursor: pointer;
    }
    .seats button[aria-pressed='true'] {
      background: var(--ink);
      color: var(--sheet);
    }
    .seats strong,
    .seats small {
      display: block;
      font-weight: 600;
    }
    .seats small {
      font-size: 14px;
      font-weight: 400;
    }
    @media (max-width: 700px) {
      :host {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class CollisionZones {
  readonly zones = model.required<readonly number[]>();
  readonly seats = model.required<Readonly<Record<string, string>>>();
  protected readonly hours = Array.from({ length: 12 }, (_, n) => n + 1);
  protected readonly seatNames = usualSeats;

  protected toggle(hour: number): void {
    this.zones.update((zones) =>
      zones.includes(hour) ? zones.filter((other) => other !== hour) : [...zones, hour],
    );
  }

  protected wordOf(seat: string): string {
    return beltWords[this.seats()[seat] ?? ''] ?? 'nobody';
  }

  /** Nobody → belted → not belted → belt unknown → nobody. */
  protected turn(seat: string): void {
    this.seats.update((seats) => {
      const belted = next[seats[seat] ?? 'none'];
      const { [seat]: _, ...others } = seats;
      return belted == null ? others : { ...others, [seat]: belted };
    });
  }
}
