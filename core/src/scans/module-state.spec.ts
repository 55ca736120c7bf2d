import { stateOf, stateOfResult, unreadIn } from './module-state.js';
import { moduleStates } from './module-states.js';
import type { ReachWord } from './vocabulary.js';

const said = (line: string) => moduleStates(line).map(({ name, reach }) => `${name ?? ''}: ${reach}`);

describe('stateOfResult', () => {
  it('takes none for no answer under the contact, and for no code elsewhere', () => {
    expect([stateOfResult('none', true), stateOfResult('none', false)]).toEqual(['silent', 'clean']);
    expect([stateOfResult('keine', true), stateOfResult('brak', true)]).toEqual(['silent', 'silent']);
    for (const text of ['no', 'N', 'KO', 'n.i.O.', 'false', '0', '-', '✘'])
      expect(stateOfResult(text, true)).withContext(text).toBe('silent');
    for (const text of ['yes', 'J', 'true', '1', 'up'])
      expect(stateOfResult(text, true)).withContext(text).toBe('read');
  });

  it('believes the legend of the report first, and guesses no letter', () => {
    const legend = new Map<string, ReachWord>([
      ['S', 'silent'],
      ['N', 'clean'],
    ]);
    expect([stateOfResult('S', true, legend), stateOfResult('N', true, legend)]).toEqual(['silent', 'clean']);
    expect([stateOfResult('S', true), stateOfResult('T', true)]).toEqual([null, null]);
  });
});

describe('stateOf', () => {
  it('takes of several parts the one that says most, and no answer before all', () => {
    expect(stateOf('read, no codes')).toBe('clean');
    expect(stateOf('not available, no response')).toBe('silent');
    expect(stateOf('not available - no response')).toBe('silent');
    expect(stateOf('read, and what else')).toBeNull();
    expect(unreadIn('unknown, no answer')).toBe('silent');
    expect(unreadIn('part 12, hardware 2')).toBeNull();
  });
});

describe('moduleStates', () => {
  it('reads lists with their reason, with and without a colon', () => {
    expect(said('Modules not read (no answer): Tow, Roof')).toEqual(['Tow: silent', 'Roof: silent']);
    expect(said('Units without codes    Body, Door')).toEqual(['Body: clean', 'Door: clean']);
    expect(said('Not fitted (1): Roof')).toEqual(['Roof: not-fitted']);
    expect(said('No answer: check the wiring first')).toEqual([]);
  });

  it('keeps a label with the name, and a count or a denial with what is said', () => {
    expect(said('Trailer control unit did not respond')).toEqual(['Trailer control unit: silent']);
    expect(said('BODY (0)')).toEqual(['BODY: clean']);
    expect(said('kein DTC')).toEqual([': clean']);
    expect(said('[FAULT] Body   (3)')).toEqual(['Body: holdsCodes']);
    expect(said('✔ Engine')).toEqual(['Engine: read']);
    expect(said('log row 7 of nothing')).toEqual([]);
    expect(said('List of faults: empty')).toEqual([': clean']);
  });

  it('reads what stands behind a quoted name', () => {
    expect(said('ECU 77 "Tailgate" timeout')[0]).toMatch(/Tailgate.*: timed-out$/);
    expect(said('ECU 77 "Tailgate" opened')).toEqual([]);
  });
});
