import { TestBed } from '@angular/core/testing';
import type { BeginImport, EndImport, ImportRows, InventorySource } from '@dormant-beacon/contract';
import { ApiProblem } from '../api';
import { StockDesk } from '../knowledge';
import { anId, benchFor, recordOf, shown } from '../testing/bench';
import { Stock } from './stock';
import { StockImport } from './stock-import';

const yard: InventorySource = { id: anId('y'), name: 'North Yard', rows: 0, takenInAt: null, mapping: null };
const listOf = (count: number, text = (n: number) => `OM-${n};LED driver;${n},50`) =>
  new File(
    [`OE;Bezeichnung;Preis\n${Array.from({ length: count }, (_, n) => text(n)).join('\n')}\n`],
    'list.csv',
  );

/** A server that remembers what came, and may be away. */
class FakeStock {
  readonly begun: BeginImport[] = [];
  readonly pieces: ImportRows[] = [];
  ended: EndImport | null = null;
  nextLine = 2;
  away = 0;
  private readonly state = (more: object = {}) => ({
    id: anId('i'),
    sourceId: yard.id,
    fileName: 'list.csv',
    state: 'coming',
    nextLine: this.nextLine,
    rows: this.pieces.reduce((sum, { rows }) => sum + rows.length, 0),
    bad: this.pieces.reduce((sum, { bad }) => sum + bad.length, 0),
    ...more,
  });
  sources = () => Promise.resolve([yard]);
  begin = (list: BeginImport) => {
    this.begun.push(list);
    return Promise.resolve(this.state());
  };
  rows = (_: string, piece: ImportRows) => {
    if (this.away-- > 0) return Promise.reject(new ApiProblem(0, 'The server does not answer.'));
    this.pieces.push(piece);
    this.nextLine = piece.to + 1;
    return Promise.resolve(this.state());
  };
  end = (_: string, how: EndImport) => {
    this.ended = how;
    return Promise.resolve(this.state({ state: how.as }));
  };
  report = () =>
    Promise.resolve(this.state({ state: 'taken', badLines: this.pieces.flatMap(({ bad }) => bad) }));
}

describe('a yard’s list', () => {
  const importOf = (server: FakeStock) => {
    TestBed.configureTestingModule({ providers: [StockImport, { provide: StockDesk, useValue: server }] });
    return TestBed.inject(StockImport);
  };

  it('comes piece by piece, each line once, what is no part left out with its reason', async () => {
    const server = new FakeStock();
    const list = importOf(server);
    await list.look(
      listOf(4000, (n) => (n === 7 ? ';LED driver;3' : `OM-${n};LED driver;${n},50`)),
      yard,
    );
    expect(list.columns()).toEqual(['partNumber', 'kind', 'price']);
    expect(await list.take(yard)).toBeTrue();
    expect(server.pieces.map(({ from, to }) => [from, to])).toEqual([
      [2, 1501],
      [1502, 3001],
      [3002, 4001],
    ]);
    expect(server.pieces[0]!.bad).toEqual([
      { line: 9, text: '; LED driver; 3', why: 'it has no part number' },
    ]);
    expect(server.pieces[2]!.rows.at(-1)!.row.part.priceCents).toBe(399_950);
    expect(server.ended).toEqual({ as: 'taken', lines: 4000 });
    expect([list.report()!.bad, list.problem()]).toEqual([1, null]);
  });

  it('goes on where it was cut off, and waits for a server that is away', async () => {
    const server = new FakeStock();
    server.nextLine = 3002;
    server.away = 1;
    const list = importOf(server);
    await list.look(listOf(4000), yard);
    expect(await list.take(yard)).toBeTrue();
    expect(server.pieces.map(({ from, to }) => [from, to])).toEqual([[3002, 4001]]);
  });

  it('is read as the yard’s last list was, where its headings are the same', async () => {
    const list = importOf(new FakeStock());
    const columns = ['reference' as const, 'kind' as const, null];
    await list.look(listOf(1), { ...yard, mapping: { head: ['OE', 'Bezeichnung', 'Preis'], columns } });
    expect(list.columns()).toEqual(columns);
    expect(list.ready()).withContext('no column holds the part number').toBeFalse();
  });

  it('that is no table is refused in words', async () => {
    const list = importOf(new FakeStock());
    await list.look(new File(['a word'], 'x.csv'), yard);
    expect(list.problem()).toContain('This is no table');
  });

  it('is chosen, its columns named, and taken in on the page', async () => {
    const server = new FakeStock();
    TestBed.overrideProvider(StockDesk, { useValue: server });
    const bench = await benchFor(Stock, recordOf());
    await shown(bench, 'input[type=file]');
    const input = bench.page.querySelector<HTMLInputElement>('input[type=file]')!;
    const files = new DataTransfer();
    files.items.add(listOf(3, (n) => `OM-${n};LED driver;on request`));
    input.files = files.files;
    input.dispatchEvent(new Event('change'));
    await shown(bench, '.columns');
    await bench.pick('Preis, such as on request', 'left out');
    await bench.press('Take it in');
    await shown(bench, '.good');
    expect(bench.text()).toContain('3 parts of list.csv are in stock now.');
    expect(server.begun[0]!.columns).toEqual(['partNumber', 'kind', null]);
  });
});
