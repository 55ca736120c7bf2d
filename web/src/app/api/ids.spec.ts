import { newId } from './ids';

describe('newId', () => {
  it('makes version 7 ids in the order of time', () => {
    const [early, late] = [newId(1_700_000_000_000), newId(1_700_000_000_001)];
    expect(early).toMatch(/^018bcfe5-6800-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
    expect(early < late).toBeTrue();
    expect(new Set(Array.from({ length: 1000 }, () => newId())).size).toBe(1000);
  });
});
