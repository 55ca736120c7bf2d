import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideStore, Store } from '@ngrx/store';
import { JobEvents, jobFeature } from '../job';
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
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [jobFeature.name]: jobFeature.reducer }),
        { provide: Desk, useValue: desk },
      ],
    });
    const store = TestBed.inject(Store);
    store.dispatch(JobEvents.opened({ jobId: 'one' }));
    await TestBed.inject(Undo).offer('f1');
    await shown('Entered.');
    store.dispatch(JobEvents.opened({ jobId: 'other' }));
    bar()!.querySelector('button')!.click();
    await shown('Taken back.');
    expect(desk.withdrawn).toEqual(['f1']);
    expect(desk.withdrawnIn).toEqual(['one']);
    desk.refusal = 'It was used in a proof.';
    await TestBed.inject(Undo).offer('f2');
    await shown('Entered.');
    bar()!.querySelector('button')!.click();
    await shown('Not taken back: It was used in a proof.');
  });
});
