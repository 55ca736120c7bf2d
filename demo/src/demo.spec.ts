import { type Endpoint, endpoints, factKinds, openJob } from '@dormant-beacon/contract';
import { readVin } from '@dormant-beacon/core/formats';
import { readReport } from '@dormant-beacon/core/scans';
import { calls, jobNumberBefore, people } from './index.js';
import { report } from './world.js';

describe('the demo', () => {
  const all = calls(new Date('2026-11-20T12:00:00Z'));

  it('is made of calls that the contract takes', () => {
    for (const { path, body } of all) {
      const kind = path.split('/').at(-1)! as keyof typeof factKinds;
      const library = Object.values<Endpoint>(endpoints).find(
        (endpoint) => endpoint.path === path && endpoint.method === 'POST' && path.includes('/library/'),
      );
      const schema = library?.body ?? (path === '/api/jobs' ? openJob : factKinds[kind].entry);
      const result = schema.safeParse(body);
      expect(result.error?.issues)
        .withContext(`${path} ${JSON.stringify(body)}`)
        .toBeUndefined();
    }
  });

  it('uses every key once, and people of the shop', () => {
    expect(new Set(all.map(({ key }) => key)).size).toBe(all.length);
    const known = new Set(people.map(({ id }) => id));
    expect(all.every(({ personId }) => known.has(personId))).toBeTrue();
  });

  it('numbers its jobs as the documents name them', () => {
    const numbers = all.map(jobNumberBefore).filter((number) => number !== null);
    expect(numbers.map((number) => number + 1).sort((a, b) => a - b)).toEqual([
      104, 116, 120, 129, 131, 138, 142, 145, 147,
    ]);
  });

  it('has reports that are read to the last line', () => {
    const codes = {
      'j-0104-baseline': 2,
      'j-0104-final': 0,
      'j-0129-baseline': 18,
      'j-0129-interim': 9,
      'j-0131-baseline': 4,
      'j-0138-baseline': 19,
      'j-0145-baseline': 4,
      'j-0145-final': 0,
    };
    for (const [name, count] of Object.entries(codes)) {
      const scan = readReport(report(name));
      expect(scan.notRead).withContext(name).toEqual([]);
      expect(scan.codes.length).withContext(name).toBe(count);
      expect(scan.reader).withContext(name).toBeDefined();
    }
  });
});

describe('the demo’s vehicles', () => {
  it('have numbers whose check digit holds and whose model year is theirs', () => {
    for (const { path, body } of calls(new Date('2026-11-20T12:00:00Z'))) {
      if (path !== '/api/jobs') continue;
      const { vin, year } = (body as { vehicle: { vin?: string; year?: number } }).vehicle;
      if (!vin) continue;
      const read = readVin(vin, 2027);
      expect([vin, read.checkDigit, read.remarks.length]).toEqual([vin, 'holds', 0]);
      expect(read.modelYears).withContext(vin).toContain(year!);
    }
  });
});
