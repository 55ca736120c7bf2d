/** The own password and PIN. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Session } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { Client } from '../api';
import { PageHead } from '../frame';
import { PeopleEvents, peopleFeature } from '../session';

@Component({
  selector: 'db-account',
  imports: [MatButtonModule, PageHead],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-page-head />
    <main id="bench" class="sheet" tabindex="-1">
      <h1>{{ session()?.person?.name }}: password and PIN</h1>
      <p class="quiet">
        A PIN changes the person at a tablet quickly. It works only where you have signed in with your
        password within 30 days; five wrong ones ask for the password.
      </p>
      <form (submit)="$event.preventDefault()">
        <label class="field"
          >Your present password
          <input
            type="password"
            autocomplete="current-password"
            [value]="current()"
            (input)="current.set($any($event.target).value)"
        /></label>
        <div class="two">
          <fieldset>
            <legend>{{ session()?.hasPin ? 'Another PIN' : 'A PIN' }}</legend>
            <label class="field"
              >Four to eight digits
              <input
                type="password"
                class="mono"
                inputmode="numeric"
                maxlength="8"
                autocomplete="off"
                [value]="pin()"
                (input)="pin.set($any($event.target).value)"
            /></label>
            <div class="row">
              <button mat-flat-button type="button" (click)="setPin(pin())">Set the PIN</button>
              @if (session()?.hasPin) {
                <button mat-button type="button" (click)="setPin(null)">No PIN any more</button>
              }
            </div>
          </fieldset>
          <fieldset>
            <legend>Another password</legend>
            <label class="field"
              >Ten characters or more
              <input
                type="password"
                autocomplete="new-password"
                [value]="password()"
                (input)="password.set($any($event.target).value)"
            /></label>
            <button mat-flat-button type="button" (click)="setPassword()">Change the password</button>
          </fieldset>
        </div>
      </form>
      @if (problem()) {
        <p class="problem" role="alert">{{ problem() }}</p>
      }
      @if (done()) {
        <p role="status">{{ done() }}</p>
      }
    </main>
  `,
  styles: `
    form,
    fieldset {
      display: grid;
      gap: 14px;
      align-content: start;
      min-width: 0;
      margin: 0;
      padding: 0;
      border: 0;
    }
    legend {
      padding: 0 0 8px;
      font-weight: 650;
    }
    .two {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 32px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    fieldset > button {
      justify-self: start;
    }
    @media (max-width: 700px) {
      .two {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class AccountPage {
  private readonly store = inject(Store);
  private readonly client = inject(Client);
  protected readonly session = this.store.selectSignal(peopleFeature.selectSession);
  protected readonly current = signal('');
  protected readonly pin = signal('');
  protected readonly password = signal('');
  protected readonly problem = signal<string | null>(null);
  protected readonly done = signal('');
  protected readonly missing = computed(() =>
    this.current() === '' ? 'Type your present password first, above.' : null,
  );

  protected setPin(pin: string | null): Promise<void> {
    if (pin !== null && !/^\d{4,8}$/.test(pin)) return this.fail('A PIN has four to eight digits.');
    return this.change(
      () => this.client.newPin(this.current(), pin),
      pin === null ? 'Your PIN is taken away.' : 'Your PIN is set.',
    );
  }

  protected setPassword(): Promise<void> {
    if (this.password().length < 10) return this.fail('A password has ten characters or more.');
    return this.change(
      () => this.client.newPassword(this.current(), this.password()),
      'Your password is changed. You are signed out on every other device.',
    );
  }

  private fail(why: string): Promise<void> {
    this.problem.set(why);
    return Promise.resolve();
  }

  private async change(act: () => Promise<Session>, done: string): Promise<void> {
    this.done.set('');
    if (this.missing()) return this.problem.set(this.missing());
    this.problem.set(null);
    try {
      const session = await act();
      for (const field of [this.current, this.pin, this.password]) field.set('');
      this.done.set(done);
      this.store.dispatch(PeopleEvents.sessionKnown({ session }));
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }
}
