import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { KeepCodingBook, KeepDepthTable } from '@dormant-beacon/contract';
import { bodyBook } from '@dormant-beacon/core/coding/example';
import { ApiProblem, Client } from '../api';
import { type Bench, benchFor, recordOf, shown } from '../testing/bench';
import { BookEditor } from './book-editor';
import { BookList } from './book-list';
import { DepthTables } from './depth-tables';

class FakeClient {
  readonly kept: KeepCodingBook[] = [];
  readonly tables: KeepDepthTable[] = [];
  refusal: ApiProblem | null = null;
  private readonly row = {
    bookId: 'k1',
    version: 2,
    make: 'Ostrel',
    model: 'Marn wagon',
    title: bodyBook.title,
    note: null,
    personId: 'p',
    addedAt: '2026-11-17T08:00:00Z',
  };
  codingBooks = () => Promise.resolve([this.row]);
  codingBook = () => Promise.resolve({ ...this.row, latest: 2, withdrawn: false, book: bodyBook });
  depthTables = () => Promise.resolve([]);
  keepCodingBook(body: KeepCodingBook) {
    if (this.refusal) return Promise.reject(this.refusal);
    this.kept.push(body);
    return Promise.resolve({ bookId: body.bookId, version: body.basedOn + 1 });
  }
  keepDepthTable(body: KeepDepthTable) {
    this.tables.push(body);
    return Promise.resolve({ tableId: body.tableId, version: 1 });
  }
}

describe('coding books of the library', () => {
  let client: FakeClient;
  beforeEach(() => {
    client = new FakeClient();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: Client, useValue: client }],
    });
  });

  const opened = async (bookId: string): Promise<Bench<BookEditor>> => {
    const bench = await benchFor(BookEditor, recordOf(), { bookId });
    await shown(bench, 'db-entry');
    return bench;
  };

  it('are typed in lines, with the sheet beside them and what is wrong by its line', async () => {
    const bench = await opened('k1');
    expect(bench.text()).toContain('Read out the memory of the old unit and keep it here');
    await bench.fill('What it carries', 'save; identity; Photograph the label\nkeep; trim; it');
    expect(bench.text()).toContain('line 2: “keep” is no way; there is save, write, teach, declare');
    await bench.press('Keep it as a new version');
    expect(client.kept).toEqual([]);
    await bench.fill('What it carries', 'save; identity; Photograph the label');
    bench.field('What it carries').dispatchEvent(new FocusEvent('focusout', { bubbles: true }));
    await bench.fixture.whenStable();
    await bench.press('Undo');
    expect(bench.field('What it carries').value).toContain('Teach every key');
    await bench.press('Do it again');
    await bench.fill('What is new in it', 'labels only');
    await bench.press('Keep it as a new version');
    const [kept] = client.kept;
    expect([kept!.basedOn, kept!.note]).toEqual([2, 'labels only']);
    expect(kept!.book.carries.map(({ does }) => does)).toEqual(['Photograph the label']);
    expect(kept!.book.layout?.fields.map(({ name }) => name)).toEqual([
      'vin',
      'distance',
      'keys',
      'crash',
      'coding',
    ]);
  });

  it('keep nothing that contradicts itself, and become the version after somebody else’s', async () => {
    const bench = await opened('k1');
    await bench.fill('Fields: name', 'vin; 0; 3\nkeys; 2; 2');
    expect(bench.text()).toContain('overlaps “vin”');
    await bench.fill('Fields: name', 'vin; 0; 3');
    await bench.fill('Checksums: name', '');
    await bench.fill('Field of the layout', '');
    client.refusal = new ApiProblem(409, 'Somebody was first.', undefined, { version: 5 });
    await bench.press('Keep it as a new version');
    expect(bench.text()).toContain('What you changed is still here.');
    client.refusal = null;
    await bench.press('Keep it as a new version');
    expect(client.kept[0]!.basedOn).toBe(5);
  });

  it('begin with an example where nothing is there yet', async () => {
    const bench = await opened('new');
    await bench.press('Begin with an example');
    expect(bench.field('Unit').value).toBe('Body module');
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: Client, useValue: client }],
    });
    const list = await benchFor(BookList, recordOf());
    await shown(list, 'tbody a');
    expect(list.text()).toContain('version 2');
  });
});

describe('depth tables', () => {
  it('are entered in lines, and say what is missing', async () => {
    const client = new FakeClient();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: Client, useValue: client }],
    });
    const bench = await benchFor(DepthTables, recordOf());
    bench.page.querySelector<HTMLElement>('mat-expansion-panel-header')!.click();
    await bench.fixture.whenStable();
    for (const [label, value] of [
      ['Name', 'Door cylinder'],
      ['Make', 'Corvane'],
      ['Codes and their heights', '1 7,1\n2'],
      ['Sides from the shoulder', 'l r l'],
      ['From cut to cut', '2,5'],
      ['Shoulder to first', '3.2'],
      ['Still turns', '0.12'],
      ['Cuts wear', '0.1'],
      ['Where it is from', 'measured here'],
    ] as const)
      await bench.fill(label, value);
    await bench.press('Keep the table');
    expect(bench.text()).toContain('“2” has no height');
    await bench.fill('Codes and their heights', '1 7,1\n2 6,75');
    await bench.press('Keep the table');
    expect(client.tables[0]!.table.depths).toEqual([
      { code: '1', mm: 7.1 },
      { code: '2', mm: 6.75 },
    ]);
    expect(client.tables[0]!.table.hands).toEqual(['left', 'right', 'left']);
  });
});
