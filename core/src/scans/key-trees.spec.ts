import { pathTree } from './key-trees.js';
import { readReport } from './read.js';

describe('paths for keys', () => {
  it('lead to lists of codes with what is said of each', () => {
    const text = [
      'airbag.codes[0] = B0051-1A',
      'airbag.status[0] = active',
      'airbag.codes[1] = B0072-11',
      'airbag.status[1] = stored',
      'abs.codes = none',
      'hitch.error = no answer',
    ].join('\n');
    const { codes, modules } = readReport(text);
    expect(codes.map(({ module, code, status, line }) => [module, code, status, line])).toEqual([
      ['airbag', 'B0051', 'active', 1],
      ['airbag', 'B0072', 'stored', 3],
    ]);
    expect(modules.map(({ name, reach }) => [name, reach])).toEqual([
      ['airbag', 'answered'],
      ['abs', 'answered'],
      ['hitch', 'silent'],
    ]);
  });

  it('may hold a value and lead on', () => {
    const text = [
      'module.count=1',
      'module.1.name=Airbag',
      'module.1.dtc.count=2',
      'module.1.dtc.1=B0027-13',
      'module.1.dtc.1.status=active',
      'module.1.dtc.2=B0098-49',
      'module.1.dtc.2.status=stored',
    ].join('\n');
    expect(readReport(text).codes.map(({ module, code, status }) => [module, code, status])).toEqual([
      ['Airbag', 'B0027', 'active'],
      ['Airbag', 'B0098', 'stored'],
    ]);
  });

  it('are no report where a line has none, or steps are too many', () => {
    expect(pathTree('airbag.code=B0051\nBody\nroof.code=B1402')).toBeNull();
    expect(pathTree('a=1\nb=2\nc.d=3')).toBeNull();
    expect(pathTree(Array.from({ length: 4 }, () => `${'a.'.repeat(40)}b=1`).join('\n'))).toBeNull();
  });

  it('take words such as constructor for words', () => {
    const tree = pathTree('constructor.codes[0]=B0051\n__proto__.codes[0]=B0072\nroof.codes[0]=B1402')!;
    expect(tree.branches.map(({ key }) => key)).toEqual(['constructor', '__proto__', 'roof']);
    expect(({} as Record<string, unknown>)['codes']).toBeUndefined();
  });
});
