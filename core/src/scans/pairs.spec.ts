import { pairsOf } from './pairs.js';

const roles = (line: string) => pairsOf(line).map(({ label, value }) => [label?.role ?? null, value]);

describe('pairsOf', () => {
  it('reads labels with their values in any dress', () => {
    expect(roles('State: stored   Count: 3')).toEqual([
      ['status', 'stored'],
      ['count', '3'],
    ]);
    expect(roles('etat................ présent')).toEqual([['status', 'présent']]);
    expect(roles('#GUASTO# B1E07 #TIPO# 4A #STATO# attivo')).toEqual([
      ['code', 'B1E07'],
      ['type', '4A'],
      ['status', 'attivo'],
    ]);
    expect(roles('{ "ecu": "Body", "addr": "40", "faults": [] }')).toEqual([
      ['module', 'Body'],
      ['address', '40'],
      ['code', '[]'],
    ]);
    expect(roles('<fehler code="B1D82" art="13" status="aktiv">Zündkreis</fehler>')).toEqual([
      ['code', 'B1D82'],
      ['type', '13'],
      ['status', 'aktiv'],
      ['text', 'Zündkreis'],
    ]);
    expect(roles('Centralina\tAirbag')).toEqual([['module', 'Airbag']]);
    expect(roles('Sterownik;Nadwozie;adres 40')).toEqual([
      ['module', 'Nadwozie'],
      ['address', '40'],
    ]);
  });

  it('parts pairs that stand a blank apart', () => {
    expect(roles('DTC bytes: 9D 82 13 status: 09')).toEqual([
      ['code', '9D 82 13'],
      ['status', '09'],
    ]);
  });

  it('takes a name for the name of a tag, and names what it does not know', () => {
    expect(roles('<steuergeraet adresse="58" name="Airbag"/>')).toEqual([
      ['address', '58'],
      ['module', 'Airbag'],
    ]);
    expect(roles('Zorgle: 7')).toEqual([[null, '7']]);
    expect(roles('Left belt loop open')).toEqual([]);
  });

  it('takes an identifier that is a code for one, where no label names another', () => {
    expect(roles('{ "id": "B1049", "sub": "13" }')).toEqual([
      ['code', 'B1049'],
      ['type', '13'],
    ]);
    expect(roles('{ "id": "B1049", "code": "B1318" }')[0]).toEqual(['address', 'B1049']);
    expect(roles('{ "id": "58", "sub": "13" }')[0]).toEqual(['address', '58']);
  });

  it('finds a status that is asked for behind dots', () => {
    expect(pairsOf('  Test failed ....... no').map(({ key, value }) => [key, value])).toEqual([
      ['Test failed', 'no'],
    ]);
    expect(pairsOf('Airbag ......... no answer')).toEqual([]);
  });
});
