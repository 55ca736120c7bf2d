/** What nobody understands, or nothing is said of: it is shown, and no module counts as read for it. */
import { codesOf, modulesOf } from '../testing/read-report.js';
import { readReport } from './index.js';

describe('a line that nothing understood', () => {
  it('is the name of the codes below it, as a guess', () => {
    const text =
      'Restraint box\n  built 2024, plug grey\n  B1318-16 now\nDash box\n  built 2023\n  nothing stored';
    expect(codesOf(text)).toEqual(['Restraint box B1318-16 active']);
    expect(readReport(text).codes[0]!.how!.module).toBe('guess');
    expect(modulesOf(text)).toEqual(['Restraint box: answered', 'Dash box: answered']);
  });

  it('is no name where a module is named below it', () => {
    expect(codesOf('Front bench\n  Airbag\n    B1318-16 active')).toEqual(['Airbag B1318-16 active']);
  });
});

describe('a module of which nothing is said', () => {
  it('is unclear: only a code, a state, a nought or a dash says that it was read', () => {
    const report = (what: string) =>
      `[15] Airbag\n  B1318 active\n[17] Cluster\n${what}[20] Roof\n  no answer`;
    expect(modulesOf(report(''))[1]).toBe('Cluster: unclear');
    expect(modulesOf(report('  dozes off\n'))[1]).toBe('Cluster: unclear');
    expect(modulesOf(report('  -\n'))[1]).toBe('Cluster: answered');
    expect(modulesOf(report('  no codes\n'))[1]).toBe('Cluster: answered');
    expect(modulesOf('[15] Airbag .... 1\n  B1318 active\n[17] Cluster .... 0')).toEqual([
      'Airbag: answered',
      'Cluster: answered',
    ]);
    expect(modulesOf('System: Cluster\nDTCs: 0\n\nSystem: Roof\nSystem not present on this car')).toEqual([
      'Cluster: answered',
      'Roof: not-fitted',
    ]);
  });
});

describe('what stands between a name and dashes', () => {
  it('does not count as read where nobody understands it', () => {
    const table = ['Unit        Answer   Faults', 'Airbag      yes      1', 'Hitch       q.v.     -'].join(
      '\n',
    );
    expect(modulesOf(table)).toEqual(['Airbag: answered', 'Hitch: unclear']);
  });

  it('is said of the module, where others are told of in the same form', () => {
    const text = 'Airbag: no codes\nCluster: no answer\nRadar: gone fishing\nBody: no codes';
    expect(modulesOf(text)).toContain('Radar: unclear');
  });
});
