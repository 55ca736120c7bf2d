/** The own password and PIN. */
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { type Sent } from '../api';
import { Entry, entryForm, field, TextField, trouble, type Trouble } from '../entry';
import { PageHead } from '../frame';
import { SessionDesk, peopleFeature } from '../session';

@Component({
  selector: 'db-account',
  imports: [Entry, MatButtonModule, PageHead, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-page-head />
    <main id="bench" class="sheet" tabindex="-1">
      <h1>{{ session()?.person?.name }}: password and PIN</h1>
      <p class="quiet">
        A PIN changes the person at a tablet quickly. It works only where you have signed in with your
        password within 30 days; five wrong ones ask for the password.
      </p>
      <db-text label="Your present password" type="password" fills="current-password" [field]="current" />
      <div class="two">
        <db-entry [form]="pinForm">
          <h2>{{ session()?.hasPin ? 'Another PIN' : 'A PIN' }}</h2>
          <db-text
            label="Four to eight digits"
            type="password"
            keys="numeric"
            [mono]="true"
            [most]="8"
            [field]="pin"
          />
          <div class="row">
            <button mat-flat-button type="submit" (click)="noPin.set(false)">Set the PIN</button>
            @if (session()?.hasPin) {
              <button mat-button type="submit" (click)="noPin.set(true)">No PIN any more</button>
            }
          </div>
        </db-entry>
        <db-entry [form]="passwordForm">
          <h2>Another password</h2>
          <db-text label="Ten characters or more" type="password" fills="new-password" [field]="password" />
          <button mat-flat-button type="submit">Change the password</button>
        </db-entry>
      </div>
      @if (pinForm.problem() ?? passwordForm.problem(); as says) {
        <p class="problem" role="alert">{{ says }}</p>
      }
      @if (said()) {
        <p role="status">{{ said() }}</p>
      }
    </main>
  `,
  styles: `
    main {
      display: grid;
      gap: 14px;
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
    db-entry > button {
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
  private readonly sessions = inject(SessionDesk);
  protected readonly session = this.store.selectSignal(peopleFeature.selectSession);
  protected readonly current = field('');
  protected readonly pin = field('');
  protected readonly password = field('');
  protected readonly said = signal('');
  protected readonly noPin = signal(false);
  private readonly missing = () =>
    this.current() === '' ? trouble(this.current, 'Type your present password first.') : null;
  protected readonly pinForm = entryForm(
    { current: this.current, pin: this.pin },
    {
      draft: null,
      read: (): { pin: string | null } | Trouble => {
        const pin = this.noPin() ? null : this.pin();
        if (pin !== null && !/^\d{4,8}$/.test(pin))
          return trouble(this.pin, 'A PIN has four to eight digits.');
        return this.missing() ?? { pin };
      },
      enter: ({ pin }) =>
        this.change(
          this.sessions.newPin(this.current(), pin),
          pin === null ? 'Your PIN is taken away.' : 'Your PIN is set.',
        ),
    },
  );
  protected readonly passwordForm = entryForm(
    { current: this.current, password: this.password },
    {
      draft: null,
      read: (): { password: string } | Trouble => {
        if (this.password().length < 10)
          return trouble(this.password, 'A password has ten characters or more.');
        return this.missing() ?? { password: this.password() };
      },
      enter: ({ password }) =>
        this.change(
          this.sessions.newPassword(this.current(), password),
          'Your password is changed. You are signed out on every other device.',
        ),
    },
  );

  private async change(asked: Promise<void>, said: string): Promise<Sent<unknown>> {
    this.said.set('');
    await asked;
    this.said.set(said);
    return { state: 'saved', answer: null };
  }
}
