import { TestBed } from '@angular/core/testing';
import { LibraryDesk } from '../knowledge';
import { anId, benchFor, recordOf } from '../testing/bench';
import { SupersessionList } from './supersession-list';

const row = (old: string, next: string) => ({
  id: anId(old.at(-1)!),
  old,
  new: next,
  source: 'spring',
  personId: anId('p'),
  addedAt: '2026-11-17T08:00:00Z',
});

describe('SupersessionList', () => {
  let sent: unknown[];
  const onBench = () => {
    sent = [];
    TestBed.overrideProvider(LibraryDesk, {
      useValue: {
        supersessions: (number: string | null) =>
          Promise.resolve(number === 'A-1' ? [row('A-1', 'A-2'), row('A-2', 'A-1')] : []),
        withdrawSupersession: (id: string) => {
          sent.push(id);
          return Promise.resolve({ id });
        },
        importSupersessions: (list: unknown) => {
          sent.push(list);
          return Promise.resolve({ added: 1, there: 1 });
        },
      },
    });
    return benchFor(SupersessionList, recordOf());
  };
  const settled = async (bench: Awaited<ReturnType<typeof onBench>>) => {
    await new Promise((resolve) => setTimeout(resolve));
    await bench.fixture.whenStable();
  };

  it('looks a number up, and says where a list leads in a ring', async () => {
    const bench = await onBench();
    await bench.fill('A part number', 'A-1');
    await bench.press('Look it up');
    await settled(bench);
    expect(bench.text()).toContain('These lead back to each other');
    expect(bench.page.querySelectorAll('tbody tr').length).toBe(2);
    await bench.press('Take back');
    expect(sent).toEqual([anId('1')]);
  });

  it('adds pairs in whatever way they are set apart, and says which line is none', async () => {
    const bench = await onBench();
    await bench.fill('Old and new number', 'OM-1 OM-2\nOM-2;OM-3\nOM-3');
    await bench.press('Add them');
    expect(bench.text()).toContain('Line 3, “OM-3”, is no pair.');
    await bench.fill('Old and new number', 'OM-1 OM-2\nOM 2;OM 3\n');
    await bench.press('Add them');
    expect(bench.text()).toContain('Say where this is from.');
    await bench.fill('Source', 'parts list');
    await bench.press('Add them');
    await settled(bench);
    expect(sent).toEqual([
      {
        rows: [
          { old: 'OM-1', new: 'OM-2' },
          { old: 'OM 2', new: 'OM 3' },
        ],
        source: 'parts list',
      },
    ]);
    expect(bench.text()).toContain('1 added, 1 stood there already.');
  });
});
