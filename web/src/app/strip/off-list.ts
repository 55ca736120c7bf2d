/** Everything that is off, in the order in which it goes back: what holds it, where it lies, what was odd, its photos. */
import { ChangeDetectionStrategy, Component, computed, inject, model } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { doing, heldBy } from '@dormant-beacon/core/ledger';
import { FiguresPipe } from '../figures';
import { Waits } from '../job';
import { sayWhen } from '../time';
import { StripDesk } from './strip-desk';

@Component({
  selector: 'db-off-list',
  imports: [FiguresPipe, MatButtonModule, Waits],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol class="plain-list">
      @for (one of rows(); track one.id) {
        <li [class.chosen]="one.id === seen()">
          <div>
            <strong>{{ one.doing }}</strong><db-waits [entry]="one.entry" />
            <small>{{ one.where }}</small>
            @if (one.held) {
              <small>{{ one.held | figures }}</small>
            }
            @if (one.mark) {
              <small class="mark">{{ one.mark | figures }}</small>
            }
            <small class="quiet">off by {{ one.by }}, {{ one.at }}</small>
          </div>
          @for (photo of one.photos; track photo.id) {
            <a [href]="photo.address" target="_blank" rel="noopener"
              ><img loading="lazy" [src]="photo.address" [alt]="photo.caption || one.doing"
            /></a>
          }
          <button mat-button type="button" (click)="seen.set(one.id)" [attr.aria-label]="'Now: ' + one.doing">
            This one now
          </button>
        </li>
      }
    </ol>
  `,
  styles: `
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto auto;
      gap: 10px;
      align-items: center;
      padding: 10px 0;
      border-top: 1px solid var(--line);
    }
    .chosen {
      border-left: 4px solid var(--ember);
      padding-left: 10px;
    }
    small {
      display: block;
      font-size: 16px;
    }
    .mark {
      color: var(--ember);
    }
    img {
      width: 72px;
      height: 54px;
      object-fit: cover;
      border-radius: 8px;
    }
    @media (max-width: 500px) {
      li {
        grid-template-columns: minmax(0, 1fr) auto;
      }
    }
  `,
})
export class OffList {
  private readonly desk = inject(StripDesk);
  /** The step that the card shows. */
  readonly seen = model<string | null>(null);
  protected readonly rows = computed(() => {
    const strip = this.desk.strip()!;
    return strip.refit.map((id) => {
      const { label, entry } = strip.off.get(id)!;
      const item = this.desk.item(id);
      return {
        id,
        entry: entry.id,
        doing: item ? doing(item, 'on') : `Put back ${label}`,
        held: item ? heldBy(item, 'on').join('; ') : '',
        where: [entry.bag == null ? null : `bag ${entry.bag}`, entry.lies].filter(Boolean).join(', '),
        mark: entry.mark ?? '',
        by: this.desk.personName(entry.personId),
        at: sayWhen(entry.recordedAt),
        photos: this.desk.photos().get(id) ?? [],
      };
    });
  });
}
