/** The cabin from above with every restraint item at its place: what is done with it by shape and word. */
import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import type { PictureItem } from '@dormant-beacon/core/record/picture';
import { actionWords } from './action-words';
import { cabin, carOutline, placesOf, seatsOf } from './cabin';

@Component({
  selector: 'db-plan-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + size.width + ' ' + size.height"
      role="group"
      aria-label="The cabin from above, front at the top"
    >
      <path class="car" [attr.d]="car" />
      @for (seat of seats(); track seat.seat) {
        <rect class="seat" [attr.x]="seat.x - 58" [attr.y]="seat.y - 52" width="116" height="124" rx="24" />
      }
      @for (mark of marks(); track mark.id) {
        <g
          class="mark"
          [class]="mark.action"
          [class.chosen]="chosen() === mark.id"
          tabindex="0"
          role="button"
          [attr.aria-label]="mark.says"
          [attr.aria-pressed]="chosen() === mark.id"
          [attr.transform]="'translate(' + mark.x + ' ' + mark.y + ')'"
          (click)="chosen.set(mark.id)"
          (keydown.enter)="chosen.set(mark.id)"
          (keydown.space)="chosen.set(mark.id); $event.preventDefault()"
        >
          <rect class="reach" x="-56" y="-20" width="112" height="66" rx="12" />
          @switch (mark.action) {
            @case ('replace') {
              <path class="shape" d="M-12 -12 L12 12 M12 -12 L-12 12" />
            }
            @case ('certified-rebuild') {
              <path class="shape" d="M-13 -13 H13 V13 H-13 Z M-7 -7 L7 7 M7 -7 L-7 7" />
            }
            @case ('inspect') {
              <circle class="shape" r="12" stroke-dasharray="7 5" />
            }
            @case ('function-test') {
              <path class="shape" d="M0 -13 A13 13 0 0 1 0 13 Z" />
            }
            @case ('recalibrate') {
              <path class="shape" d="M0 -14 L14 0 L0 14 L-14 0 Z" />
            }
            @default {
              <circle class="shape" r="11" />
            }
          }
          <text class="name" y="29">{{ mark.label }}</text>
          <text class="word" y="42">{{ mark.word }}</text>
        </g>
      }
    </svg>
    <p class="key">
      @for (one of used(); track one.action) {
        <span [class]="one.action">{{ one.sign }} {{ one.word }} {{ one.count }}</span>
      }
    </p>
  `,
  styleUrl: './plan-view.scss',
})
export class PlanView {
  readonly items = input.required<readonly PictureItem[]>();
  readonly chosen = model<string | null>(null);
  protected readonly size = cabin;
  protected readonly car = carOutline;
  protected readonly seats = computed(() => seatsOf(this.items()));
  protected readonly marks = computed(() => {
    const places = placesOf(this.items());
    return this.items().map((item) => {
      const word = shownSign(item) ?? actionWords[item.action].word;
      return {
        ...places.get(item.id)!,
        id: item.id,
        action: item.action,
        label: item.label.length > 18 ? `${item.label.slice(0, 17)}…` : item.label,
        word,
        says: `${item.label}: ${actionWords[item.action].word}${word === actionWords[item.action].word ? '' : `, ${word}`}`,
      };
    });
  });
  protected readonly used = computed(() =>
    Object.entries(actionWords).flatMap(([action, { word, sign }]) => {
      const count = this.items().filter((item) => item.action === action).length;
      return count === 0 ? [] : [{ action, word, sign, count }];
    }),
  );
}

/** The sign that says most, as it stands beneath a mark. */
function shownSign({ signs }: PictureItem): string | null {
  const order = [
    'deployed',
    'locked',
    'stalk-short',
    'cable-out',
    'code-crash-locked',
    'webbing-marked',
    'loop-open',
    'loop-high',
  ] as const;
  const sign = order.find((one) => signs.includes(one));
  return sign === undefined ? null : sign === 'deployed' ? 'fired' : sign.replaceAll('-', ' ');
}
