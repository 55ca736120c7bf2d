/** The way in: a PIN for those who were here, else name and password; a first password is changed at once. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Person } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import { ApiProblem, type Sent } from '../api';
import { Entry, entryForm, field, TextField, type Trouble, trouble } from '../entry';
import { ThemeSwitch } from '../frame';
import { SessionDesk, peopleFeature } from '../session';
import { PinPad } from './pin-pad';

@Component({
  selector: 'db-sign-in',
  imports: [Entry, MatButtonModule, PinPad, TextField, ThemeSwitch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sign-in.html',
  styleUrl: './sign-in.scss',
})
export class SignIn {
  private readonly store = inject(Store);
  private readonly sessions = inject(SessionDesk);
  protected readonly session = this.store.selectSignal(peopleFeature.selectSession);
  protected readonly here = computed(() => this.session()?.here ?? []);
  protected readonly demo = computed(() => this.session()?.demoAccounts ?? []);
  protected readonly mustChange = computed(
    () => this.session()?.person !== null && this.session()?.mustChange === true,
  );
  protected readonly byPin = signal<Person | null>(null);
  protected readonly byName = signal(false);
  protected readonly name = field('');
  protected readonly password = field('');
  protected readonly again = field('');
  protected readonly first = field('');
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly asksName = computed(() => this.byName() || this.here().length === 0);
  /** Over plain http on a network this page could be read on its way. */
  protected readonly insecure = !window.isSecureContext;

  protected choose(person: Person | null): void {
    this.problem.set(null);
    this.byPin.set(person);
    this.byName.set(false);
  }

  protected withName(name = ''): void {
    this.problem.set(null);
    this.byPin.set(null);
    this.byName.set(true);
    this.name.set(name);
  }

  protected readonly form = entryForm(
    { name: this.name, password: this.password },
    {
      draft: null,
      read: (): { name: string; password: string } | Trouble => {
        if (this.name().trim() === '') return trouble(this.name, 'Type your name.');
        if (this.password() === '') return trouble(this.password, 'Type your password.');
        return { name: this.name().trim(), password: this.password() };
      },
      enter: (who) => this.enterAs(who).finally(() => this.password.set('')),
      keeps: true,
      then: () => this.first.set(this.typed),
    },
  );
  /** The password that was taken: whoever has to change it need not type it again. */
  private typed = '';

  protected enterAs({ name, password }: { name: string; password: string }): Promise<Sent<unknown>> {
    this.typed = password;
    return this.try(() => this.sessions.signIn({ name, password }));
  }

  protected async enterPin(pin: string): Promise<void> {
    await this.try(() => this.sessions.switchTo({ personId: this.byPin()!.id, pin }));
  }

  protected readonly changeForm = entryForm(
    { first: this.first, password: this.password, again: this.again },
    {
      draft: null,
      read: (): { first: string; password: string } | Trouble =>
        this.password() === this.again()
          ? { first: this.first(), password: this.password() }
          : trouble(this.again, 'The two are not the same. Type both again.'),
      enter: ({ first, password }) =>
        this.try(() => this.sessions.newPassword(first, password)).finally(() => {
          this.password.set('');
          this.again.set('');
        }),
      keeps: true,
    },
  );

  protected async otherPerson(): Promise<void> {
    await this.try(() => this.sessions.signOut());
  }

  private async try(act: () => Promise<void>): Promise<Sent<unknown>> {
    this.busy.set(true);
    this.problem.set(null);
    try {
      await act();
      return { state: 'saved', answer: null };
    } catch (error) {
      this.problem.set((error as Error).message);
      return { state: 'refused', problem: new ApiProblem(0, '') };
    } finally {
      this.busy.set(false);
    }
  }
}
