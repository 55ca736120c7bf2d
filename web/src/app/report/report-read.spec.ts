import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { readReport } from '@dormant-beacon/core/scans';
import { ReportRead } from './report-read';

async function shown(text: string) {
  TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
  const fixture = TestBed.createComponent(ReportRead);
  fixture.componentRef.setInput('text', text);
  fixture.componentRef.setInput('scan', readReport(text));
  await fixture.whenStable();
  return fixture.nativeElement as HTMLElement;
}

describe('ReportRead', () => {
  it('sets each line beside what was made of it', async () => {
    const page = await shown('Body\n  B1318-16 Supply (active)\nThe moon is blue\nTrailer: no response');
    const lines = [...page.querySelectorAll('.lines > div')].map((line) =>
      line.querySelector('.as')!.textContent.trim(),
    );
    expect(lines).toEqual(['module', 'code', 'not understood', 'module']);
    const code = [...page.querySelectorAll('.understood .code > *')].map((cell) => cell.textContent.trim());
    expect(code).toEqual(['B1318-16', 'active', 'Supply', 'voltage below threshold']);
    expect(page.querySelector('.silent')!.textContent).toContain('was silent');
  });

  it('shows live values under their module, and makes silent and unreachable modules stand out', async () => {
    const page = await shown(
      'Body\n  B1318-16 Supply (active)\n  Belt loop resistance   2.1 Ohm\nTrailer: no response\nRoof: not supported by this reader',
    );
    expect(page.querySelector('.understood .value')!.textContent.replace(/\s+/g, ' ').trim()).toBe(
      'Belt loop resistance2.1 Ohm',
    );
    expect([...page.querySelectorAll('.warning')].map((one) => one.textContent.trim())).toEqual([
      'Trailer: it was asked and did not answer.',
      'Roof: this reader cannot reach it; another may.',
    ]);
  });

  it('never shows a dead connection as a clean car', async () => {
    const page = await shown('No modules responded.');
    expect(page.querySelector('.problem')!.textContent).toContain('connection fault, not a clean car');
  });

  it('flags a reading slip that was put right', async () => {
    expect((await shown('Body\n  8I318-16 Supply (active)')).textContent).toContain('reading slip put right');
  });
});
