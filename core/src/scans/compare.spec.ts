import { compareScans } from './compare.js';
import type { ComparableScan } from './schema.js';

type Status = 'active' | 'stored';
const scanOf = (
  codes: string[],
  modules: ComparableScan['modules'] = [{ name: 'Body', answered: true }],
): ComparableScan => ({
  modules,
  codes: codes.map((text) => {
    const [code, failureType, status] = text.split(' ') as [string, string, Status];
    return { module: 'Body', code, failureType: failureType === '-' ? null : failureType, status };
  }),
});
const results = (before: ComparableScan, after: ComparableScan, earlier: ComparableScan[] = []) =>
  compareScans({ before, after, earlier }).rows.map(
    (row) => `${row.code} ${row.failureType ?? '-'} ${row.result}`,
  );

describe('compareScans', () => {
  it('follows the status of a code that is in both', () => {
    expect(
      results(
        scanOf(['B0001 - active', 'B0002 - active', 'B0003 - stored', 'B0004 - stored']),
        scanOf(['B0001 - active', 'B0002 - stored', 'B0003 - stored', 'B0004 - active']),
      ),
    ).toEqual(['B0001 - still-active', 'B0002 - now-stored', 'B0003 - still-stored', 'B0004 - now-active']);
  });

  it('never calls an absent code cured', () => {
    const before = scanOf(['B0001 13 active']);
    expect(results(before, scanOf([]))).toEqual(['B0001 13 absent-untested']);
    expect(results(before, scanOf([], [{ name: 'body', answered: true, monitorRan: true }]))).toEqual([
      'B0001 13 absent-tested',
    ]);
    expect(results(before, scanOf([], [{ name: 'Body', answered: false }]))).toEqual([
      'B0001 13 not-re-read',
    ]);
    expect(results(before, scanOf([], []))).toEqual(['B0001 13 not-re-read']);
  });

  it('pairs left-over failure types in their order', () => {
    const compared = compareScans({
      before: scanOf(['B0001 1B active', 'B0001 13 active']),
      after: scanOf(['B0001 12 active', 'B0001 2F active', 'B0001 31 active']),
    });
    expect(compared.rows.map(({ failureType, was, result }) => [failureType, was, result])).toEqual([
      ['2F', '1B', 'failure-type-changed'],
      ['12', '13', 'failure-type-changed'],
      ['31', undefined, 'new'],
    ]);
  });

  it('tells a code that came back from a new one', () => {
    expect(
      results(scanOf([]), scanOf(['B0001 - active', 'B0002 - active']), [scanOf(['B0001 - stored'])]),
    ).toEqual(['B0001 - returned', 'B0002 - new']);
  });

  it('names the modules that fell silent', () => {
    const before = scanOf(
      ['B0001 - active'],
      [
        { name: 'Body', answered: true },
        { name: 'Trailer', answered: true },
        { name: 'Roof', answered: false },
      ],
    );
    const silent = (...modules: { name: string; answered: boolean }[]) =>
      compareScans({ before, after: scanOf([], modules) }).silentModules;
    const body = { name: 'Body', answered: true };
    expect(silent(body, { name: 'Trailer', answered: false })).toEqual(['Trailer']);
    // It was not read: nothing is known of it.
    expect(silent(body)).toEqual([]);
  });

  it('knows a module by its address where another reader names it otherwise', () => {
    const module = (name: string, address: string) => ({ name, address, answered: true });
    const before: ComparableScan = {
      modules: [module('Body', '40'), module('Door', '42')],
      codes: [{ module: 'Body', code: 'B1318', status: 'active' }],
    };
    const after: ComparableScan = {
      modules: [module('Bordnetz', '40'), module('Door', '42'), module('Tür', '42')],
      codes: [
        { module: 'Bordnetz', code: 'B1318', status: 'stored' },
        { module: 'Tür', code: 'B2214', status: 'active' },
      ],
    };
    const { rows, silentModules } = compareScans({ before, after });
    expect(rows.map(({ module: name, code, result }) => [name, code, result])).toEqual([
      ['Body', 'B1318', 'now-stored'],
      // An address at which both names stand in one scan says nothing.
      ['Tür', 'B2214', 'new'],
    ]);
    expect(silentModules).toEqual([]);
  });
});
