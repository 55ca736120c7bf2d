/** What can be measured at a point that was pressed in the drawing, under the thumb on a small screen. */
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import {
  MAT_BOTTOM_SHEET_DATA,
  type MatBottomSheet,
  MatBottomSheetRef,
} from '@angular/material/bottom-sheet';
import { MatListModule } from '@angular/material/list';
import { firstValueFrom } from 'rxjs';
import { FiguresPipe } from '../figures';

export interface PointSheetData {
  readonly point: string;
  /** Best first. */
  readonly offers: readonly { readonly key: string; readonly label: string; readonly note: string }[];
  /** What would be measured there and is not, with the reason. */
  readonly closed: readonly { readonly label: string; readonly reason: string }[];
}

/** Opens it; the key of the offer that was taken, or null. */
export async function askAtPoint(sheets: MatBottomSheet, data: PointSheetData): Promise<string | null> {
  const sheet = sheets.open<PointSheet, PointSheetData, string>(PointSheet, {
    data,
    ariaLabel: `At ${data.point}`,
  });
  return (await firstValueFrom(sheet.afterDismissed())) ?? null;
}

@Component({
  selector: 'db-point-sheet',
  imports: [FiguresPipe, MatListModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>
      At <span class="mono">{{ at.point }}</span>
    </h2>
    <mat-action-list>
      @for (offer of at.offers; track offer.key) {
        <button mat-list-item type="button" (click)="sheet.dismiss(offer.key)">
          <span class="what">{{ offer.label | figures }}</span>
          <small class="quiet">{{ offer.note | figures }}</small>
        </button>
      }
    </mat-action-list>
    @for (one of at.closed; track one.label) {
      <p>
        {{ one.label | figures }} <small class="quiet">{{ one.reason | figures }}</small>
      </p>
    }
    @if (at.offers.length + at.closed.length === 0) {
      <p>Nothing that is known of this fault would be told apart by measuring here.</p>
    }
  `,
  styles: `
    h2,
    p {
      margin: 12px 12px 4px;
    }
    mat-action-list button.mat-mdc-list-item {
      height: auto;
      min-height: 56px;
      padding: 8px 12px;
      border-radius: 12px;
    }
    .what {
      display: block;
      white-space: normal;
      font: 600 17px/1.3 var(--body);
    }
    small {
      display: block;
      white-space: normal;
      font: 15px/1.3 var(--body);
    }
  `,
})
export class PointSheet {
  protected readonly at = inject<PointSheetData>(MAT_BOTTOM_SHEET_DATA);
  protected readonly sheet = inject<MatBottomSheetRef<PointSheet, string>>(MatBottomSheetRef);
}
