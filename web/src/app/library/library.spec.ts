import { TestBed } from '@angular/core/testing';
import type { CodeFile, Pattern } from '@dormant-beacon/contract';
import { Client } from '../api';
import { benchFor, recordOf } from '../testing/bench';
import { CodeNotes } from './code-notes';
import { LibraryEvents, vehicleFileOf } from '../knowledge';
import { PatternList } from './pattern-list';

const stamp = { id: 'n', personId: 'p', addedAt: '2026-11-01T08:00:00Z' };
const note = { make: 'Velanta', code: 'B1C11', says: 'the holder browns', source: 'three jobs' };
const file: CodeFile = {
  notes: [{ ...stamp, ...note, module: 'Body', credibility: 'own-job', times: 3 }],
  links: [
    {
      ...stamp,
      make: 'Velanta',
      model: 'Quill',
      link: { module: 'Body', supplies: ['F12'], grounds: ['G3'] },
    },
  ],
  found: [{ module: 'Body', code: 'B1C11', label: 'Lamp holder', jobs: 9 }],
};

/** A client that remembers what was sent. */
function fakeClient() {
  const sent: object[] = [];
  const keep = (body: object) => {
    sent.push(body);
    return Promise.resolve({ id: 'x' });
  };
  TestBed.overrideProvider(Client, {
    useValue: {
      addPattern: keep,
      addCodeNote: keep,
      addCodeLink: keep,
      withdrawEntry: (id: string) => keep({ id }),
    },
  });
  return sent;
}

describe('vehicleFileOf', () => {
  it('lets notes weigh that name a module, and proven jobs up to three times', () => {
    const { links, weaknesses } = vehicleFileOf({
      ...file,
      notes: [...file.notes, { ...file.notes[0]!, times: 1 }, { ...file.notes[0]!, module: null, times: 5 }],
    });
    expect(links).toEqual([{ module: 'Body', supplies: ['F12'], grounds: ['G3'] }]);
    expect(weaknesses.map(({ says, times }) => [says, times])).toEqual([
      ['the holder browns', 3],
      ['9 proven jobs with it: Lamp holder', 3],
    ]);
  });
});

describe('CodeNotes', () => {
  it('shows what is known of a vehicle’s codes with its source, and keeps a new note', async () => {
    const sent = fakeClient();
    const bench = await benchFor(CodeNotes, recordOf());
    expect(bench.text()).toContain('Type a make');
    await bench.fill('Make', 'Velanta');
    await bench.fill('Model', 'Quill');
    bench.store.dispatch(LibraryEvents.fileLoaded({ make: 'Velanta', model: 'Quill', file }));
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('Body · every model · 3 times as likely · our own jobs: three jobs');
    expect(bench.text()).toContain('Lamp holder');
    expect(bench.text()).toContain('supplies F12 · grounds G3');
    await bench.fill('Code', 'B2214');
    await bench.fill('What is known', 'the loom chafes');
    await bench.fill('Where from', 'maker’s text');
    await bench.press('three times');
    await bench.press('Keep the note');
    expect(sent[0]).toEqual(
      jasmine.objectContaining({ make: 'Velanta', model: 'Quill', code: 'B2214', times: 3, module: null }),
    );
    expect(bench.field('Make').value).toBe('Velanta');
    await bench.press('Take back');
    expect(sent[1]).toEqual({ id: 'n' });
  });

  it('adds to a vehicle’s file, lists out of commas', async () => {
    const sent = fakeClient();
    const bench = await benchFor(CodeNotes, recordOf());
    await bench.fill('Make', 'Velanta');
    bench.store.dispatch(LibraryEvents.fileLoaded({ make: 'Velanta', model: null, file }));
    await bench.fixture.whenStable();
    await bench.press('Add to the vehicle’s file');
    expect(bench.text()).toContain('Name the model');
    await bench.fill('Model', 'Quill');
    bench.store.dispatch(LibraryEvents.fileLoaded({ make: 'Velanta', model: 'Quill', file }));
    await bench.fixture.whenStable();
    await bench.fill('Module', 'Door', 1);
    await bench.fill('Supplies', 'F12, F31 ,');
    await bench.press('Add to the vehicle’s file');
    expect(sent.at(-1)).toEqual(
      jasmine.objectContaining({
        link: {
          module: 'Door',
          supplies: ['F12', 'F31'],
          grounds: [],
          networks: [],
          connectors: [],
          places: [],
        },
      }),
    );
  });
});

describe('PatternList', () => {
  it('shows what was taught and declares a shape, its digits as signs', async () => {
    const sent = fakeClient();
    const bench = await benchFor(PatternList, recordOf());
    const patterns: Pattern[] = [
      { ...stamp, code: { name: 'blink count', before: 'Blink code:', shape: '#-#' } },
      { ...stamp, id: 'm', line: { like: 'Printed at desk #', as: 'ignore' } },
      { ...stamp, id: 'w', word: { word: 'glimmt', status: 'stored', reader: 'Palegate 7' } },
    ];
    bench.store.dispatch(LibraryEvents.patternsLoaded({ patterns }));
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('Blink code: #-#blink count');
    expect(bench.text()).toContain('Printed at desk #nothing');
    expect(bench.text()).toContain('glimmtstatus: stored, in reports of Palegate 7');
    await bench.fill('What stands before it', 'Port 7');
    await bench.fill('Its shape', '#####');
    await bench.press('Declare it');
    expect(sent).toEqual([
      jasmine.objectContaining({ code: { name: null, before: 'Port #', shape: '#####' } }),
    ]);
  });
});
