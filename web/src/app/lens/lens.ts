/** One beacon on the rail: its state by shape and motion as well as colour; a complaint has square corners. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { LensState } from '@dormant-beacon/core/record';
import { stateWords } from '@dormant-beacon/core/names';

@Component({
  selector: 'db-lens',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="-30 -30 60 60" role="img" [attr.aria-label]="label()">
      @switch (state()) {
        @case ('lit') {
          <path class="fill" [attr.d]="outline()" />
        }
        @case ('flashing') {
          <path class="ring" [attr.d]="outline()" />
          <path class="fill half" [attr.d]="lower()" />
        }
        @case ('comes-and-goes') {
          <path class="ring broken" [attr.d]="outline()" />
        }
        @case ('dark') {
          <path class="ring hollow" [attr.d]="outline()" />
        }
        @case ('dormant') {
          <path class="lid" [attr.d]="square() ? 'M-22 -2 V16 H22 V-2' : 'M-22 0 A22 22 0 0 0 22 0'" />
        }
        @case ('returned') {
          <path class="fill" [attr.d]="outline()" />
          <path class="notch" d="M4 -7 H30 V7 H4 A7 7 0 0 1 4 -7 Z" />
        }
      }
    </svg>
  `,
  host: { '[class]': 'state()' },
  styles: `
    :host {
      display: inline-flex;
      flex: none;
      width: var(--lens, 26px);
      height: var(--lens, 26px);
    }
    svg {
      width: 100%;
      height: 100%;
      overflow: visible;
    }
    .fill {
      fill: var(--ember);
    }
    :host(.lit) svg,
    :host(.returned) svg {
      border-radius: 50%;
      filter: drop-shadow(0 0 7px color-mix(in srgb, var(--ember) 60%, transparent));
    }
    .ring {
      fill: none;
      stroke: var(--ember);
      stroke-width: 6;
    }
    .broken {
      stroke-dasharray: 11 8;
    }
    .hollow {
      stroke: var(--quiet);
      stroke-width: 5;
    }
    .half {
      animation: pulse 1.6s ease-in-out infinite;
    }
    .lid {
      fill: none;
      stroke: var(--calm);
      stroke-width: 6;
      stroke-linecap: round;
    }
    .notch {
      fill: var(--sheet);
    }
    @keyframes pulse {
      50% {
        opacity: 0.35;
      }
    }
  `,
})
export class Lens {
  readonly state = input.required<LensState>();
  readonly name = input('');
  readonly kind = input<'beacon' | 'complaint'>('beacon');

  protected readonly square = computed(() => this.kind() === 'complaint');
  protected readonly outline = computed(() =>
    this.square() ? 'M-22 -22 H22 V22 H-22 Z' : 'M-26 0 A26 26 0 1 1 26 0 A26 26 0 1 1 -26 0 Z',
  );
  protected readonly lower = computed(() =>
    this.square() ? 'M-22 0 H22 V22 H-22 Z' : 'M-26 0 A26 26 0 0 0 26 0 Z',
  );
  protected readonly label = computed(() => `${this.name()}: ${stateWords[this.state()]}`);
}
