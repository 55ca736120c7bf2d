/** Large keys for a PIN; nothing of it is shown but its length. */
import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';

const keys = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '⌫', '0'];
const [shortest, longest] = [4, 8];

@Component({
  selector: 'db-pin-pad',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); enter()">
      <input
        type="password"
        class="mono"
        inputmode="numeric"
        autocomplete="off"
        aria-label="PIN"
        maxlength="8"
        [value]="pin()"
        (input)="take($any($event.target))"
      />
      @if (short()) {
        <p class="problem" role="alert">A PIN has four to eight digits.</p>
      }
      <div class="keys">
        @for (key of keys; track key) {
          <button
            type="button"
            class="mono"
            [attr.aria-label]="key === '⌫' ? 'delete the last digit' : key"
            (click)="press(key)"
          >
            {{ key }}
          </button>
        }
        <button type="submit" class="enter" [disabled]="busy()">Enter</button>
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 10px;
      max-width: 320px;
    }
    input {
      min-height: 56px;
      padding: 0 16px;
      border: 1px solid var(--line);
      border-radius: 12px;
      background: var(--ground);
      color: var(--ink);
      font: 500 30px var(--mono);
      letter-spacing: 0.3em;
    }
    .keys {
      display: grid;
      grid-template-columns: repeat(3, 1fr);
      gap: 8px;
    }
    button {
      min-height: 60px;
      border: 0;
      border-radius: 12px;
      background: var(--raised);
      color: var(--ink);
      font-size: 22px;
      cursor: pointer;
    }
    .enter {
      background: var(--ember);
      color: var(--on-ember);
      font: 650 17px var(--body);
    }
    .enter:disabled {
      background: var(--raised);
      color: var(--quiet);
    }
  `,
})
export class PinPad {
  readonly busy = input(false);
  readonly entered = output<string>();
  protected readonly keys = keys;
  protected readonly pin = signal('');
  protected readonly short = signal(false);

  protected take(field: HTMLInputElement): void {
    this.pin.set(field.value.replace(/\D/g, '').slice(0, longest));
    field.value = this.pin();
  }

  protected press(key: string): void {
    this.pin.update((pin) => (key === '⌫' ? pin.slice(0, -1) : (pin + key).slice(0, longest)));
  }

  protected enter(): void {
    this.short.set(this.pin().length < shortest);
    if (this.short()) return;
    this.entered.emit(this.pin());
    this.pin.set('');
  }
}
