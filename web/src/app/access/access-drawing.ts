/** An access map drawn from outside to the parts, minutes on each step: what is off, what comes next, what is left. */
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  input,
  output,
  viewChild,
} from '@angular/core';
import { type AccessMap, bareName, isPart, type MapItem } from '@dormant-beacon/core/ledger';
import { drawnMap } from './layers';

const cell = { width: 172, height: 78, box: 148, tall: 62 };
/** Letters of a name that a box holds on one line, and on two. */
const perLine = 19;

@Component({
  selector: 'db-access-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div #scroll class="scroll" tabindex="0" role="group" [attr.aria-label]="label()">
      <svg
        [attr.viewBox]="'0 0 ' + drawn().width + ' ' + drawn().height"
        [style.width.px]="drawn().width"
        [style.height.px]="drawn().height"
        aria-hidden="true"
      >
        @for (tie of drawn().ties; track tie.id) {
          <path class="tie" [class.other]="tie.alternative" [attr.d]="tie.path" />
        }
        @for (box of drawn().boxes; track box.id) {
          <g
            class="box"
            [class.part]="box.part"
            [class.off]="box.off"
            [class.next]="box.id === next()"
            [class.chosen]="box.id === chosen()"
            [class.apart]="box.apart"
            [attr.transform]="'translate(' + box.x + ' ' + box.y + ')'"
            (click)="picked.emit(box.id)"
          >
            <rect [attr.width]="size.box" [attr.height]="size.tall" [attr.rx]="box.part ? 4 : 14" />
            @for (line of box.lines; track $index) {
              <text x="10" [attr.y]="20 + 17 * $index">{{ line }}</text>
            }
            <text class="minutes" [attr.x]="size.box - 8" [attr.y]="size.tall - 7">{{ box.minutes }}</text>
          </g>
        }
      </svg>
    </div>
  `,
  styles: `
    .scroll {
      overflow-x: auto;
      padding: 4px;
      overscroll-behavior-x: contain;
    }
    svg {
      display: block;
      max-width: none;
    }
    rect {
      fill: var(--raised);
      stroke: var(--line);
      stroke-width: 2;
    }
    .part rect {
      stroke: var(--ink);
    }
    .off rect {
      fill: var(--sheet);
      stroke: var(--calm);
      stroke-dasharray: 6 5;
    }
    .next rect {
      stroke: var(--ember);
      stroke-width: 3;
    }
    .chosen rect {
      stroke: var(--ember);
      stroke-width: 4;
    }
    .apart {
      opacity: 0.5;
    }
    text {
      fill: var(--ink);
      font: 600 14px/1 var(--body);
    }
    .minutes {
      text-anchor: end;
      fill: var(--quiet);
      font: 600 14px/1 var(--mono);
    }
    .tie {
      fill: none;
      stroke: var(--quiet);
      stroke-width: 2;
    }
    .other {
      stroke-dasharray: 7 5;
    }
  `,
})
export class AccessDrawing {
  readonly map = input.required<AccessMap>();
  /** What is drawn; all of it where null. */
  readonly only = input<readonly string[] | null>(null);
  /** Steps on the way; others are drawn pale. */
  readonly way = input<readonly string[] | null>(null);
  readonly off = input<ReadonlySet<string>>(new Set());
  readonly next = input<string | null>(null);
  readonly chosen = input<string | null>(null);
  readonly picked = output<string>();
  private readonly scroll = viewChild.required<ElementRef<HTMLElement>>('scroll');
  protected readonly size = cell;

  protected readonly drawn = computed(() => {
    const only = this.only();
    const way = this.way() === null ? null : new Set(this.way());
    const { items, ties, columns, rows } = drawnMap(this.map(), only === null ? null : new Set(only));
    const at = new Map(
      items.map(({ item, column, row }) => [
        item.id,
        { x: 4 + column * cell.width, y: 4 + row * cell.height },
      ]),
    );
    return {
      width: columns * cell.width + 8,
      height: rows * cell.height,
      boxes: items.map(({ item }) => ({
        id: item.id,
        ...at.get(item.id)!,
        part: isPart(item),
        off: this.off().has(item.id),
        apart: way !== null && !way.has(item.id),
        lines: linesOf(item),
        minutes: `${item.minutes} min`,
      })),
      ties: ties.map(({ from, to, alternative }) => {
        const [a, b] = [at.get(from)!, at.get(to)!];
        const [x1, y1] = [a.x + cell.box, a.y + cell.tall / 2];
        const [x2, y2] = [b.x, b.y + cell.tall / 2];
        const middle = (x1 + x2) / 2;
        return {
          id: `${from} ${to}`,
          alternative,
          path: `M${x1} ${y1} C${middle} ${y1} ${middle} ${y2} ${x2} ${y2}`,
        };
      }),
    };
  });
  protected readonly label = computed(
    () =>
      `The way from outside: ${drawnMap(this.map(), this.only() === null ? null : new Set(this.only()))
        .items.map(
          ({ item }) => `${item.label}, ${item.minutes} minutes${this.off().has(item.id) ? ', off' : ''}`,
        )
        .join('; ')}`,
  );

  constructor() {
    // What comes next stands in sight, however long the way is.
    afterRenderEffect(() => {
      const next = this.drawn().boxes.find(({ id }) => id === this.next());
      const { nativeElement } = this.scroll();
      if (next) nativeElement.scrollLeft = Math.max(0, next.x - nativeElement.clientWidth / 2 + cell.box / 2);
    });
  }
}

/** A name in two lines, without its article. */
function linesOf(item: MapItem): string[] {
  const words = bareName(item).split(' ');
  const lines = [''];
  for (const word of words) {
    const line = `${lines.at(-1)!} ${word}`.trim();
    if (line.length <= perLine || lines.at(-1) === '') lines[lines.length - 1] = line;
    else lines.push(word);
  }
  if (lines.length <= 2) return lines;
  return [lines[0]!, `${lines[1]!.slice(0, perLine - 1)}…`];
}
