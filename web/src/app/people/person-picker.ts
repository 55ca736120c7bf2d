/** Who enters: a name picked from the shop's people. Nobody is signed in. */
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatMenuModule } from '@angular/material/menu';
import type { Person } from '@dormant-beacon/core/job';
import { Store } from '@ngrx/store';
import { Client } from '../api/client';
import { newId } from '../api/ids';
import { PeopleEvents, peopleFeature } from './people.state';

@Component({
  selector: 'db-person-picker',
  imports: [MatButtonModule, MatMenuModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      type="button"
      class="who"
      [class.nobody]="!person()"
      [matMenuTriggerFor]="menu"
      [attr.aria-label]="
        person() ? person()!.name + ', not signed in: change the person' : 'Pick who you are'
      "
    >
      @if (person(); as person) {
        <span class="initials" aria-hidden="true">{{ person.initials }}</span>
        <span class="note">not signed in</span>
      } @else {
        Who are you?
      }
    </button>
    <mat-menu #menu="matMenu">
      @for (other of people(); track other.id) {
        <button mat-menu-item (click)="pick(other.id)">{{ other.name }} · {{ other.role }}</button>
      }
      @if (people().length === 0) {
        <button mat-menu-item (click)="naming.set(true)">Add the first person of the shop</button>
      } @else {
        <button mat-menu-item (click)="naming.set(true)">Add a person</button>
      }
    </mat-menu>
    @if (naming()) {
      <form class="new" (submit)="add($event, name.value, role.value)">
        <label class="field"
          >Name <input #name required maxlength="80" autocomplete="off" placeholder="such as Remy"
        /></label>
        <label class="field">
          Role
          <select #role>
            <option value="lead">lead</option>
            <option value="technician">technician</option>
            <option value="desk">desk</option>
            <option value="learner">learner</option>
          </select>
        </label>
        @if (problem()) {
          <p class="problem" role="alert">{{ problem() }}</p>
        }
        <div class="row">
          <button mat-flat-button type="submit">Add</button>
          <button mat-button type="button" (click)="naming.set(false)">Not now</button>
        </div>
      </form>
    }
  `,
  styles: `
    :host {
      position: relative;
    }
    .who {
      display: flex;
      align-items: center;
      gap: 8px;
      min-height: 48px;
      padding: 0 4px 0 8px;
      border: 0;
      border-radius: 12px;
      background: none;
      color: var(--quiet);
      font: 14px var(--body);
      cursor: pointer;
    }
    .nobody {
      padding: 0 14px;
      color: var(--on-ember);
      background: var(--ember);
      font-size: 16px;
      font-weight: 600;
    }
    .initials {
      display: grid;
      place-items: center;
      width: 38px;
      height: 38px;
      border-radius: 50%;
      background: var(--raised);
      color: var(--ink);
      font-weight: 650;
    }
    .new {
      position: absolute;
      right: 0;
      top: 56px;
      z-index: 15;
      display: grid;
      gap: 12px;
      width: 280px;
      padding: 16px;
      border-radius: 14px;
      background: var(--sheet);
      box-shadow: 0 8px 30px rgb(0 0 0 / 40%);
    }
    .row {
      display: flex;
      gap: 8px;
    }
    @media (max-width: 1000px) {
      .note {
        display: none;
      }
    }
  `,
})
export class PersonPicker {
  private readonly store = inject(Store);
  private readonly client = inject(Client);
  protected readonly people = this.store.selectSignal(peopleFeature.selectPeople);
  protected readonly person = this.store.selectSignal(peopleFeature.selectPerson);
  protected readonly naming = signal(false);
  protected readonly problem = signal<string | null>(null);

  protected pick(personId: string): void {
    this.store.dispatch(PeopleEvents.personPicked({ personId }));
  }

  protected async add(event: Event, name: string, role: string): Promise<void> {
    event.preventDefault();
    const initials = name
      .trim()
      .split(/\s+/)
      .map((word) => word[0]!.toUpperCase())
      .join('')
      .slice(0, 2);
    if (initials === '') return;
    try {
      const person = await this.client.addPerson({
        id: newId(),
        name: name.trim(),
        initials,
        role: role as Person['role'],
      });
      this.store.dispatch(PeopleEvents.personAdded({ person }));
      this.naming.set(false);
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }
}
