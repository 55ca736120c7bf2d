/** Salvage stock of the made-up world: any number of rows from a seed, the same each time. */
import type { InventoryRow } from '@dormant-beacon/core/inventory';
import { randomNumbers } from '@dormant-beacon/core/random';
import { type Call, madeId, pell } from './world.js';

interface Model {
  readonly make: string;
  readonly model: string;
  readonly letters: string;
  readonly from: number;
  readonly to: number;
}

const models: readonly Model[] = [
  { make: 'Velanta', model: 'Quill', letters: 'VQ', from: 2015, to: 2024 },
  { make: 'Velanta', model: 'Quill Estate', letters: 'VQ', from: 2016, to: 2024 },
  { make: 'Ostrel', model: 'Marn saloon', letters: 'OM', from: 2014, to: 2023 },
  { make: 'Ostrel', model: 'Marn wagon', letters: 'OM', from: 2014, to: 2023 },
  { make: 'Corvane', model: 'Lumen', letters: 'CV', from: 2020, to: 2025 },
  { make: 'Hallmer', model: 'Drover', letters: 'HD', from: 2012, to: 2022 },
];

interface Kind {
  readonly kind: string;
  readonly series: number;
  readonly cavities: number;
  readonly cents: number;
  readonly sided: boolean;
  readonly coded: boolean;
}

const kinds: readonly Kind[] = [
  { kind: 'LED driver', series: 2210, cavities: 12, cents: 12_000, sided: true, coded: false },
  { kind: 'headlamp', series: 2200, cavities: 14, cents: 34_000, sided: true, coded: false },
  { kind: 'tail lamp', series: 2300, cavities: 6, cents: 9000, sided: true, coded: false },
  { kind: 'body module', series: 6610, cavities: 40, cents: 18_000, sided: false, coded: true },
  { kind: 'door module', series: 6620, cavities: 20, cents: 7000, sided: true, coded: true },
  { kind: 'instruments', series: 6710, cavities: 32, cents: 16_000, sided: false, coded: true },
  { kind: 'restraint control module', series: 7712, cavities: 50, cents: 9000, sided: false, coded: true },
  { kind: 'front belt', series: 7001, cavities: 2, cents: 6500, sided: true, coded: false },
  { kind: 'seat with side bag', series: 7300, cavities: 18, cents: 30_000, sided: true, coded: false },
  { kind: 'door latch', series: 4471, cavities: 8, cents: 5500, sided: true, coded: false },
  { kind: 'window motor', series: 4480, cavities: 6, cents: 4500, sided: true, coded: false },
  { kind: 'charge flap actuator', series: 2212, cavities: 4, cents: 3800, sided: false, coded: false },
  { kind: 'impact sensor', series: 7780, cavities: 2, cents: 2500, sided: true, coded: false },
  { kind: 'trailer module', series: 6640, cavities: 16, cents: 8500, sided: false, coded: true },
  { kind: 'steering column switch', series: 4310, cavities: 12, cents: 6000, sided: false, coded: false },
];

/** @example [...stockRows(3000, 7)].length // 3000 */
export function* stockRows(count: number, seed: number): Generator<InventoryRow> {
  const { uniform } = randomNumbers(seed);
  const one = <T>(of: readonly T[]): T => of[Math.floor(uniform() * of.length)]!;
  for (let n = 0; n < count; n++) {
    const { make, model, letters, from, to } = one(models);
    const own = one(kinds);
    const year = from + Math.floor(uniform() * (to - from + 1));
    const month = 1 + Math.floor(uniform() * 12);
    const event = one(['none', 'none', 'collision', 'collision', 'water', 'unknown'] as const);
    // A number changes every second year, its letter with each revision.
    const version = String(Math.floor((year - 2012) / 2) + 2).padStart(2, '0');
    const suffix = own.coded ? one(['A', 'B', 'C']) : '';
    yield {
      reference: `${n + 1}`,
      make,
      model,
      part: {
        kind: own.kind,
        partNumber: `${letters}-${own.series}-${version}${suffix}`,
        connectors: [
          { cavities: own.cavities, key: one(['A', 'A', 'A', 'B']), colour: one(['grey', 'black']) },
        ],
        hand: own.sided ? one(['left', 'right'] as const) : null,
        vehicleBuilt: `${year}-${String(month).padStart(2, '0')}`,
        ...(own.coded
          ? {
              hardware: one(['H07', 'H08']),
              software: `S4.${String(8 + Math.floor(uniform() * 6)).padStart(2, '0')}`,
            }
          : {}),
        provenance: {
          kind: 'used',
          event,
          deployed: event === 'collision' && own.series >= 7000 && uniform() < 0.4 ? true : null,
          distance: Math.round((2026 - year) * (8000 + uniform() * 14_000)),
          storage: one(['dry', 'dry', 'outside']),
        },
        priceCents: Math.round((own.cents * (0.6 + uniform() * 0.9)) / 100) * 100,
      },
    };
  }
}

/** Rows that one call brings. */
const atOnce = 1000;

/** A yard with its stock, as the desk takes it in. */
export function yardCalls(name: string, count: number, seed: number): readonly Call[] {
  const [sourceId, importId] = [madeId(), madeId()];
  const call = (path: string, body: Record<string, unknown>): Call => ({
    path: `/api/inventory/${path}`,
    personId: pell.id,
    key: madeId(),
    body,
  });
  const rows = [...stockRows(count, seed)];
  const pieces = Array.from({ length: Math.ceil(count / atOnce) }, (_, n) =>
    rows.slice(n * atOnce, (n + 1) * atOnce),
  );
  return [
    call('sources', { id: sourceId, name }),
    call('imports', {
      id: importId,
      sourceId,
      fileName: `${name.toLowerCase().replaceAll(' ', '-')}.csv`,
      fingerprint: `made-${seed}-${count}`,
      head: ['Number', 'Part', 'Make', 'Model', 'Price'],
      columns: ['partNumber', 'kind', 'make', 'model', 'price'],
    }),
    ...pieces.map((piece, n) =>
      call(`imports/${importId}/rows`, {
        from: n * atOnce + 2,
        to: n * atOnce + piece.length + 1,
        rows: piece.map((row, at) => ({ line: n * atOnce + at + 2, row })),
        bad: [],
      }),
    ),
    call(`imports/${importId}/end`, { as: 'taken', lines: count }),
  ];
}
