import { shorterNames } from './names.js';

const shortened = (...names: string[]) => {
  const shorter = shorterNames(names.map((name) => ({ name })));
  return names.map((name) => shorter.get(name)?.name ?? name);
};

describe('shorterNames', () => {
  it('drops what is done with every module', () => {
    expect(shortened('connect airbag', 'connect cluster', 'connect seat', 'airbag')).toEqual([
      'airbag',
      'cluster',
      'seat',
      'airbag',
    ]);
    expect(shortened('Select Airbag', 'Select Cluster', 'Select Body')).toEqual([
      'Airbag',
      'Cluster',
      'Body',
    ]);
    expect(shortened('Connecting to Airbag', 'Connecting to Roof', 'Connecting to Body')[0]).toBe('Airbag');
  });

  it('keeps a word that modules have in common', () => {
    const doors = ['Door left', 'Door right', 'Door rear'];
    expect(shortened(...doors)).toEqual(doors);
    expect(shortened('Select Airbag', 'Select Cluster', 'Body')).toContain('Select Airbag');
  });

  it('drops addresses at the end of most names, where no two are alike', () => {
    expect(shortened('airbag 58', 'cluster 60', 'sliding door RH 4A', 'tow bar')).toEqual([
      'airbag',
      'cluster',
      'sliding door RH',
      'tow bar',
    ]);
    const numbered = ['Seat 01', 'Seat 02', 'Seat 03'];
    expect(shortened(...numbered)).toEqual(numbered);
    const few = ['Camera 12', 'Gateway', 'Body'];
    expect(shortened(...few)).toEqual(few);
  });

  it('drops the number that counts lists of modules', () => {
    expect(shortened('Scanner list 1 - doors', 'Scanner list 2 - lamps')).toEqual(['doors', 'lamps']);
  });

  it('takes two letters for an address where most others have one', () => {
    const modules = [
      { name: 'Airbag', address: '15' },
      { name: 'Cluster', address: '17' },
      { name: 'Body', address: '09' },
      { name: 'ECU CE Headlamp' },
      { name: 'Seat/AB' },
    ];
    expect([...shorterNames(modules)]).toEqual([
      ['ECU CE Headlamp', { name: 'Headlamp', address: 'CE' }],
      ['Seat/AB', { name: 'Seat', address: 'AB' }],
    ]);
    expect(shorterNames(modules.slice(2)).size).toBe(0);
  });
});
