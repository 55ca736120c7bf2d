import { isSection, sectionStatus, statusWithin } from './section-words.js';

describe('words over several codes', () => {
  it('give one status to all of them', () => {
    expect(sectionStatus('Stored faults')).toBe('stored');
    expect(sectionStatus('codes actifs')).toBe('active');
    expect(sectionStatus('Faults')).toBeNull();
    expect(isSection('Fog lamp left')).toBe(false);
  });

  it('may say where the codes are', () => {
    expect(statusWithin('Codes stored in the charge flap module: ')).toEqual({
      status: 'stored',
      name: 'the charge flap module',
    });
    expect(statusWithin('Charge flap module: ')).toBeNull();
    expect(statusWithin('Lamp in the left door: ')).toBeNull();
  });
});
