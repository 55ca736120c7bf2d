/** A label for each bag, on the screen or printed: its number in a code, its zone, what is in it and where it lies. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { bareName, countedOf } from '@dormant-beacon/core/ledger';
import { Glyph, printPart } from '../frame';
import type { QrCode } from '../qr';
import { StripDesk } from './strip-desk';

@Component({
  selector: 'db-bag-labels',
  imports: [Glyph, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="labels print-part">
      @for (bag of bags(); track bag.number) {
        <article>
          @if (codes().get(bag.number); as code) {
            <svg [attr.viewBox]="'0 0 ' + code.size + ' ' + code.size" aria-hidden="true">
              <path [attr.d]="code.path" fill-rule="evenodd" />
            </svg>
          } @else {
            <span></span>
          }
          <div>
            <p class="number">Bag {{ bag.number }}</p>
            <p>{{ job() }} · {{ bag.zone }}{{ bag.lies ? ' · ' + bag.lies : '' }}</p>
            @if (bag.photo; as address) {
              <img [src]="address" alt="" />
            }
            @for (line of bag.lines; track line) {
              <p class="quiet">{{ line }}</p>
            }
          </div>
        </article>
      } @empty {
        <p class="quiet">No bag yet: the first step that comes off makes one.</p>
      }
    </div>
    @if (bags().length > 0) {
      <button mat-stroked-button type="button" (click)="print()">
        <db-glyph name="print" /> Print the labels
      </button>
    }
  `,
  styles: `
    .labels {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(min(280px, 100%), 1fr));
      gap: 12px;
    }
    article {
      display: grid;
      grid-template-columns: 84px minmax(0, 1fr);
      gap: 12px;
      padding: 10px;
      border: 1px solid var(--line);
      border-radius: 10px;
      break-inside: avoid;
    }
    svg {
      width: 84px;
      height: 84px;
      padding: 6px;
      background: #fff;
      box-sizing: border-box;
    }
    path {
      fill: #000;
    }
    .number {
      font-size: 22px;
      font-weight: 700;
    }
    img {
      width: 120px;
      height: 90px;
      object-fit: cover;
      border-radius: 8px;
    }
    button {
      margin-top: 12px;
    }
  `,
})
export class BagLabels {
  private readonly desk = inject(StripDesk);
  protected readonly job = computed(() => this.desk.record()!.number);
  protected readonly codes = signal<ReadonlyMap<number, QrCode>>(new Map());
  protected readonly print = printPart;
  protected readonly bags = computed(() => {
    const { off } = this.desk.strip()!;
    const bags = new Map<
      number,
      { number: number; zone: string; lies: string; photo: string | null; lines: string[] }
    >();
    for (const { id, label, entry } of off.values()) {
      if (entry.bag == null) continue;
      const item = this.desk.item(id);
      const bag = bags.get(entry.bag) ?? {
        number: entry.bag,
        zone: entry.own?.zone ?? item?.zone ?? '',
        lies: entry.lies ?? '',
        photo: null,
        lines: [],
      };
      const held = countedOf(item, entry).map(({ kind, drive, count }) =>
        [`${count} ×`, kind, drive].filter(Boolean).join(' '),
      );
      bag.photo ??= this.desk.photos().get(id)?.[0]?.address ?? null;
      bag.lines.push([bareName({ label }), held.join(', '), entry.mark].filter(Boolean).join(': '));
      bags.set(entry.bag, bag);
    }
    return [...bags.values()].sort((a, b) => a.number - b.number);
  });

  constructor() {
    effect(() => {
      const [job, bags] = [this.job(), this.bags()];
      untracked(
        () =>
          void this.draw(
            job,
            bags.map(({ number }) => number),
          ),
      );
    });
  }

  private async draw(job: string, numbers: readonly number[]): Promise<void> {
    if (numbers.length === 0) return;
    const { qrCode } = await import('../qr');
    this.codes.set(new Map(numbers.map((number) => [number, qrCode(`${job} bag ${number}`)])));
  }
}
