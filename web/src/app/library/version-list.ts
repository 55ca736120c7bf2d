/** Things that the shop keeps in versions, as a list: opened, begun, given away and taken in as files. */
import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { When } from '../time';

export interface VersionItem {
  readonly id: string;
  readonly title: string;
  readonly make: string;
  readonly model: string | null;
  readonly version: number;
  readonly addedAt: string;
}

@Component({
  selector: 'db-version-list',
  imports: [MatButtonModule, RouterLink, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>{{ heading() }}</h2>
    <p class="quiet"><ng-content /></p>
    <table class="plain">
      <thead>
        <tr>
          <th scope="col">{{ noun() }}</th>
          <th scope="col">Vehicle</th>
          <th scope="col">Version</th>
          <th scope="col"><span class="seen-only-by-readers">Export</span></th>
        </tr>
      </thead>
      <tbody>
        @for (item of items(); track item.id) {
          <tr>
            <td>
              <a [routerLink]="[path(), item.id]"
                ><strong>{{ item.title }}</strong></a
              >
            </td>
            <td>{{ item.make }} {{ item.model ?? '(all models)' }}</td>
            <td class="quiet">version {{ item.version }} · {{ item.addedAt | when }}</td>
            <td><button mat-button type="button" (click)="give.emit(item.id)">Export</button></td>
          </tr>
        } @empty {
          <tr>
            <td class="quiet">{{ none() }}</td>
          </tr>
        }
      </tbody>
    </table>
    <div class="row">
      <a mat-stroked-button [routerLink]="[path(), 'new']">{{ begin() }}</a>
      <label class="file"
        >Import a file<input
          type="file"
          accept=".json,application/json"
          (change)="choose($any($event.target))"
      /></label>
    </div>
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    table.plain td {
      vertical-align: middle;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
    }
  `,
})
export class VersionList {
  readonly heading = input.required<string>();
  readonly noun = input.required<string>();
  /** Where each is opened, such as `/library/access-maps`. */
  readonly path = input.required<string>();
  readonly begin = input.required<string>();
  readonly none = input.required<string>();
  readonly items = input.required<readonly VersionItem[]>();
  readonly problem = input<string | null>(null);
  readonly give = output<string>();
  readonly take = output<File>();

  protected choose(field: HTMLInputElement): void {
    const [file] = field.files ?? [];
    field.value = '';
    if (file) this.take.emit(file);
  }
}
