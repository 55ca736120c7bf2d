import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { FiguresPipe, sayFigures, writeFigures } from './figures';

@Component({
  imports: [FiguresPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `{{ sentence() | figures }}`,
})
class Page {
  readonly sentence = signal<string | null>('near 4.9 V at C2.1');
}

describe('figures', () => {
  afterEach(() => writeFigures({ locale: 'en-GB' }));

  it('are written as the shop does, from when that is known', async () => {
    const page = TestBed.createComponent(Page);
    await page.whenStable();
    const shown = () => (page.nativeElement as HTMLElement).textContent;
    expect(shown()).toBe('near 4.9 V at C2.1');
    writeFigures({ locale: 'de-AT' });
    await page.whenStable();
    expect(shown()).toBe('near 4,9 V at C2.1');
    expect(sayFigures('12.41')).toBe('12,41');
    page.componentInstance.sentence.set(null);
    await page.whenStable();
    expect(shown()).toBe('');
  });
});
