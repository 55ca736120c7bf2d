/** The shop's people: added with a first password, changed, let in again. */
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Account } from '@dormant-beacon/contract';
import type { Person } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import { initialsOf } from '../session';
import { When } from '../time';
import { type Choice, ChoiceOne, Entry, entryForm, field, saved, TextField, trouble } from '../entry';
import { ShopDesk } from './shop-desk';

@Component({
  selector: 'db-shop-people',
  imports: [ChoiceOne, Entry, MatButtonModule, TextField, When],
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
            <db-entry [form]="form">
              <db-text label="Name" [field]="name" />
              <db-choice question="Role" [choices]="roles" [field]="role" />
              <db-text
                label="A new first password, where the old one is forgotten or locked"
                [field]="password"
              />
              <div class="row">
                <button mat-flat-button type="submit">Save</button>
                <button mat-button type="button" (click)="admit(account, !account.active)">
                  {{ account.active ? 'May not sign in any more' : 'May sign in again' }}
                </button>
              </div>
            </db-entry>
          }
        </li>
      }
    </ul>
    @if (editing() === 'new') {
      <db-entry [form]="form">
        <db-text label="Name" [field]="name" />
        <db-choice question="Role" [choices]="roles" [field]="role" />
        <db-text
          label="A first password, ten characters or more; its owner changes it at once"
          [field]="password"
        />
        <div class="row">
          <button mat-flat-button type="submit">Add them</button>
          <button mat-button type="button" (click)="editing.set(null)">Not now</button>
        </div>
      </db-entry>
    } @else {
      <button mat-stroked-button type="button" (click)="openNew()">Add a person</button>
    }
    @if (form.problem()) {
      <p class="problem" role="alert">{{ form.problem() }}</p>
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
    db-entry {
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
  private readonly desk = inject(ShopDesk);
  private readonly store = inject(Store);
  protected readonly accounts = signal<readonly Account[]>([]);
  protected readonly editing = signal<string | null>(null);
  protected readonly name = field('');
  protected readonly role = field('technician');
  protected readonly password = field('');
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
    this.form.say(null);
    this.editing.update((editing) => (editing === person.id ? null : person.id));
    this.name.set(person.name);
    this.role.set(person.role);
    this.password.set('');
  }

  protected openNew(): void {
    this.form.say(null);
    this.editing.set('new');
    this.name.set('');
    this.role.set('technician');
    this.password.set('');
  }

  protected readonly form = entryForm(
    { name: this.name, role: this.role, password: this.password },
    {
      draft: null,
      read: () => (this.name().trim() === '' ? trouble(this.name, 'The name is missing.') : this.typed()),
      enter: (typed, stamp) => saved(this.write(typed, stamp.id)),
      then: () => this.changed(),
    },
  );

  private write(typed: Omit<Person, 'id'>, id: string): Promise<Account> {
    const account = this.accounts().find(({ person }) => person.id === this.editing());
    const password = this.password();
    return account
      ? this.desk.changeAccount(account.person.id, {
          ...typed,
          active: account.active,
          ...(password === '' ? {} : { password }),
        })
      : this.desk.addAccount({ id, ...typed }, password);
  }

  /** Lets someone sign in again, or no more. */
  protected async admit({ person }: Account, active: boolean): Promise<void> {
    const { name, initials, role } = person;
    try {
      await this.desk.changeAccount(person.id, { name, initials, role, active });
      await this.changed();
    } catch (error) {
      this.form.say((error as Error).message);
    }
  }

  private typed(): Omit<Person, 'id'> {
    const name = this.name().trim();
    return { name, initials: initialsOf(name), role: this.role() as Person['role'] };
  }

  private async changed(): Promise<void> {
    this.editing.set(null);
    await this.load();
  }

  private async load(): Promise<void> {
    try {
      this.accounts.set(await this.desk.accounts());
    } catch (error) {
      this.form.say((error as Error).message);
    }
  }
}
