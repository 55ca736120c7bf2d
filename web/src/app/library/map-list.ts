/** Access maps that the shop keeps: opened, begun, given away and taken in as files. */
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { AccessMapRow } from '@dormant-beacon/contract';
import { newId } from '../api';
import { LibraryDesk } from '../knowledge';
import { When } from '../time';
import { downloadMap, readMapFile } from './map-files';

@Component({
  selector: 'db-map-list',
  imports: [MatButtonModule, RouterLink, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Access maps</h2>
    <p class="quiet">
      How the parts of a model are reached: what comes off first, what holds it, what is lost with the power.
      A version once kept stays.
    </p>
    <table class="plain">
      <thead>
        <tr>
          <th scope="col">Map</th>
          <th scope="col">Vehicle</th>
          <th scope="col">Version</th>
          <th scope="col"><span class="seen-only-by-readers">Export</span></th>
        </tr>
      </thead>
      <tbody>
        @for (map of maps(); track map.mapId) {
          <tr>
            <td>
              <a [routerLink]="['/library/access-maps', map.mapId]"
                ><strong>{{ map.title }}</strong></a
              >
            </td>
            <td>{{ map.make }} {{ map.model }}</td>
            <td class="quiet">version {{ map.version }} · {{ map.addedAt | when }}</td>
            <td><button mat-button type="button" (click)="give(map.mapId)">Export</button></td>
          </tr>
        } @empty {
          <tr>
            <td class="quiet">Nothing yet. Draw the way once, and every later car of the model has it.</td>
          </tr>
        }
      </tbody>
    </table>
    <div class="row">
      <a mat-stroked-button [routerLink]="['/library/access-maps', 'new']">A new map</a>
      <label class="file"
        >Import a file<input type="file" accept=".json,application/json" (change)="take($any($event.target))"
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
export class MapList {
  private readonly library = inject(LibraryDesk);
  protected readonly maps = signal<readonly AccessMapRow[]>([]);
  protected readonly problem = signal<string | null>(null);

  constructor() {
    void this.load();
  }

  protected give(mapId: string): Promise<void> {
    return this.done(this.library.accessMap(mapId).then(({ map }) => downloadMap(map)));
  }

  protected async take(field: HTMLInputElement): Promise<void> {
    const [file] = field.files ?? [];
    field.value = '';
    if (file) await this.done(this.import(file));
  }

  private async import(file: File): Promise<void> {
    const map = await readMapFile(file);
    await this.library.keepAccessMap({
      mapId: newId(),
      basedOn: 0,
      map,
      note: `from ${file.name}`.slice(0, 200),
    });
    await this.load();
  }

  private load(): Promise<void> {
    return this.done(this.library.accessMaps(null, null).then((maps) => this.maps.set(maps)));
  }

  private async done(sent: Promise<void>): Promise<void> {
    this.problem.set(null);
    try {
      await sent;
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }
}
