/** The shop's people: added with a first password, changed, let in again. */
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Account } from '@dormant-beacon/contract';
import type { Person } from '@dormant-beacon/core/job';
import { Store } from '@ngrx/store';
import { Client, newId } from '../api';
import { initialsOf, PeopleEvents } from '../session';
import { When } from '../time';
import { type Choice, ChoiceOne } from '../entry';

@Component({
  selector: 'db-shop-people',
  imports: [ChoiceOne, MatButtonModule, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>People</h2>
    <ul>
      @for (account of accounts(); track account.person.id) {
        <li>
          <button
            type="button"
            class="one"
            (click)="open(account)"
            [attr.aria-expanded]="editing() === account.person.id"
          >
            <strong>{{ account.person.name }}</strong>
            <span>{{ account.person.role }}</span>
            <span class="quiet">{{ stateOf(account) }}</span>
            <span class="quiet mono">{{ account.lastSeenAt | when }}</span>
          </button>
          @if (editing() === account.person.id) {
            <form (submit)="save($event, account)">
              <label class="field"
                >Name
                <input maxlength="200" [value]="name()" (input)="name.set($any($event.target).value)" />
              </label>
              <db-choice question="Role" [choices]="roles" [(value)]="role" />
              <label class="field"
                >A new first password, where the old one is forgotten or locked
                <input
                  autocomplete="off"
                  [value]="password()"
                  (input)="password.set($any($event.target).value)"
                />
              </label>
              <div class="row">
                <button mat-flat-button type="submit">Save</button>
                <button mat-button type="button" (click)="save($event, account, !account.active)">
                  {{ account.active ? 'May not sign in any more' : 'May sign in again' }}
                </button>
              </div>
            </form>
          }
        </li>
      }
    </ul>
    @if (editing() === 'new') {
      <form (submit)="add($event)">
        <label class="field"
          >Name
          <input maxlength="200" [value]="name()" (input)="name.set($any($event.target).value)" />
        </label>
        <db-choice question="Role" [choices]="roles" [(value)]="role" />
        <label class="field"
          >A first password, ten characters or more; its owner changes it at once
          <input autocomplete="off" [value]="password()" (input)="password.set($any($event.target).value)" />
        </label>
        <div class="row">
          <button mat-flat-button type="submit">Add them</button>
          <button mat-button type="button" (click)="editing.set(null)">Not now</button>
        </div>
      </form>
    } @else {
      <button mat-stroked-button type="button" (click)="openNew()">Add a person</button>
    }
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    ul {
      margin: 0 0 14px;
      padding: 0;
      list-style: none;
    }
    .one {
      display: grid;
      grid-template-columns: 1.2fr 0.8fr 1.6fr 140px;
      align-items: center;
      gap: 12px;
      width: 100%;
      min-height: 52px;
      padding: 4px 0;
      border: 0;
      border-top: 1px solid var(--line);
      background: none;
      color: var(--ink);
      font: 16px var(--body);
      text-align: left;
      cursor: pointer;
    }
    form {
      display: grid;
      gap: 14px;
      padding: 14px 0 22px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    @media (max-width: 700px) {
      .one {
        grid-template-columns: 1fr auto;
      }
    }
  `,
})
export class ShopPeople {
  private readonly client = inject(Client);
  private readonly store = inject(Store);
  protected readonly accounts = signal<readonly Account[]>([]);
  protected readonly editing = signal<string | null>(null);
  protected readonly name = signal('');
  protected readonly role = signal('technician');
  protected readonly password = signal('');
  protected readonly problem = signal<string | null>(null);
  protected readonly roles: readonly Choice[] = [
    { value: 'lead', label: 'lead: sets rules, signs off' },
    { value: 'technician', label: 'technician' },
    { value: 'desk', label: 'front desk' },
    { value: 'learner', label: 'learner: reads, practises' },
  ];

  constructor() {
    void this.load();
  }

  protected stateOf({ active, hasPassword, lockedUntil }: Account): string {
    if (!active) return hasPassword ? 'may not sign in' : 'known from another shop’s story';
    return lockedUntil ? 'locked after wrong passwords' : '';
  }

  protected open({ person }: Account): void {
    this.problem.set(null);
    this.editing.update((editing) => (editing === person.id ? null : person.id));
    this.name.set(person.name);
    this.role.set(person.role);
    this.password.set('');
  }

  protected openNew(): void {
    this.problem.set(null);
    this.editing.set('new');
    this.name.set('');
    this.role.set('technician');
    this.password.set('');
  }

  protected add(event: Event): Promise<void> {
    event.preventDefault();
    const person = { id: newId(), ...this.typed() };
    return this.act(() => this.client.addAccount(person, this.password()));
  }

  protected save(event: Event, { person, active }: Account, mayEnter = active): Promise<void> {
    event.preventDefault();
    const password = this.password();
    return this.act(() =>
      this.client.changeAccount(person.id, {
        ...this.typed(),
        active: mayEnter,
        ...(password === '' ? {} : { password }),
      }),
    );
  }

  private typed(): Omit<Person, 'id'> {
    const name = this.name().trim();
    return { name, initials: initialsOf(name), role: this.role() as Person['role'] };
  }

  private async act(change: () => Promise<Account>): Promise<void> {
    this.problem.set(null);
    if (this.name().trim() === '') return this.problem.set('The name is missing.');
    try {
      await change();
      this.editing.set(null);
      this.store.dispatch(PeopleEvents.wanted());
      await this.load();
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  private async load(): Promise<void> {
    try {
      this.accounts.set(await this.client.accounts());
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }
}
