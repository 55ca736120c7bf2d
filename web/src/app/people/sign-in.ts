/** The way in: a PIN for those who were here, else name and password; a first password is changed at once. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Session } from '@dormant-beacon/contract';
import type { Person } from '@dormant-beacon/core/job';
import { Store } from '@ngrx/store';
import { Client } from '../api';
import { ThemeSwitch } from '../frame';
import { PeopleEvents, peopleFeature } from '../session';
import { PinPad } from './pin-pad';

@Component({
  selector: 'db-sign-in',
  imports: [MatButtonModule, PinPad, ThemeSwitch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sign-in.html',
  styleUrl: './sign-in.scss',
})
export class SignIn {
  private readonly store = inject(Store);
  private readonly client = inject(Client);
  protected readonly session = this.store.selectSignal(peopleFeature.selectSession);
  protected readonly here = computed(() => this.session()?.here ?? []);
  protected readonly demo = computed(() => this.session()?.demoAccounts ?? []);
  protected readonly mustChange = computed(
    () => this.session()?.person !== null && this.session()?.mustChange === true,
  );
  protected readonly byPin = signal<Person | null>(null);
  protected readonly byName = signal(false);
  protected readonly name = signal('');
  protected readonly password = signal('');
  protected readonly again = signal('');
  protected readonly first = signal('');
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

  protected async enter(event: Event): Promise<void> {
    event.preventDefault();
    if (this.name().trim() === '' || this.password() === '')
      return this.problem.set('Type your name and your password.');
    await this.try(() => this.client.signIn({ name: this.name().trim(), password: this.password() }));
    if (this.problem() === null) this.first.set(this.password());
    this.password.set('');
  }

  protected async enterAs({ name, password }: { name: string; password: string }): Promise<void> {
    await this.try(() => this.client.signIn({ name, password }));
  }

  protected async enterPin(pin: string): Promise<void> {
    await this.try(() => this.client.pinSwitch({ personId: this.byPin()!.id, pin }));
  }

  protected async change(event: Event): Promise<void> {
    event.preventDefault();
    if (this.password() !== this.again())
      return this.problem.set('The two are not the same. Type both again.');
    await this.try(() => this.client.newPassword(this.first(), this.password()));
    this.password.set('');
    this.again.set('');
  }

  protected async otherPerson(): Promise<void> {
    await this.try(() => this.client.signOut());
  }

  private async try(act: () => Promise<Session>): Promise<void> {
    this.busy.set(true);
    this.problem.set(null);
    try {
      this.store.dispatch(PeopleEvents.sessionKnown({ session: await act() }));
    } catch (error) {
      this.problem.set((error as Error).message);
    } finally {
      this.busy.set(false);
    }
  }
}
