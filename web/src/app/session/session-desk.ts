/** Signing in and out, and a person's own password and PIN: what the server answers is the session from then on. */
import { inject, Injectable } from '@angular/core';
import type { PinSwitch, Session, SignIn } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { Client } from '../api';
import { PeopleEvents } from './people.state';

/** Every call throws ApiProblem where it is refused or nobody answers; the session then stays as it was. */
@Injectable({ providedIn: 'root' })
export class SessionDesk {
  private readonly store = inject(Store);
  private readonly client = inject(Client);

  signIn(who: SignIn): Promise<void> {
    return this.take(this.client.signIn(who));
  }

  switchTo(who: PinSwitch): Promise<void> {
    return this.take(this.client.pinSwitch(who));
  }

  newPassword(current: string, password: string): Promise<void> {
    return this.take(this.client.newPassword(current, password));
  }

  newPin(current: string, pin: string | null): Promise<void> {
    return this.take(this.client.newPin(current, pin));
  }

  signOut(): Promise<void> {
    return this.leave(this.client.signOut());
  }

  signOutEverywhere(): Promise<void> {
    return this.leave(this.client.signOutEverywhere());
  }

  /** What the page has seen of the shop goes with the session. */
  private async leave(asked: Promise<Session>): Promise<void> {
    const session = await asked;
    if ('caches' in window) await caches.delete('beacon-seen');
    this.store.dispatch(PeopleEvents.sessionKnown({ session }));
  }

  private async take(asked: Promise<Session>): Promise<void> {
    this.store.dispatch(PeopleEvents.sessionKnown({ session: await asked }));
  }
}
