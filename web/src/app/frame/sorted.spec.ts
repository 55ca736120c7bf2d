import { sorted, unsorted } from './sorted';

describe('sorted', () => {
  const rows = [
    { name: 'F10', weight: 3 },
    { name: 'F9', weight: 12 },
    { name: 'f1', weight: null },
  ];
  const names = (active: string, direction: 'asc' | 'desc' | '') =>
    sorted(rows, { active, direction }, (row) => ({ ...row })).map(({ name }) => name);

  it('orders words with their numbers, numbers by size, and what is empty last', () => {
    expect(names('name', 'asc')).toEqual(['f1', 'F9', 'F10']);
    expect(names('name', 'desc')).toEqual(['F10', 'F9', 'f1']);
    expect(names('weight', 'asc')).toEqual(['F10', 'F9', 'f1']);
    expect(names('weight', 'desc')).toEqual(['F9', 'F10', 'f1']);
  });

  it('leaves the rows as they come where no column is asked for', () => {
    expect(sorted(rows, unsorted, (row) => ({ ...row }))).toEqual(rows);
    expect(rows.map(({ name }) => name)).toEqual(['F10', 'F9', 'f1']);
  });
});
