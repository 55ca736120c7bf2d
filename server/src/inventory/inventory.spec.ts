import { randomUUID } from 'node:crypto';
import type { Found, ImportReport, ImportState, InventorySource } from '@dormant-beacon/contract';
import { guessColumns, readRow } from '@dormant-beacon/core/inventory';
import { Shop } from '../testing/shop.js';
import { tidyInventory } from './imports.js';
import { placesQuery, type Wanted } from './search.js';

const head = ['OE', 'Description', 'Price', 'Make', 'Model', 'Built', 'Side', 'Pins', 'Key'];
const columns = guessColumns(head);

/** So many lines of a list, the last figure of each number telling it apart. */
const listOf = (count: number, base = 'OM-2210') =>
  Array.from({ length: count }, (_, n) => ({
    line: n + 2,
    cells: [
      `${base}-${n}`,
      'LED driver',
      `${20 + n},50`,
      'Ostrel',
      'Marn saloon',
      `2021-0${1 + (n % 9)}`,
      'right',
      '12',
      n % 2 ? 'A' : 'B',
    ],
  }));

describe('the stock of other yards', () => {
  let shop: Shop;
  beforeAll(async () => (shop = await Shop.open()));
  afterAll(() => shop.close());

  async function yard(name: string): Promise<string> {
    const id = randomUUID();
    expect((await shop.write('/api/inventory/sources', { id, name })).status).toBe(201);
    return id;
  }
  const begin = (sourceId: string, name: string, more: object = {}) =>
    shop.write<ImportState>('/api/inventory/imports', {
      id: randomUUID(),
      sourceId,
      fileName: `${name}.csv`,
      fingerprint: `list-${name}`,
      head,
      columns,
      ...more,
    });
  const bring = (importId: string, lines: ReturnType<typeof listOf>) => {
    const read = lines.map(({ line, cells }) => ({ line, cells, read: readRow(cells, columns) }));
    return shop.write<ImportState & { current?: ImportState }>(`/api/inventory/imports/${importId}/rows`, {
      from: lines[0]!.line,
      to: lines.at(-1)!.line,
      rows: read.flatMap(({ line, read: own }) => ('row' in own ? [{ line, row: own.row }] : [])),
      bad: read.flatMap(({ line, cells, read: own }) =>
        'why' in own ? [{ line, text: cells.join(';'), why: own.why }] : [],
      ),
    });
  };
  const end = (importId: string, as: string, lines: number) =>
    shop.write<ImportState>(`/api/inventory/imports/${importId}/end`, { as, lines });
  const find = async (query: Record<string, string>) =>
    (await shop.get<Found>(`/api/inventory/search?${new URLSearchParams(query).toString()}`)).body.found;
  const numbers = async (query: Record<string, string>) =>
    (await find(query)).map(({ part }) => part.partNumber);

  it('is found once a list has ended, and not a line of it before', async () => {
    const sourceId = await yard('North Yard');
    const { body } = await begin(sourceId, 'first');
    expect([body.state, body.nextLine]).toEqual(['coming', 2]);
    const lines = listOf(6);
    lines[4]!.cells[2] = 'on request';
    expect((await bring(body.id, lines.slice(0, 3))).body.nextLine).toBe(5);
    expect(await numbers({ number: 'OM-2210-1' })).toEqual([]);
    expect((await end(body.id, 'taken', 6)).status).toBe(409);
    await bring(body.id, lines.slice(3));
    const taken = await end(body.id, 'taken', 6);
    expect([taken.status, taken.body.state, taken.body.rows, taken.body.bad]).toEqual([201, 'taken', 5, 1]);
    expect(await numbers({ number: 'om2210.1' })).toEqual(['OM-2210-1']);
    const report = (await shop.get<ImportReport>(`/api/inventory/imports/${body.id}`)).body;
    expect(report.badLines).toEqual([
      { line: 6, text: lines[4]!.cells.join(';'), why: '“on request” is no price' },
    ]);
    const { sources } = (await shop.get<{ sources: InventorySource[] }>('/api/inventory/sources')).body;
    expect(sources.find(({ id }) => id === sourceId)).toEqual(
      jasmine.objectContaining({ rows: 5, mapping: { head, columns } }),
    );
  });

  it('goes on where it was cut off, takes no line twice, and asks for the next one', async () => {
    const sourceId = await yard('Mill Lane Parts');
    const first = (await begin(sourceId, 'cut')).body;
    const lines = listOf(8, 'ML');
    await bring(first.id, lines.slice(0, 4));
    const again = (await begin(sourceId, 'cut')).body;
    expect([again.id, again.nextLine]).toEqual([first.id, 6]);
    const repeated = await bring(first.id, lines.slice(0, 4));
    expect([repeated.status, repeated.body.current!.nextLine]).toEqual([409, 6]);
    await bring(first.id, lines.slice(4));
    expect((await end(first.id, 'taken', 8)).body.rows).toBe(8);
    expect((await end(first.id, 'taken', 8)).status)
      .withContext('said again')
      .toBe(201);
    expect((await bring(first.id, lines.slice(0, 4))).status).toBe(409);
  });

  it('is replaced by the yard’s next list in one step, and kept where that one is undone', async () => {
    const sourceId = await yard('Harbour Salvage');
    const load = async (name: string, base: string, as: string) => {
      const { id } = (await begin(sourceId, name)).body;
      await bring(id, listOf(3, base));
      await end(id, as, 3);
    };
    await load('spring', 'HS', 'taken');
    await load('summer', 'HT', 'undone');
    expect([await numbers({ number: 'HS-1' }), await numbers({ number: 'HT-1' })]).toEqual([['HS-1'], []]);
    await load('autumn', 'HU', 'taken');
    expect([await numbers({ number: 'HS-1' }), await numbers({ number: 'HU-1' })]).toEqual([[], ['HU-1']]);
    await tidyInventory(shop.db);
    const [{ left }] = (await shop
      .db('inventory_rows')
      .where('number_normal', 'like', 'HS%')
      .count({ left: '*' })) as [{ left: number }];
    expect(Number(left)).toBe(0);
  });

  it('is searched by vehicle and months, by plug and kind, and through supersessions', async () => {
    const sourceId = await yard('Quay Breakers');
    const { id } = (await begin(sourceId, 'all')).body;
    await bring(id, listOf(9, 'QB'));
    await end(id, 'taken', 9);
    const own = async (query: Record<string, string>) =>
      (await numbers(query)).filter((number) => number.startsWith('QB'));
    const car = { make: 'ostrel', model: 'marn saloon', kind: 'led' };
    expect(await own({ ...car, from: '2021-08', to: '2021-09' })).toEqual(['QB-7', 'QB-8']);
    expect(await own({ kind: 'LED driver', cavities: '12', key: 'A', from: '2021-08' })).toEqual(['QB-7']);
    await shop.write('/api/library/supersession-lists', {
      rows: [{ old: 'QA-9', new: 'QB-3' }],
      source: 'x',
    });
    expect(await numbers({ number: 'QA-9' })).toEqual(['QB-3']);
    expect(await numbers({ number: 'QB-3' })).toEqual(['QB-3']);
    expect(await numbers({ kind: '%', cavities: '12' })).toEqual([]);
    const nothing = await shop.get('/api/inventory/search?kind=led');
    expect(nothing.status).toBe(422);
    expect((await shop.get('/api/inventory/search?make=a&model=b&from=2021')).body['path']).toBe('from');
  });

  it('goes by an index in every search', async () => {
    const none: Wanted = {
      number: null,
      make: null,
      model: null,
      kind: null,
      from: null,
      to: null,
      cavities: null,
      key: null,
    };
    const searches: [Partial<Wanted>, string][] = [
      [{ number: 'OM-2210-1' }, 'inventory_rows_number_index'],
      [{ make: 'Ostrel', model: 'Marn saloon', kind: 'LED' }, 'inventory_rows_vehicle_index'],
      [{ kind: 'LED', cavities: 12, key: 'A' }, 'inventory_rows_plug_index'],
    ];
    // A few rows say nothing of what is chosen among many.
    const sourceId = await yard('Long List');
    const { id } = (await begin(sourceId, 'long')).body;
    const lines = listOf(2000, 'LL').map(({ line, cells }) => ({
      line,
      cells: [
        cells[0]!,
        line % 50 ? `thing ${line % 97}` : 'LED driver',
        '10',
        `make ${line % 40}`,
        `m ${line % 30}`,
        '',
        '',
        String(2 + (line % 60)),
        'C',
      ],
    }));
    await bring(id, lines);
    await end(id, 'taken', 2000);
    await shop.owner.raw('ANALYZE TABLE inventory_rows');
    for (const [wanted, index] of searches) {
      const query = placesQuery(shop.db, { ...none, ...wanted }, [id], ['OM22101']);
      const [plan] = (await shop.db.raw(`EXPLAIN ${query.limit(200).toQuery().replace(/\?/g, '\\?')}`)) as [
        { table: string; key: string | null; Extra: string }[],
      ];
      const own = plan.find(({ table }) => table === 'own')!;
      expect([own.key, own.Extra.includes('Using index')])
        .withContext(JSON.stringify(wanted))
        .toEqual([index, true]);
    }
  });

  it('refuses lists that cannot be read, lines out of order, and names that are taken', async () => {
    const sourceId = await yard('Odd Yard');
    const refused = async (more: object) =>
      (await begin(sourceId, 'odd', more)).body as unknown as { path: string };
    expect((await refused({ columns: ['kind', null] })).path).toBe('columns');
    expect((await refused({ columns: ['partNumber', 'kind', 'kind'] })).path).toBe('columns');
    expect((await begin(randomUUID(), 'odd')).status).toBe(404);
    expect((await shop.write('/api/inventory/sources', { id: randomUUID(), name: 'Odd Yard' })).status).toBe(
      409,
    );
    const { id } = (await begin(sourceId, 'odd')).body;
    const row = { kind: 'x', partNumber: 'y' };
    const rows = [{ line: 9, row: { part: row } }];
    expect(
      (await shop.write(`/api/inventory/imports/${id}/rows`, { from: 2, to: 3, rows, bad: [] })).status,
    ).toBe(422);
    expect((await end(id, 'taken', 0)).status).toBe(409);
    expect((await bring(randomUUID(), listOf(1))).status).toBe(404);
  });
});
