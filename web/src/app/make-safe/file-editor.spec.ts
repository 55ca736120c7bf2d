import { type RestraintFile } from '@dormant-beacon/core/restraints';
import { usualInventory } from '@dormant-beacon/core/restraints/scope';
import { JobEvents } from '../job';
import { benchFor, fact, recordOf } from '../testing/bench';
import { UnitPanel } from './unit-panel';

const car = recordOf({ inventories: [fact('i', { file: { items: usualInventory(5) } })] });

describe('the file of a model', () => {
  it('has outlines that are drawn by keys, and places that say in which they lie', async () => {
    const bench = await benchFor(UnitPanel, car);
    const plan = bench.page.querySelector('db-zone-editor svg')!;
    const keys = async (...names: string[]) => {
      for (const key of names) plan.dispatchEvent(new KeyboardEvent('keydown', { key }));
      await bench.fixture.whenStable();
    };
    await bench.fill('New zone: its name', 'tunnel');
    await keys('Enter', 'ArrowLeft', 'Enter', 'ArrowDown', 'Enter');
    expect(bench.text()).toContain('3 corners set.');
    await bench.press('Add the zone');
    await bench.fill('New place: its name in circuits and steps', 'C44');
    await keys('ArrowUp', 'Enter');
    await bench.press('Put it where the cross is');
    expect(bench.text()).toContain('C44in the zone of');
    await bench.press('Save what this car has');
    const { file } = bench.desk.entered[0]!.data as { file: RestraintFile };
    expect(file.zones!.at(-1)).toEqual(
      jasmine.objectContaining({
        label: 'tunnel',
        corners: [
          [50, 50],
          [48, 50],
          [48, 52],
        ],
      }),
    );
    expect(file.places).toEqual([{ name: 'C44', at: [48, 50] }]);
  });

  it('keeps what is not saved yet when the record arrives anew', async () => {
    const bench = await benchFor(UnitPanel, car);
    await bench.fill('Minutes to wait', '12');
    await bench.fill('Where that stands', 'manual, group 80');
    await bench.press('Set the wait');
    bench.store.dispatch(JobEvents.loaded({ record: { ...structuredClone(car), revision: 2, seq: 90 } }));
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('The wait is 12 minutes (manual, group 80).');
    await bench.press('Save what this car has');
    expect((bench.desk.entered[0]!.data as { file: RestraintFile }).file.wait?.minutes).toBe(12);
  });

  it('carries the wait, fuses and limits of the service data, each with where it stands', async () => {
    const bench = await benchFor(UnitPanel, car);
    await bench.fill('Minutes to wait', '12');
    await bench.press('Set the wait');
    expect(bench.text()).toContain('Say whole minutes from 1 to 1440, and where they stand.');
    await bench.fill('Where that stands', 'manual, group 80');
    await bench.press('Set the wait');
    expect(bench.text()).toContain('The wait is 12 minutes (manual, group 80).');
    await bench.fill('Loop', 'L3');
    await bench.fill('Lowest, Ω', '2.8');
    await bench.fill('Highest, Ω', '2.2');
    await bench.press('Add the limit');
    expect(bench.text()).toContain('The lowest has to be below the highest.');
    await bench.press('Save what this car has');
    expect((bench.desk.entered[0]!.data as { file: RestraintFile }).file.wait).toEqual({
      minutes: 12,
      source: 'manual, group 80',
    });
  });

  it('has the outline of a unit drawn anew, and gives back the usual one when that is taken out', async () => {
    const bench = await benchFor(UnitPanel, car);
    const plan = bench.page.querySelector('db-zone-editor svg')!;
    [...bench.page.querySelectorAll<HTMLElement>('db-zone-editor li button')]
      .find((button) => button.textContent.trim() === 'control module')!
      .click();
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('Draw “control module” anew');
    for (const key of ['Enter', 'ArrowLeft', 'Enter', 'ArrowDown', 'Enter'])
      plan.dispatchEvent(new KeyboardEvent('keydown', { key }));
    await bench.fixture.whenStable();
    await bench.press('Set the outline');
    await bench.press('Save what this car has');
    const saved = () => (bench.desk.entered.at(-1)!.data as { file: RestraintFile }).file.zones;
    expect(saved()!.map(({ id, corners }) => [id, corners.length])).toEqual([['module', 3]]);
    bench.page.querySelector<HTMLElement>('[aria-label="Take out the outline of control module"]')!.click();
    await bench.fixture.whenStable();
    await bench.press('Save what this car has');
    expect(saved()).toEqual([]);
  });
});
