/** Two images side by side: fields by what they say, then the memory as a strip, and its bytes with jumps to what differs. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Layout } from '@dormant-beacon/core/coding';
import {
  bytesAt,
  compareFields,
  type Comparison,
  type FieldReading,
  type Image,
  isBlank,
  storesOf,
  showAddress,
  toHex,
} from '@dormant-beacon/core/coding/memory';
import { More } from '../more';
import { ImageDesk } from './image-desk';
import { MemoryStrip } from './memory-strip';

const perRow = 16;

interface ByteCell {
  readonly first: string;
  readonly second: string;
  readonly differs: boolean;
}

@Component({
  selector: 'db-byte-compare',
  imports: [MatButtonModule, MemoryStrip, More],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
    @if (pairs().length > 0) {
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">Field</th>
            <th scope="col">{{ firstName() }}</th>
            <th scope="col">{{ secondName() }}</th>
          </tr>
        </thead>
        <tbody>
          @for (pair of pairs(); track pair.field.name) {
            <tr [class.differs]="!pair.same">
              <th scope="row">{{ pair.field.name }}</th>
              <td class="mono">{{ value(pair.first) }}</td>
              <td class="mono">{{ value(pair.second) }}</td>
            </tr>
          }
        </tbody>
      </table>
    }
    @if (comparison(); as found) {
      <p>
        {{
          found.count === 0
            ? 'Every byte is the same.'
            : found.bytes + ' bytes differ, in ' + found.count + ' places.'
        }}
      </p>
      @if (found.count > 0) {
        <db-memory-strip
          [first]="first()"
          [second]="second()"
          [differences]="found.differences"
          [cells]="found.cells"
          [at]="address()"
          (picked)="jump($event)"
        />
        @if (found.count > found.differences.length) {
          <p class="quiet">
            The strip shows all of them; the buttons go through the first {{ found.differences.length }}.
          </p>
        }
        <db-more label="Byte by byte" [(open)]="open">
          @if (open()) {
            <div class="row">
              <button mat-stroked-button type="button" (click)="step(-1)">Difference before</button>
              <button mat-stroked-button type="button" (click)="step(1)">Next difference</button>
              <span class="quiet">at {{ show(address()) }}</span>
            </div>
            <!-- A window of its own: the library’s would weigh on the first page that everybody loads. -->
            <div
              #scroller
              class="rows mono"
              tabindex="0"
              role="region"
              aria-label="Bytes of both images"
              (scroll)="top.set(scroller.scrollTop)"
            >
              <div [style.height.px]="rows().length * rowPx">
                <div [style.transform]="'translateY(' + seen().from * rowPx + 'px)'">
                  @for (start of seen().rows; track start) {
                    <div class="bytes">
                      <span class="quiet address">{{ show(start) }}</span>
                      <span class="line">
                        @for (cell of cells(start); track $index) {
                          <span [class.differs]="cell.differs">{{ cell.first }}</span>
                        }
                      </span>
                      <span class="line">
                        @for (cell of cells(start); track $index) {
                          <span [class.differs]="cell.differs">{{ cell.second }}</span>
                        }
                      </span>
                    </div>
                  }
                </div>
              </div>
            </div>
          }
        </db-more>
      }
    }
  `,
  styleUrl: './byte-compare.scss',
})
export class ByteCompare {
  readonly layout = input<Layout | null>(null);
  readonly first = input.required<Image>();
  readonly second = input.required<Image>();
  readonly firstName = input('first');
  readonly secondName = input('second');
  private readonly images = inject(ImageDesk);
  private readonly scroller = viewChild<ElementRef<HTMLElement>>('scroller');
  protected readonly top = signal(0);
  /** The rows that are seen now, and a few around them. */
  protected readonly seen = computed(() => {
    const from = Math.max(0, Math.floor(this.top() / this.rowPx) - 4);
    return { from, rows: this.rows().slice(from, from + 22) };
  });
  protected readonly rowPx = 30;
  protected readonly open = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly comparison = signal<Comparison | null>(null);
  /** The address that was jumped to. */
  protected readonly address = signal(0);
  protected readonly show = showAddress;
  protected readonly pairs = computed(() => {
    const layout = this.layout();
    return layout ? compareFields(this.first(), this.second(), layout) : [];
  });
  /** Addresses at which rows begin, of both images together. */
  protected readonly rows = computed(() => {
    const runs = [...this.first(), ...this.second()]
      .map(({ address, bytes }) => [address - (address % perRow), address + bytes.length] as const)
      .sort(([a], [b]) => a - b);
    const starts: number[] = [];
    let next = 0;
    for (const [from, end] of runs)
      for (let at = Math.max(from, next); at < end; at += perRow) {
        starts.push(at);
        next = at + perRow;
      }
    return starts;
  });
  /** Addresses of keys: they are shown to nobody. */
  private readonly masked = computed(() =>
    (this.layout()?.fields ?? [])
      .filter(({ role }) => role === 'pairing')
      .flatMap((field) => storesOf(field).map((from) => [from, from + field.length] as const)),
  );

  constructor() {
    effect(() => {
      const [first, second] = [this.first(), this.second()];
      untracked(() => void this.look(first, second));
    });
  }

  private async look(first: Image, second: Image): Promise<void> {
    try {
      const found = await this.images.compare(first, second);
      if (first !== this.first() || second !== this.second()) return;
      this.comparison.set(found);
      this.address.set(found.differences[0]?.from ?? 0);
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  protected value({ field, bytes, value, disagree }: FieldReading): string {
    if (bytes === null) return 'not in the image';
    const text = value === null ? `${toHex(bytes)}, no number` : String(value);
    const blank =
      isBlank(bytes) && field.role !== 'option' ? `blank, all ${toHex(bytes.subarray(0, 1))}` : text;
    const says = field.role === 'pairing' ? '•'.repeat(8) : blank;
    return disagree.length > 0 ? `${says}, stores disagree` : says;
  }

  protected cells(start: number): ByteCell[] {
    return Array.from({ length: perRow }, (_, n) => {
      const at = start + n;
      const [a, b] = [bytesAt(this.first(), at, 1)?.[0], bytesAt(this.second(), at, 1)?.[0]];
      const hidden = this.masked().some(([from, to]) => at >= from && at < to);
      const text = (byte: number | undefined) =>
        byte === undefined ? '··' : hidden ? '••' : byte.toString(16).padStart(2, '0');
      return { first: text(a), second: text(b), differs: a !== b };
    });
  }

  protected step(by: 1 | -1): void {
    const list = this.comparison()?.differences ?? [];
    const now = this.address();
    const next = by === 1 ? list.find(({ from }) => from > now) : list.findLast(({ from }) => from < now);
    if (next) this.jump(next.from);
  }

  protected jump(address: number): void {
    this.address.set(address);
    this.open.set(true);
    const row = this.rows().findLastIndex((start) => start <= address);
    setTimeout(() => this.scroller()?.nativeElement.scrollTo({ top: Math.max(0, row - 2) * this.rowPx }));
  }
}
