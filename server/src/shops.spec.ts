import { at } from './shops.js';

describe('shops of one installation', () => {
  const [north, south] = [{ hosts: ['north.lantern-row.example'] }, { hosts: ['south.lantern-row.example'] }];
  const both = [north!, south!];

  it('are known by their address, whatever its port and case', () => {
    expect(at(both, 'south.lantern-row.example')).toBe(south!);
    expect(at(both, 'North.Lantern-Row.example:4600')).toBe(north!);
  });

  it('answer to no other name; this machine itself is the first of them', () => {
    expect(at(both, 'east.lantern-row.example')).toBeNull();
    expect(at(both, 'constructor')).toBeNull();
    expect(at(both, undefined)).toBeNull();
    expect(at(both, '127.0.0.1:4600')).toBe(north!);
  });

  it('need no address where there is one', () => {
    expect(at([{ hosts: [] }], 'anything')).toEqual({ hosts: [] });
  });
});
