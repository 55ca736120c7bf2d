import { readField, readValue } from './field.js';

describe('readField', () => {
  const entries = (line: string) => {
    return readField(line)?.entries.map(({ kind, value }) => `${kind}=${value}`);
  };

  it('reads labelled fields, several to a line', () => {
    expect(entries('Date: 2026-11-17 08:12     Voltage: 12.4 V     Odometer: 38 412 km')).toEqual([
      'date=2026-11-17 08:12',
      'supplyVolts=12.4 V',
      'odometer=38 412 km',
    ]);
    expect(entries('Lesegerät: Fernmark 40')).toEqual(['reader=Fernmark 40']);
    expect(entries('Kilometerstand 141.877 km')).toEqual(['odometer=141.877 km']);
    expect(entries('17.11.2026 09:25')).toEqual(['date=17.11.2026 09:25']);
    expect(entries('VIN: VLNRL8H26L0051207')).toEqual(['other=VLNRL8H26L0051207']);
  });

  it('reads live values with a unit', () => {
    expect(readValue('  Left belt loop resistance: 2.1 Ohm')).toEqual({
      label: 'Left belt loop resistance',
      value: '2.1 Ohm',
    });
    expect(readValue('Supply at the module    12,4 V')).toEqual({
      label: 'Supply at the module',
      value: '12,4 V',
    });
  });

  it('leaves headings and prose alone', () => {
    for (const line of [
      'Address 15: Restraint control',
      'Restraint control',
      'The desk read the codes: twice',
    ])
      expect([readField(line), readValue(line)])
        .withContext(line)
        .toEqual([null, null]);
  });
});
