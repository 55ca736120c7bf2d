/** Large keys for a PIN; nothing of it is shown but its length. */
import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { done, Entry, entryForm, field, type Trouble, trouble } from '../entry';

const keys = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '⌫', '0'];
const [shortest, longest] = [4, 8];

@Component({
  selector: 'db-pin-pad',
  imports: [Entry],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form">
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
      @if (form.problem() ?? pin.trouble(); as says) {
        <p class="problem" role="alert">{{ says }}</p>
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
    </db-entry>
  `,
  styles: `
    db-entry {
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
  protected readonly pin = field('');

  protected take(typed: HTMLInputElement): void {
    this.pin.set(typed.value.replace(/\D/g, '').slice(0, longest));
    typed.value = this.pin();
  }

  protected press(key: string): void {
    this.pin.update((pin) => (key === '⌫' ? pin.slice(0, -1) : (pin + key).slice(0, longest)));
  }

  protected readonly form = entryForm(
    { pin: this.pin },
    {
      draft: null,
      read: (): string | Trouble =>
        this.pin().length < shortest ? trouble(this.pin, 'A PIN has four to eight digits.') : this.pin(),
      enter: (pin) => {
        this.entered.emit(pin);
        return done;
      },
    },
  );
}
