/** The ways to change who is signed in, and to what belongs to a person. */
import { afterNextRender, ChangeDetectionStrategy, Component, inject, input, viewChild } from '@angular/core';
import { MatMenuModule, MatMenuTrigger } from '@angular/material/menu';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { PeopleEvents, SessionDesk } from '../session';

@Component({
  selector: 'db-person-menu',
  imports: [MatMenuModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button type="button" class="who" [matMenuTriggerFor]="menu"><ng-content /></button>
    <mat-menu #menu="matMenu">
      <button mat-menu-item (click)="leave()">Someone else works here now</button>
      <a mat-menu-item routerLink="/account">My password and PIN</a>
      <a mat-menu-item routerLink="/library">Library: codes and reports</a>
      <a mat-menu-item routerLink="/shop">Shop: units, policies, people</a>
      <button mat-menu-item (click)="leaveEverywhere()">Sign me out on every device</button>
    </mat-menu>
  `,
})
export class PersonMenu {
  /** Open as soon as it is there. */
  readonly open = input(false);
  private readonly store = inject(Store);
  private readonly sessions = inject(SessionDesk);
  private readonly trigger = viewChild.required(MatMenuTrigger);

  constructor() {
    afterNextRender(() => {
      if (this.open()) this.trigger().openMenu();
    });
  }

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
