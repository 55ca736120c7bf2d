import { failureTypeText } from './failure-types.js';
import { statusOfByte } from './status.js';

describe('status', () => {
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
