/** Lamps by shape, narrowed by words; a free message where none of them is it. */
import { ChangeDetectionStrategy, Component, computed, input, model, output } from '@angular/core';
import { LampGlyph } from './lamp-glyph';
import { findLamps, type Lamp } from './lamps';

@Component({
  selector: 'db-lamp-picker',
  imports: [LampGlyph],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="field">
      Which lamp? Type a word, or the message as the car shows it
      <input
        type="text"
        maxlength="200"
        autocomplete="off"
        placeholder="such as belt, fog, or Charge flap open"
        [attr.aria-invalid]="trouble() !== null"
        [value]="text()"
        (input)="text.set($any($event.target).value)"
      />
    </label>
    @if (trouble(); as wrong) {
      <span class="wrong" role="alert">{{ wrong }}</span>
    }
    <ul role="listbox" aria-label="Lamps">
      @for (lamp of found(); track lamp.id) {
        <li role="none">
          <button
            type="button"
            role="option"
            [attr.aria-selected]="lamp.id === picked()"
            (click)="picks.emit(lamp)"
          >
            <db-lamp [lamp]="lamp" /><span>{{ lamp.name }}</span>
          </button>
        </li>
      } @empty {
        <li class="quiet">No drawn lamp answers to that: it is taken as a message.</li>
      }
    </ul>
  `,
  styles: `
    ul {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(104px, 1fr));
      gap: 6px;
      max-height: 196px;
      margin: 10px 0 0;
      padding: 3px;
      overflow-y: auto;
      list-style: none;
    }
    button {
      display: grid;
      justify-items: center;
      align-content: start;
      gap: 2px;
      width: 100%;
      min-height: 88px;
      padding: 8px 4px;
      border: 0;
      border-radius: 12px;
      background: var(--raised);
      color: var(--ink);
      font: 14px/1.2 var(--body);
      cursor: pointer;
    }
    button[aria-selected='true'] {
      background: var(--ink);
      color: var(--sheet);
      font-weight: 650;
    }
    .quiet {
      grid-column: 1 / -1;
    }
  `,
})
export class LampPicker {
  readonly text = model.required<string>();
  readonly picked = input.required<string>();
  /** What is wrong with the text. */
  readonly trouble = input<string | null>(null);
  readonly picks = output<Lamp>();
  /** Once a lamp is picked its name stands in the field: all others stay in sight. */
  protected readonly found = computed(() => {
    const found = findLamps(this.text());
    return this.picked() !== '' && found.length <= 1 ? findLamps('') : found;
  });
}
