/** Access maps that the shop keeps: how the parts of a model are reached. */
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { newId } from '../api';
import { LibraryDesk } from '../knowledge';
import { downloadMap, readMapFile } from './map-files';
import { type VersionItem, VersionList } from './version-list';

@Component({
  selector: 'db-map-list',
  imports: [VersionList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-version-list
      heading="Access maps"
      noun="Map"
      path="/library/access-maps"
      begin="A new map"
      none="Nothing yet. Draw the way once, and every later car of the model has it."
      [items]="maps()"
      [problem]="problem()"
      (give)="give($event)"
      (take)="take($event)"
      >How the parts of a model are reached: what comes off first, what holds it, what is lost with the power.
      A version once kept stays.</db-version-list
    >
  `,
})
export class MapList {
  private readonly library = inject(LibraryDesk);
  protected readonly maps = signal<readonly VersionItem[]>([]);
  protected readonly problem = signal<string | null>(null);

  constructor() {
    void this.load();
  }

  protected give(mapId: string): Promise<void> {
    return this.done(this.library.accessMap(mapId).then(({ map }) => downloadMap(map)));
  }

  protected take(file: File): Promise<void> {
    return this.done(this.import(file));
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
    return this.done(
      this.library
        .accessMaps(null, null)
        .then((maps) => this.maps.set(maps.map(({ mapId, ...map }) => ({ id: mapId, ...map })))),
    );
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
