/** Who is signed in here, and the ways to change that. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatMenuModule } from '@angular/material/menu';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { SessionDesk, PeopleEvents, peopleFeature } from '../session';

@Component({
  selector: 'db-person-picker',
  imports: [MatMenuModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (person(); as person) {
      <button type="button" class="who" [matMenuTriggerFor]="menu">
        <span class="initials" aria-hidden="true">{{ person.initials }}</span>
        <span class="note">{{ firstName() }}</span>
        <span class="seen-only-by-readers"
          >{{ person.name }}, {{ person.role }}: change the person, or sign out</span
        >
      </button>
      <mat-menu #menu="matMenu">
        <button mat-menu-item (click)="leave()">Someone else works here now</button>
        <a mat-menu-item routerLink="/account">My password and PIN</a>
        <a mat-menu-item routerLink="/library">Library: codes and reports</a>
        <a mat-menu-item routerLink="/shop">Shop: units, policies, people</a>
        <button mat-menu-item (click)="leaveEverywhere()">Sign me out on every device</button>
      </mat-menu>
    }
  `,
  styles: `
    .who {
      display: flex;
      align-items: center;
      gap: 8px;
      min-height: 48px;
      padding: 0 8px 0 4px;
      border: 0;
      border-radius: 12px;
      background: none;
      color: var(--ink);
      font: 15px var(--body);
      cursor: pointer;
    }
    .initials {
      display: grid;
      place-items: center;
      width: 40px;
      height: 40px;
      border-radius: 50%;
      background: var(--raised);
      font-weight: 650;
    }
    @media (max-width: 700px) {
      .note {
        display: none;
      }
    }
  `,
})
export class PersonPicker {
  private readonly store = inject(Store);
  private readonly sessions = inject(SessionDesk);
  protected readonly person = this.store.selectSignal(peopleFeature.selectPerson);
  protected readonly firstName = computed(() => this.person()?.name.split(' ')[0] ?? '');

  protected leave(): Promise<void> {
    return this.end(this.sessions.signOut());
  }

  protected leaveEverywhere(): Promise<void> {
    return this.end(this.sessions.signOutEverywhere());
  }

  /** Without the server the person stays. */
  private async end(leaving: Promise<void>): Promise<void> {
    try {
      await leaving;
    } catch (error) {
      this.store.dispatch(PeopleEvents.sessionNotKnown({ reason: (error as Error).message }));
    }
  }
}
