import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { FakeDesk } from '../testing/bench';
import { Desk } from './desk';
import { Undo } from './undo';

describe('Undo', () => {
  const bar = () => document.querySelector('mat-snack-bar-container');
  const shown = async (words: string) => {
    for (let n = 0; n < 100 && !bar()?.textContent.includes(words); n++)
      await new Promise((resolve) => setTimeout(resolve, 20));
    expect(bar()?.textContent).toContain(words);
  };

  it('takes an entry back while it is offered, and says where it could not', async () => {
    const desk = new FakeDesk();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: Desk, useValue: desk }],
    });
    await TestBed.inject(Undo).offer('f1');
    await shown('Entered.');
    bar()!.querySelector('button')!.click();
    await shown('Taken back.');
    expect(desk.withdrawn).toEqual(['f1']);
    desk.refusal = 'It was used in a proof.';
    await TestBed.inject(Undo).offer('f2');
    await shown('Entered.');
    bar()!.querySelector('button')!.click();
    await shown('Not taken back: It was used in a proof.');
  });
});
