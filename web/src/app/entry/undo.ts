/** After an entry: for a few seconds it can be taken back where the hands are; later, in the log. */
import { inject, Injectable, Injector } from '@angular/core';
import { Store } from '@ngrx/store';
import { isNarrow } from '../frame';
import { jobFeature } from '../job';
import { Desk } from './desk';

const shownMs = 5000;

@Injectable({ providedIn: 'root' })
export class Undo {
  private readonly desk = inject(Desk);
  private readonly injector = inject(Injector);
  private readonly jobId = inject(Store).selectSignal(jobFeature.selectJobId);

  /** Says that it is entered, and offers to take it back. What says it is fetched the first time it is needed. */
  async offer(factId: string): Promise<void> {
    // Whoever has gone on to another job takes it back in the one that it was entered in.
    const jobId = this.jobId()!;
    const said = await this.say('Entered.', 'Take it back');
    said?.onAction().subscribe(() => void this.takeBack(factId, jobId));
  }

  private async takeBack(factId: string, jobId: string): Promise<void> {
    const sent = await this.desk.withdraw(factId, jobId);
    await this.say(sent.state === 'refused' ? `Not taken back: ${sent.problem.message}` : 'Taken back.');
  }

  /** Null where what says it cannot be fetched: the server is away, and the log takes entries back too. */
  private async say(words: string, action?: string) {
    const bar = await import('@angular/material/snack-bar').then(
      ({ MatSnackBar }) => this.injector.get(MatSnackBar),
      () => null,
    );
    return bar?.open(words, action, {
      duration: shownMs,
      horizontalPosition: 'start',
      // On a narrow screen the keys are at the bottom.
      verticalPosition: isNarrow() ? 'top' : 'bottom',
    });
  }
}
