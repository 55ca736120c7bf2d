import { scanDigest } from './derived.js';

describe('the digest of a scan', () => {
  const scan = { codes: [{ module: 'Body', code: 'B1049', text: null }], modules: [], reader: 'R2' };

  it('is the same whatever the order of its parts, and whether nothing is null or left out', () => {
    expect(
      scanDigest({ reader: 'R2', modules: [], odometer: null, codes: [{ code: 'B1049', module: 'Body' }] }),
    ).toBe(scanDigest(scan));
  });

  it('is another for another code, and for the same codes in another order', () => {
    const other = { ...scan, codes: [{ module: 'Body', code: 'B1048' }] };
    expect(scanDigest(other)).not.toBe(scanDigest(scan));
    const two = [{ code: 'B1049' }, { code: 'B1050' }];
    expect(scanDigest({ codes: two })).not.toBe(scanDigest({ codes: [...two].reverse() }));
  });
});
