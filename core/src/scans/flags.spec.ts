import { ofFlags, ofQuestion } from './flags.js';
import { type Legend, legendOf } from './legend.js';
import { Lines } from './lines.js';

const status = (text: string, legend?: Legend) => ofFlags(text, legend)?.read.status ?? null;

describe('flags behind a code', () => {
  it('are the bits of the public status byte, answered by words or figures', () => {
    expect(status('   T:fail C:yes')).toBe('active');
    expect(status('   T:pass C:yes')).toBe('stored');
    expect(status('   T:pass C:no P:yes')).toBe('pending');
    expect(status('   T=0 C=1 W=0')).toBe('stored');
    expect(status('   T=0 C=0 W=1')).toBe('unknown');
  });

  it('are what the legend says', () => {
    const legend = legendOf(new Lines('A = active, M = in memory'));
    expect(status('   A:no M:yes', legend)).toBe('stored');
    expect(status('   A:1 M:1', legend)).toBe('active');
  });

  it('are none where one letter stands alone, or something else is said', () => {
    for (const text of ['   T:fail', '   C:12 T:fail', '   T:blue C:yes', '   X:yes Y:no', 'Supply: open'])
      expect(ofFlags(text)).withContext(text).toBeNull();
  });

  it('are words for statuses, each with whether it holds', () => {
    expect(status('| Side bag | Active=1 Stored=1 Pending=0')).toBe('active');
    expect(status('Active=0 Stored=1')).toBe('stored');
    expect(status('Active=0 Stored=0 Pending=1')).toBe('pending');
    expect(status('Active=0 Stored=0')).toBe('unknown');
    expect(status('aktiv: nein, gespeichert: ja')).toBe('stored');
    expect(status('failed now: no   confirmed: yes')).toBe('stored');
    expect(status('failed now: no   confirmed: no')).toBe('unknown');
    expect(status('Loop open, failed now: no, pending: no')).toBe('stored');
    expect(status('Speed=0 Active=1')).toBeNull();
  });

  it('leave the words beside them', () => {
    expect(ofFlags('   Squib driver   T:fail C:yes')!.rest.trim()).toBe('Squib driver');
    expect(ofFlags('   Squib driver failed now: no confirmed: yes')!.rest.trim()).toBe('Squib driver');
  });
});

describe('a question about a code', () => {
  it('is answered', () => {
    expect(ofQuestion(' - Is it there now?  Yes')!.read.status).toBe('active');
    expect(ofQuestion(' - Is it there now?  No')!.read.status).toBe('stored');
    expect(ofQuestion('   Supply   stored? yes')!.read.status).toBe('stored');
  });

  it('says nothing where it asks of something else', () => {
    for (const text of ['   Harness swapped? yes', '   Present now? perhaps', '   Present now'])
      expect(ofQuestion(text)).withContext(text).toBeNull();
  });
});
