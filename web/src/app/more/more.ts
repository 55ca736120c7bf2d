/** What is not needed every time: a line that opens. */
import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { MatExpansionModule } from '@angular/material/expansion';

@Component({
  selector: 'db-more',
  imports: [MatExpansionModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-expansion-panel
      class="mat-elevation-z0"
      [expanded]="open()"
      (opened)="open.set(true)"
      (closed)="open.set(false)"
    >
      <mat-expansion-panel-header>
        <mat-panel-title>{{ label() }}</mat-panel-title>
      </mat-expansion-panel-header>
      <ng-content />
    </mat-expansion-panel>
  `,
})
export class More {
  readonly label = input.required<string>();
  readonly open = model(false);
}
