import { CdkDrag, CdkDropList } from '@angular/cdk/drag-drop';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { By } from '@angular/platform-browser';
import type { AccessMap } from '@dormant-beacon/core/ledger';
import { ApiProblem, Client } from '../api';
import { type Bench, benchFor, recordOf, shown } from '../testing/bench';
import { MapEditor } from './map-editor';
import { MapList } from './map-list';

const map: AccessMap = {
  make: 'Hallmer',
  model: 'Drover',
  title: 'Rear corner',
  source: 'our own hands',
  steps: [
    { id: 'trim', label: 'the trim', act: 'remove', area: 'boot', place: 'left', zone: 'Left', minutes: 5 },
    {
      id: 'plug',
      label: 'plug X9',
      act: 'unplug',
      area: 'boot',
      place: 'left',
      zone: 'Left',
      minutes: 1,
      needs: [['trim']],
    },
  ],
  parts: [{ id: 'pump', label: 'the pump', kind: 'pump', zone: 'Left', minutes: 3, needs: [['plug']] }],
};

class FakeClient {
  readonly kept: { mapId: string; basedOn: number; map: AccessMap }[] = [];
  refusal: ApiProblem | null = null;
  accessMap = (mapId: string) => Promise.resolve({ ...this.row(mapId), latest: 2, withdrawn: false, map });
  accessMaps = () => Promise.resolve([this.row('m1')]);
  private row = (mapId: string) => ({
    mapId,
    version: 2,
    make: map.make,
    model: map.model,
    title: map.title,
    note: null,
    personId: 'p',
    addedAt: '2026-11-17T08:00:00Z',
  });
  keepAccessMap(body: { mapId: string; basedOn: number; map: AccessMap }) {
    if (this.refusal) return Promise.reject(this.refusal);
    this.kept.push(body);
    return Promise.resolve({ mapId: body.mapId, version: body.basedOn + 1 });
  }
}

describe('access maps of the library', () => {
  let client: FakeClient;
  beforeEach(() => {
    client = new FakeClient();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: Client, useValue: client }],
    });
  });
  const opened = async (mapId = 'm1'): Promise<Bench<MapEditor>> => {
    const bench = await benchFor(MapEditor, recordOf(), { mapId });
    await shown(bench, 'db-entry');
    return bench;
  };

  it('takes a step that is dragged to another area there, and undoes it', async () => {
    const bench = await opened();
    await bench.press('plug X9, 1 min');
    await bench.pick('Area', 'headliner');
    await bench.press('Take it over into the map');
    await bench.press('All steps as a list');
    const lists = () =>
      [...bench.page.querySelectorAll('.cdk-drop-list')].map((list) => list.textContent.trim());
    expect(lists()).toEqual(['plug X9, 1 min', 'the trim, 5 min', 'the pump, 3 min']);
    // As the hand lets go of it over the other list.
    const places = bench.fixture.debugElement.queryAll(By.directive(CdkDropList));
    const step = places[0]!.query(By.directive(CdkDrag)).injector.get(CdkDrag);
    const dropped = { container: places[1]!.injector.get(CdkDropList), item: step };
    places[1]!.triggerEventHandler('cdkDropListDropped', dropped);
    await bench.fixture.whenStable();
    expect(lists().map((words) => words.replace(/\s+/g, ' '))).toEqual([
      'the trim, 5 min plug X9, 1 min',
      'the pump, 3 min',
    ]);
    await bench.press('Undo');
    expect(lists().length).toBe(3);
  });

  it('changes a step in its own words, undoes it, and keeps it as the next version', async () => {
    const bench = await opened();
    await bench.press('the trim, 5 min');
    await bench.fill('Minutes', '7');
    await bench.fill('Held by, a line each', '4 screw T20 2 Nm once, left-hand\nno number');
    await bench.press('Take it over into the map');
    expect(bench.text()).toContain('“no number” is not understood');
    await bench.fill('Held by, a line each', '4 screw T20 2 Nm once, left-hand');
    await bench.press('Take it over into the map');
    await bench.press('Keep it as a new version');
    expect(client.kept[0]!.basedOn).toBe(2);
    expect(client.kept[0]!.map.steps[0]).toEqual(
      jasmine.objectContaining({
        id: 'trim',
        minutes: 7,
        fasteners: [{ kind: 'screw', count: 4, drive: 'T20', torqueNm: 2, oneTime: true, mark: 'left-hand' }],
      }),
    );
    expect(bench.text()).toContain('Kept as version 3');
  });

  it('adds behind what is chosen, keeps what others need, and comes back by undo', async () => {
    const bench = await opened();
    expect(bench.text()).toContain('2 steps, 1 part.');
    await bench.press('plug X9, 1 min');
    await bench.press('Take it out');
    expect(bench.text()).toContain('the pump needs it');
    await bench.press('A part behind plug X9');
    expect(bench.text()).toContain('2 steps, 2 parts.');
    await bench.press('Undo');
    expect(bench.text()).toContain('2 steps, 1 part.');
    await bench.press('Do it again');
    expect(bench.text()).toContain('2 steps, 2 parts.');
  });

  it('keeps what was changed where somebody else was first', async () => {
    const bench = await opened();
    client.refusal = new ApiProblem(409, 'Someone else has kept another version.', undefined, { version: 5 });
    await bench.fill('Title', 'Rear corner, late cars');
    await bench.press('Keep it as a new version');
    expect(bench.text()).toContain('What you changed is still here.');
    client.refusal = null;
    await bench.press('Keep it as a new version');
    expect([client.kept[0]!.basedOn, client.kept[0]!.map.title]).toEqual([5, 'Rear corner, late cars']);
  });

  it('withdraws what is kept, as a version of its own', async () => {
    const bench = await opened();
    await bench.press('Withdraw it');
    expect(client.kept).toEqual([{ mapId: 'm1', basedOn: 2, map, note: null, withdrawn: true } as never]);
  });

  it('asks of a new one for whom it is and where it is from', async () => {
    const bench = await opened('new');
    await bench.press('Keep it as a new version');
    expect(bench.text()).toContain('Give it a title.');
  });

  it('takes a file in whole or says where it is wrong', async () => {
    const bench = await benchFor(MapList, recordOf());
    await shown(bench, 'tbody strong');
    const take = async (text: string) => {
      const input = bench.page.querySelector<HTMLInputElement>('input[type=file]')!;
      const files = new DataTransfer();
      files.items.add(new File([text], 'rear.json'));
      input.files = files.files;
      input.dispatchEvent(new Event('change'));
      await new Promise((resolve) => setTimeout(resolve, 30));
      await bench.fixture.whenStable();
    };
    const file = { format: 'dormant-beacon/access-map', version: 1, ...map };
    await take('{"format":');
    expect(bench.text()).toContain('is no JSON');
    await take(JSON.stringify({ ...file, steps: [{ ...map.steps[0], needs: [['gone']] }] }));
    expect(bench.text()).toContain('steps[0].needs[0][0]: there is no step "gone"');
    await take(JSON.stringify({ ...file, steps: [{ ...map.steps[0], minutes: -1 }] }));
    expect(bench.text()).toContain('steps[0].minutes');
    expect(client.kept).toEqual([]);
    await take(JSON.stringify(file));
    expect(client.kept.map(({ basedOn, map: own }) => [basedOn, own])).toEqual([[0, map]]);
  });
});
