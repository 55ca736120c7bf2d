import { TestBed } from '@angular/core/testing';
import type { AddCodeNote } from '@dormant-beacon/contract';
import { LibraryDesk, LibraryEvents } from '../knowledge';
import { anId, benchFor, fact, flap, recordOf, scanFact } from '../testing/bench';
import { Clear } from './clear';

const repair = {
  traceId: null,
  element: null,
  beaconIds: ['b'],
  label: 'Replace it',
  method: 'replace',
  root: 'unknown',
  cured: true,
  chance: null,
};
const repaired = () => ({
  beacons: [fact('b', flap)],
  scans: [scanFact('s', 'baseline', 'Body\n  B1318-16 Supply (active)\n')],
  repairs: [fact('r', repair)],
});

describe('Clear', () => {
  it('is closed until a repair works', async () => {
    const bench = await benchFor(
      Clear,
      recordOf({ beacons: [fact('b', flap)], scans: [scanFact('s', 'baseline', 'Body: no codes')] }),
    );
    expect(bench.text()).toContain('Clearing opens after a repair that works.');
  });

  it('says that codes are cleared, with the caution beside it', async () => {
    const bench = await benchFor(Clear, recordOf(repaired()));
    expect(bench.text()).toContain('On restraints: connectors locked, tools out, cabin empty');
    await bench.press('The codes are cleared in every module');
    expect(bench.desk.entered).toEqual([{ kind: 'clearings', data: { reader: 'ODDLIGHT R2' } }]);
  });

  it('says first whether it may be driven, and in which order to clear', async () => {
    const before = repaired();
    const text =
      'Cluster\n  U0140-00 Lost communication with body (stored)\nBody\n  B1318-16 Supply (active)\n';
    const bench = await benchFor(Clear, recordOf({ ...before, scans: [scanFact('s', 'baseline', text)] }));
    expect(bench.text()).toContain('It may be driven.');
    const steps = [...bench.page.querySelectorAll('ol li')].map((li) =>
      li.textContent.replace(/\s+/g, ' ').trim(),
    );
    expect(steps).toEqual([
      'Body, one code first: Cluster misses it',
      'Cluster, one code last: it only tells of others',
    ]);
  });

  it('names what is silent or was not read, and makes a code that is another fault a beacon of its own', async () => {
    // In this order, as they were entered.
    const before = repaired();
    const baseline = scanFact(
      's',
      'baseline',
      'Body\n  B1318-16 Supply (active)\nLamps: no codes\nDoor: no codes\n',
    );
    const clearings = [fact('c', {})];
    const final = scanFact('g', 'final', 'Body\n  B1318-16 Supply (active)\nLamps: no response\n');
    const read = await benchFor(Clear, recordOf({ ...before, clearings, scans: [baseline, final] }));
    expect(read.text()).toContain('Not read: Door. Read again.');
    expect(read.page.querySelector('db-silent-modules li')!.textContent).toContain('Lamps');
    await read.press('Trace it separately');
    expect(read.desk.entered.map(({ kind, data }) => [kind, data['name'] ?? data['end']])).toEqual([
      ['beacons', 'B1318-16 in Body'],
      ['code-ends', 'explained'],
    ]);
  });

  it('tells what was born after a clear, and remembers it of the reader', async () => {
    const before = repaired();
    const record = recordOf({
      ...before,
      clearings: [fact('c', { reader: 'Tallow 9' })],
      scans: [...before.scans, scanFact('f', 'final', 'Body\n  B1401-54 Window not taught (active)\n')],
    });
    const bench = await benchFor(Clear, record);
    expect(bench.text()).toContain('Born after a clear');
    expect(bench.text()).toContain('B1401-54 Body');
    const notes: AddCodeNote[] = [];
    spyOn(TestBed.inject(LibraryDesk), 'addCodeNote').and.callFake((note) => {
      notes.push(note);
      return Promise.resolve({ id: note.id });
    });
    await bench.press('Remember for this model: clearing with Tallow 9 does this');
    await bench.fixture.whenStable();
    expect(notes).toEqual([
      jasmine.objectContaining({
        code: 'B1401',
        module: 'Body',
        says: 'clearing with Tallow 9 sets it: teach it again, or clear with another reader',
        credibility: 'own-job',
      }),
    ]);
    expect(bench.text()).not.toContain('Remembered for this model.');
    const { make, model } = record.vehicle;
    bench.store.dispatch(
      LibraryEvents.fileLoaded({
        make,
        model,
        file: {
          links: [],
          notes: notes.map((note) => ({ ...note, personId: anId('p'), addedAt: '2026-11-30T09:00:00.000Z' })),
          found: [],
        },
      }),
    );
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('Remembered for this model.');
  });

  it('shows every code’s end, and takes a reason for one that stays', async () => {
    const before = repaired();
    const record = recordOf({
      ...before,
      clearings: [fact('c', {})],
      scans: [...before.scans, scanFact('f', 'final', 'Body\n  B1318-16 Supply (stored)\n')],
    });
    const bench = await benchFor(Clear, record);
    expect(bench.page.querySelector('tr.open')!.textContent).toContain('stored, not active now');
    await bench.press('It stays …');
    await bench.press('Out of scope');
    expect(bench.text()).toContain('Say why it stays.');
    await bench.fill('Why it stays', 'old, customer told');
    await bench.press('Out of scope');
    expect(bench.desk.entered).toEqual([
      {
        kind: 'code-ends',
        data: {
          module: 'Body',
          code: 'B1318',
          failureType: '16',
          end: 'out-of-scope',
          note: 'old, customer told',
        },
      },
    ]);
  });

  it('sets apart what the work itself made, says by which step, and clears once more', async () => {
    const before = repaired();
    const record = recordOf({
      ...before,
      temporaries: [fact('u', { kind: 'unplugged', where: 'plug C77', removes: null })],
      clearings: [fact('c', { reader: 'ODDLIGHT R2' })],
      scans: [
        ...before.scans,
        scanFact('f', 'final', 'Body\n  B1A29-13 Signal at plug C77 (stored)\n  B1318-16 Supply (active)\n'),
      ],
    });
    const bench = await benchFor(Clear, record);
    const own = bench.page.querySelector('db-work-codes')!;
    expect(own.textContent).toContain('plug C77 was unplugged');
    expect(bench.page.querySelector('tr.open')!.textContent).toContain('it came back at once');
    await bench.press('The codes are cleared once more');
    await bench.press('Explained by it');
    expect(bench.desk.entered.map(({ kind, data }) => [kind, data['reader'] ?? data['note']])).toEqual([
      ['clearings', 'ODDLIGHT R2'],
      ['code-ends', 'made by the work: plug C77 was unplugged'],
    ]);
  });

  it('asks why a module stays silent, with what it would cost', async () => {
    const before = repaired();
    const record = recordOf({
      ...before,
      clearings: [fact('c', {})],
      scans: [...before.scans, scanFact('f', 'final', 'Body: no response\n')],
    });
    const bench = await benchFor(Clear, record);
    await bench.press('It stays silent …');
    await bench.press('It stays silent');
    expect(bench.text()).toContain('Say why it stays silent.');
    await bench.fill('Why it stays silent', 'water in it, customer told');
    await bench.fill('Told what it costs', '340');
    await bench.press('It stays silent');
    expect(bench.desk.entered).toEqual([
      {
        kind: 'module-ends',
        data: { module: 'Body', end: 'out-of-scope', note: 'water in it, customer told', priceCents: 34_000 },
      },
    ]);
  });

  it('names the drive that completes a monitor', async () => {
    const before = repaired();
    const record = recordOf({
      ...before,
      clearings: [fact('c', {})],
      scans: [...before.scans, scanFact('f', 'final', 'Body: no codes\n')],
    });
    const bench = await benchFor(Clear, record);
    expect(bench.page.querySelector('db-monitor-list')!.textContent).toContain('used three times to its end');
  });
});
