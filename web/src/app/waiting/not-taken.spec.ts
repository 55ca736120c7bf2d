import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { type Kept, Outbox } from '../api';
import { NotTaken } from './not-taken';

describe('NotTaken', () => {
  const kept = (key: string, path: string, body: unknown): Kept => ({
    onDevice: true,
    request: { path, key, personId: 'p', body, refused: 'The baseline comes first.' },
  });

  async function show(entries: readonly Kept[]) {
    const acts: [string, string][] = [];
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        {
          provide: Outbox,
          useValue: {
            refused: signal(entries),
            tryAgain: ({ request }: Kept) => acts.push(['again', request.key]),
            discard: ({ request }: Kept) => acts.push(['forget', request.key]),
          },
        },
      ],
    });
    const fixture = TestBed.createComponent(NotTaken);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const press = async (text: string) => {
      [...page.querySelectorAll('button')].find((button) => button.textContent.includes(text))!.click();
      await fixture.whenStable();
    };
    return { page, press, acts };
  }

  it('is not there while everything was taken', async () => {
    expect((await show([])).page.textContent.trim()).toBe('');
  });

  it('says what was typed and why it was not taken, and lets the person decide', async () => {
    const { page, press, acts } = await show([
      kept('k1', '/api/jobs/j/code-ends', {
        id: 'x',
        data: { code: 'B1049', note: 'old, customer told', tags: ['a'] },
      }),
      kept('k2', '/api/jobs', { head: { event: 'wear', customer: 'Ada Lindqvist' } }),
    ]);
    expect(page.textContent).toContain('2 entries that waited were not taken: look');
    await press('look');
    const text = page.textContent.replace(/\s+/g, ' ');
    expect(text).toContain('code ends');
    expect(text).toContain('code: B1049, note: old, customer told');
    expect(text).toContain('A new job');
    expect(text).toContain('customer: Ada Lindqvist');
    expect(text).toContain('The baseline comes first.');
    await press('Send again');
    await press('Forget it');
    expect(acts).toEqual([
      ['again', 'k1'],
      ['forget', 'k1'],
    ]);
  });
});
