/** The frame around every page: who works here, and whether everything typed has been saved. */
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  Injector,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { NavigationEnd, Router, RouterOutlet } from '@angular/router';
import { Store } from '@ngrx/store';
import { filter } from 'rxjs';
import { Events, Outbox } from './api';
import { customerPath } from './app.routes';
import { BaysEvents } from './bays/bays.state';
import { PeopleEvents, peopleFeature, shopFeature } from './session';
import { SignIn } from './people/sign-in';
import { writeFigures } from './figures';
import { NewVersion, ShortcutHints } from './frame';
import { writeTimes } from './time';
import { NotTaken } from './waiting';

@Component({
  selector: 'db-root',
  imports: [MatButtonModule, NotTaken, RouterOutlet, SignIn],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './app.html',
  styleUrl: './app.scss',
})
export class App {
  protected readonly outbox = inject(Outbox);
  protected readonly events = inject(Events);
  protected readonly newVersion = inject(NewVersion);
  private readonly store = inject(Store);
  private readonly injector = inject(Injector);
  private readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  private readonly shop = this.store.selectSignal(shopFeature.selectShop);
  protected readonly personId = this.store.selectSignal(peopleFeature.selectPersonId);
  protected readonly asked = this.store.selectSignal(peopleFeature.selectAsked);
  /** A customer with a link has no session, and sees nothing of the shop. */
  private readonly customer = location.pathname.replace(/\/$/, '') === `/${customerPath}`;
  /** The page of the person who is here: another person begins with their own drafts. */
  protected readonly pages = computed(() => {
    if (this.customer) return ['customer'];
    return this.personId() === null ? [] : [this.personId()!];
  });
  protected readonly othersWait = computed(() => {
    const ids = this.outbox.waitingOthers();
    if (ids.length === 0) return null;
    const names = [...new Set(ids)].map(
      (id) => this.people().find((person) => person.id === id)?.name ?? 'someone else',
    );
    return `${ids.length === 1 ? 'One entry' : `${ids.length} entries`} of ${names.join(', ')} ${ids.length === 1 ? 'waits' : 'wait'} on this device until they are here.`;
  });

  constructor() {
    this.newVersion.watch();
    if (this.customer) return;
    this.store.dispatch(PeopleEvents.sessionWanted());
    inject(ShortcutHints).start();
    this.followRoutes();
    const resumed = this.outbox.resume();
    effect(() => {
      const personId = this.personId();
      void resumed.then(() => this.outbox.personIs(personId));
      if (personId === null) return this.events.stop();
      this.store.dispatch(PeopleEvents.arrived());
      this.events.start();
    });
    effect(() => {
      const shop = this.shop();
      if (!shop) return;
      writeTimes(shop.settings);
      writeFigures(shop.settings);
    });
    this.outbox.personUnknown.subscribe(() => this.store.dispatch(PeopleEvents.sessionOver()));
    this.events.moved.subscribe((event) => this.store.dispatch(BaysEvents.jobMoved({ event })));
    this.events.reconnected.subscribe(() => this.store.dispatch(PeopleEvents.serverReturned()));
  }

  /** The focus goes with the page: to its first heading, which a screen reader then reads. */
  private followRoutes(): void {
    let first = true;
    inject(Router)
      .events.pipe(filter((event) => event instanceof NavigationEnd))
      .subscribe(() => {
        if (first) {
          first = false;
          return;
        }
        afterNextRender(() => this.toHeading(), { injector: this.injector });
      });
  }

  private toHeading(): void {
    const own = document.activeElement;
    // Whoever types already stays where they are.
    if (own?.matches('input, textarea, [contenteditable]') && own.isConnected) return;
    const heading = document.querySelector<HTMLElement>('.next-thing h1, main h1, #bench');
    if (!heading) return;
    if (!heading.hasAttribute('tabindex')) heading.tabIndex = -1;
    heading.focus({ preventScroll: true });
  }

  protected loadAgain(): void {
    this.newVersion.go(location.pathname);
  }

  /** Past head and rail; an address with # would leave the job, since every link starts at the root. */
  protected toBench(): void {
    const bench = document.querySelector<HTMLElement>('#bench, main');
    bench?.setAttribute('tabindex', '-1');
    bench?.focus();
  }
}
