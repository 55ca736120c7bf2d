/** The frame around every page: who works here, the theme, and whether everything typed has been saved. */
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { Store } from '@ngrx/store';
import { Events } from './api/events';
import { Outbox } from './api/outbox';
import { BaysEvents } from './bays/bays.state';
import { PeopleEvents } from './people/people.state';

@Component({
  selector: 'db-root',
  imports: [RouterOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <a class="skip" href="#bench">To the work</a>
    <router-outlet />
    @if (outbox.waiting(); as waiting) {
      <p class="state" role="status">
        <strong>{{ waiting === 1 ? 'One entry is' : waiting + ' entries are' }} not saved yet.</strong>
        Kept on this device, sent as soon as the server is back.
      </p>
    } @else if (!events.connected()) {
      <p class="state" role="status">The server does not answer. What you type is kept.</p>
    } @else if (outbox.refusal(); as refusal) {
      <p class="state refused" role="alert">An entry that waited was not taken: {{ refusal }}</p>
    }
  `,
  styles: `
    .skip {
      position: absolute;
      left: -999px;
      &:focus {
        left: 12px;
        top: 12px;
        z-index: 10;
        padding: 12px;
        background: var(--raised);
      }
    }
    .state {
      position: fixed;
      inset: auto 16px 16px auto;
      z-index: 20;
      max-width: min(460px, calc(100vw - 64px));
      padding: 12px 16px;
      border-radius: 12px;
      background: var(--raised);
      border-left: 5px solid var(--red);
      box-shadow: 0 6px 24px rgb(0 0 0 / 35%);
    }
    @media print {
      .state,
      .skip {
        display: none;
      }
    }
  `,
})
export class App {
  protected readonly outbox = inject(Outbox);
  protected readonly events = inject(Events);

  constructor() {
    const store = inject(Store);
    store.dispatch(PeopleEvents.wanted());
    void this.outbox.resume();
    this.events.start();
    this.events.moved.subscribe((event) => store.dispatch(BaysEvents.jobMoved({ event })));
    this.events.reconnected.subscribe(() => {
      store.dispatch(PeopleEvents.wanted());
      store.dispatch(BaysEvents.opened());
    });
  }
}
