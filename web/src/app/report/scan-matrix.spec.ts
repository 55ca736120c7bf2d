import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { ScanFact } from '@dormant-beacon/core/record';
import { scanFact } from '../testing/bench';
import { ScanMatrixView } from './scan-matrix';

describe('ScanMatrixView', () => {
  const first = scanFact(
    'a',
    'baseline',
    'Body\n  B1318-16 Supply  active\n  B2214 Door  stored\nTrailer: no codes',
  );
  const second = scanFact('b', 'interim', 'Body\n  B1318-16 Supply  stored\nTrailer: no response');

  async function shown() {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(ScanMatrixView);
    fixture.componentRef.setInput('scans', [first, second] as unknown as ScanFact[]);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const rows = () =>
      [...page.querySelectorAll('tbody tr')].map((row) =>
        [...row.children].map((cell) => cell.textContent.replace(/\s+/g, ' ').trim()).join(' | '),
      );
    return { fixture, page, rows };
  }

  it('names the reader with its software and the supply, and prints itself alone', async () => {
    const { fixture, page } = await shown();
    const read = scanFact(
      'c',
      'final',
      'ODDLIGHT R2 report   software 4.18\nVoltage: 12.4 V\nBody: no codes',
    );
    fixture.componentRef.setInput('scans', [first, second, read] as unknown as ScanFact[]);
    await fixture.whenStable();
    expect([...page.querySelectorAll('thead small')].at(-1)!.textContent).toBe('ODDLIGHT R2 4.18, 12.4 V');
    const root = document.documentElement;
    const print = spyOn(window, 'print').and.callFake(() => expect(root.dataset['print']).toBe('part'));
    [...page.querySelectorAll('button')].find((button) => button.textContent.includes('Print'))!.click();
    expect(print).toHaveBeenCalled();
    dispatchEvent(new Event('afterprint'));
    expect(root.dataset['print']).toBeUndefined();
    expect(page.classList).toContain('print-part');
  });

  it('sets every code against every scan, and says what it became and who fell silent', async () => {
    const { page, rows } = await shown();
    expect(rows()).toEqual([
      'B1318-16Supply | Body | active | stored | stored now',
      'B2214Door | Body | stored | – | gone, not yet tested',
    ]);
    expect(page.textContent).toContain('Trailer answered before and is silent now');
    expect(page.querySelector('h2')!.textContent).toContain('2 codes over 2 scans: 1 there now, 1 gone');
  });

  it('is narrowed by what became of a code, and by words', async () => {
    const { fixture, page, rows } = await shown();
    [...page.querySelectorAll<HTMLElement>('mat-button-toggle button')]
      .find((button) => button.textContent.trim() === 'gone')!
      .click();
    await fixture.whenStable();
    expect(rows()).toEqual(['B2214Door | Body | stored | – | gone, not yet tested']);
    const input = page.querySelector<HTMLInputElement>('db-text input')!;
    input.value = 'supply';
    input.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    expect(rows()).toEqual(['No code answers to that.']);
  });
});
