/** Making safe, and the whole restraint picture: power, units, loops, what it costs. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatTabsModule } from '@angular/material/tabs';
import { Store } from '@ngrx/store';
import { Photos } from '../photo';
import { jobFeature, ServerClock } from '../job';
import { LoopPanel } from './loop-panel';
import { PackagePanel } from './package-panel';
import { PowerPanel } from './power-panel';
import { Temporaries } from './temporaries';
import { UnitPanel } from './unit-panel';

@Component({
  selector: 'db-make-safe',
  imports: [LoopPanel, MatTabsModule, PackagePanel, Photos, PowerPanel, Temporaries, UnitPanel],
  providers: [ServerClock],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (there()) {
      <mat-tab-group animationDuration="0ms" mat-stretch-tabs="false" [disablePagination]="true">
        <mat-tab label="Power">
          <ng-template matTabContent>
            <div class="page">
              <db-power-panel />
              <db-temporaries />
              <h2>Photos</h2>
              <db-photos stage="make-safe" />
            </div>
          </ng-template>
        </mat-tab>
        <mat-tab label="Units">
          <ng-template matTabContent><db-unit-panel class="page" /></ng-template>
        </mat-tab>
        <mat-tab label="Loops">
          <ng-template matTabContent><db-loop-panel class="page" /></ng-template>
        </mat-tab>
        <mat-tab label="Package">
          <ng-template matTabContent><db-package-panel class="page" /></ng-template>
        </mat-tab>
      </mat-tab-group>
    }
  `,
  styles: `
    mat-tab-group {
      --mat-tab-label-text-size: 17px;
      --mat-tab-label-text-weight: 600;
    }
    .page {
      display: grid;
      gap: 20px;
      padding-top: 18px;
    }
  `,
})
export class MakeSafe {
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  protected readonly there = computed(() => this.record() !== null);
}
