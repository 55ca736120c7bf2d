import type { AccessMap, MapStep } from '@dormant-beacon/core/ledger';
import { drawnMap } from './layers';

const step = (id: string, needs: string[][]): MapStep => ({
  id,
  label: id,
  act: 'remove',
  area: 'other',
  place: 'x',
  zone: 'x',
  minutes: 1,
  needs,
});
const mapOf = (...steps: MapStep[]): AccessMap => ({
  make: 'x',
  model: 'x',
  title: 'x',
  source: 'x',
  steps,
  parts: [],
});

describe('drawnMap', () => {
  it('puts each step one column behind the nearest way to it, and says which ties are alternatives', () => {
    const { items, ties, columns, rows } = drawnMap(
      mapOf(step('a', []), step('b', [['a']]), step('c', [['b'], ['a']]), step('d', [['b', 'c']])),
    );
    expect(items.map(({ item, column }) => [item.id, column])).toEqual([
      ['a', 0],
      ['b', 1],
      ['c', 1],
      ['d', 2],
    ]);
    expect([columns, rows]).toEqual([3, 2]);
    expect(ties.filter(({ to }) => to === 'c').map(({ from, alternative }) => [from, alternative])).toEqual([
      ['b', true],
      ['a', true],
    ]);
    expect(ties.filter(({ to }) => to === 'd').every(({ alternative }) => !alternative)).toBeTrue();
  });

  it('draws what cannot be reached, and a part of the map alone', () => {
    const cycle = mapOf(step('a', [['b']]), step('b', [['a']]));
    expect(drawnMap(cycle).items.map(({ column }) => column)).toEqual([0, 0]);
    const some = drawnMap(mapOf(step('a', []), step('b', [['a']]), step('c', [['b']])), new Set(['b', 'c']));
    expect(some.items.map(({ item }) => item.id)).toEqual(['b', 'c']);
    expect(drawnMap(mapOf()).rows).toBe(1);
  });

  it('uncrosses two ways that run side by side', () => {
    const { items } = drawnMap(
      mapOf(step('a', []), step('b', []), step('behind-b', [['b']]), step('behind-a', [['a']])),
    );
    const row = (id: string) => items.find(({ item }) => item.id === id)!.row;
    expect([row('behind-a'), row('behind-b')]).toEqual([row('a'), row('b')]);
  });
});
