import { jsonOfLiteral } from './literals.js';

const read = (text: string): unknown => {
  const json = jsonOfLiteral(text);
  return json === null ? null : JSON.parse(json);
};

describe('lists and maps as programs print them', () => {
  it('are JSON with other quotes, brackets and words', () => {
    expect(read("[('Body', 'B1318-16', None), ('Roof', None, True),]")).toEqual([
      ['Body', 'B1318-16', null],
      ['Roof', null, true],
    ]);
    expect(read("{name: 'Body', codes: ['B1318-16'], ok: false}")).toEqual({
      name: 'Body',
      codes: ['B1318-16'],
      ok: false,
    });
    expect(
      read(`['unit' => "Driver's door", 'code' => 'B1402']`.replace('[', '{').replace(']', '}')),
    ).toEqual({
      unit: "Driver's door",
      code: 'B1402',
    });
  });

  it('are one map where several are assigned', () => {
    expect(read("faults = [('Body', 'B1318')]\nclean = ['ABS']\nconst silent = ['Roof'];")).toEqual({
      faults: [['Body', 'B1318']],
      clean: ['ABS'],
      silent: ['Roof'],
    });
  });

  it('keep their line breaks, and leave comments', () => {
    const json = jsonOfLiteral("x = [ # all\n  'a', // first\n  'b',\n]")!;
    expect(json.split('\n').length).toBe(4);
    expect(JSON.parse(json)).toEqual({ x: ['a', 'b'] });
  });

  it('are nothing where a bracket or a quote is lacking, or words stand outside', () => {
    for (const text of ["['a'", "'a']", "['a", 'Body B1318', "say ['a']", "['a'] ['b']", 'x = 4', '(a) (b)'])
      expect(jsonOfLiteral(text)).withContext(text).toBeNull();
  });

  it('are read in linear time', () => {
    const rows = (count: number) => `x = [${"('Body', 'B1318-16', 'active'),\n".repeat(count)}]`;
    expect((read(rows(5000)) as { x: unknown[] }).x.length).toBe(5000);
    expect(jsonOfLiteral('x = ' + '['.repeat(100_000))).toBeNull();
  });
});
