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

  it('keeps apart why a module was not read, and never takes the not understood for clean', async () => {
    const page = await shown('Roof (6E): not fitted\nDoor (4A): timeout\nHook (6C)\n  nem válaszol');
    expect([...page.querySelectorAll('h2 small')].map((one) => one.textContent.trim())).toEqual([
      'not fitted to this car',
      'did not answer in time',
      'not understood',
    ]);
    expect(page.querySelector('.warning')!.textContent).toContain('Door');
  });

  it('marks what was read by guess, and counts that do not match', async () => {
    const text = 'U1300-87  Cluster   odd   Message missing\nTotal faults: 3';
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(ReportRead);
    fixture.componentRef.setInput('text', text);
    fixture.componentRef.setInput('scan', readReport(text));
    fixture.componentRef.setInput('markable', true);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    expect(page.querySelector('.lines .doubt')!.textContent).toContain('code: look at it');
    expect(page.querySelector('small.doubt')!.textContent.trim()).toBe(
      'no heading names its module, its status is not said, or not understood',
    );
    expect(page.querySelector('.warning')!.textContent.trim()).toBe('Line 2 counts 3 codes; 1 was read.');
  });
});
