/** The memory of two images as one strip: what both hold, what only one does, and where they differ. */
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { showAddress } from '@dormant-beacon/core/coding/memory';
import { type Difference, type Image, stripCells } from '@dormant-beacon/core/coding/memory';

const width = 1000;

@Component({
  selector: 'db-memory-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + width + ' 56'"
      preserveAspectRatio="none"
      role="slider"
      tabindex="0"
      [attr.aria-label]="says()"
      [attr.aria-valuenow]="at()"
      [attr.aria-valuetext]="show(at())"
      (click)="pick($event)"
      (keydown.arrowright)="step(1)"
      (keydown.arrowleft)="step(-1)"
    >
      @for (run of runs(); track $index) {
        <rect class="held" [attr.x]="run.x" [attr.y]="run.y" [attr.width]="run.width" height="18" />
      }
      @for (mark of marks(); track $index) {
        <rect class="mark" [attr.x]="mark.x" y="4" [attr.width]="mark.width" height="48" />
      }
      <path class="at" [attr.d]="'M' + x(at()) + ' 0 V56'" />
    </svg>
    <p class="ends mono">
      <span>{{ show(from()) }}</span><span>{{ show(to()) }}</span>
    </p>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      width: 100%;
      height: 56px;
      cursor: pointer;
    }
    .held {
      fill: var(--line);
    }
    .mark {
      fill: var(--ember);
    }
    .at {
      stroke: var(--ink);
      stroke-width: 3;
    }
    .ends {
      display: flex;
      justify-content: space-between;
      margin: 0;
      font-size: 14px;
      color: var(--quiet);
    }
  `,
})
export class MemoryStrip {
  readonly first = input.required<Image>();
  readonly second = input.required<Image>();
  readonly differences = input.required<readonly Difference[]>();
  /** Parts of the memory in which anything differs, also beyond the differences that are listed. */
  readonly cells = input.required<readonly number[]>();
  readonly at = input(0);
  /** The address of the difference nearest to where it was tapped. */
  readonly picked = output<number>();
  protected readonly width = width;
  protected readonly show = showAddress;
  private readonly segments = computed(() => [...this.first(), ...this.second()]);
  protected readonly from = computed(() => Math.min(...this.segments().map(({ address }) => address)));
  protected readonly to = computed(() =>
    Math.max(...this.segments().map(({ address, bytes }) => address + bytes.length - 1)),
  );
  protected readonly runs = computed(() =>
    [this.first(), this.second()].flatMap((image, n) =>
      image.map(({ address, bytes }) => ({
        x: this.x(address),
        width: Math.max(1, this.x(address + bytes.length) - this.x(address)),
        y: n === 0 ? 8 : 30,
      })),
    ),
  );
  protected readonly marks = computed(() =>
    this.cells().map((cell) => ({ x: (cell * width) / stripCells, width: width / stripCells })),
  );
  protected readonly says = computed(
    () =>
      `The memory from ${showAddress(this.from())} to ${showAddress(this.to())}, with ${this.differences().length} places that differ`,
  );

  protected x(address: number): number {
    return ((address - this.from()) / (this.to() - this.from() + 1)) * width;
  }

  protected step(by: 1 | -1): void {
    const list = this.differences();
    const next =
      by === 1 ? list.find(({ from }) => from > this.at()) : list.findLast(({ from }) => from < this.at());
    if (next) this.picked.emit(next.from);
  }

  protected pick({ offsetX, currentTarget }: MouseEvent): void {
    const share = offsetX / (currentTarget as SVGElement).getBoundingClientRect().width;
    const wanted = this.from() + share * (this.to() - this.from());
    const [first, ...others] = this.differences();
    if (!first) return;
    const nearest = others.reduce(
      (best, own) => (Math.abs(own.from - wanted) < Math.abs(best.from - wanted) ? own : best),
      first,
    );
    this.picked.emit(nearest.from);
  }
}
