import { failureTypeText } from './failure-types.js';
import { readStatusWord, statusOfByte } from './status.js';

describe('status', () => {
  it('knows the words of four languages', () => {
    expect(readStatusWord('Current')).toBe('active');
    expect(readStatusWord('Bestätigt')).toBe('stored');
    expect(readStatusWord('(Mémorisé)')).toBe('stored');
    expect(readStatusWord('Histórico')).toBe('history');
    expect(readStatusWord('en attente')).toBe('pending');
    expect(readStatusWord('permanent')).toBe('permanent');
    expect(readStatusWord('left belt loop')).toBeNull();
  });

  it('takes the strongest of several', () => {
    expect(readStatusWord('stored, active')).toBe('active');
    expect(readStatusWord('pending / confirmed')).toBe('stored');
    expect(readStatusWord('active, loop')).toBeNull();
  });

  it('reads the bits in their order of strength', () => {
    expect(statusOfByte(0x2f)).toBe('active');
    expect(statusOfByte(0x2c)).toBe('stored');
    expect(statusOfByte(0x24)).toBe('pending');
    expect(statusOfByte(0x50)).toBe('unknown');
  });
});

describe('failureTypeText', () => {
  it('words the public types and admits what it does not know', () => {
    expect(failureTypeText('13')).toBe('circuit open');
    expect(failureTypeText('1b')).toBe('resistance above threshold');
    expect(failureTypeText('E7')).toBeNull();
  });
});
