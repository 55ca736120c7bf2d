/** Access maps that the shop keeps: how the parts of a model are reached. */
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { newId } from '../api';
import { LibraryDesk } from '../knowledge';
import { downloadMap, readMapFile } from './map-files';
import { VersionList, type VersionSource } from './version-list';

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
      [source]="source"
      >How the parts of a model are reached: what comes off first, what holds it, what is lost with the power.
      A version once kept stays.</db-version-list
    >
  `,
})
export class MapList {
  private readonly library = inject(LibraryDesk);
  protected readonly source: VersionSource = {
    list: async () =>
      (await this.library.accessMaps(null, null)).map(({ mapId, ...row }) => ({ id: mapId, ...row })),
    give: async (mapId) => downloadMap((await this.library.accessMap(mapId)).map),
    take: async (file) => {
      const map = await readMapFile(file);
      const note = `from ${file.name}`.slice(0, 200);
      await this.library.keepAccessMap({ mapId: newId(), basedOn: 0, map, note });
    },
  };
}
