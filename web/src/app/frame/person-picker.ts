/** Who is signed in here; the menu behind it is fetched apart, so that no page waits for it. */
import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { peopleFeature } from '../session';
import { PersonMenu } from './person-menu';

@Component({
  selector: 'db-person-picker',
  imports: [NgTemplateOutlet, PersonMenu, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (person(); as person) {
      <ng-template #face>
        <span class="initials" aria-hidden="true">{{ person.initials }}</span>
        <span class="note">{{ firstName() }}</span>
        <span class="seen-only-by-readers"
          >{{ person.name }}, {{ person.role }}: change the person, or sign out</span
        >
      </ng-template>
      @defer (on hover(early); on interaction(early); prefetch on idle) {
        <db-person-menu [open]="wanted()"><ng-container [ngTemplateOutlet]="face" /></db-person-menu>
      } @placeholder {
        <button #early type="button" class="who" aria-haspopup="menu" (click)="wanted.set(true)">
          <ng-container [ngTemplateOutlet]="face" />
        </button>
      } @error {
        <a class="who" routerLink="/account"><ng-container [ngTemplateOutlet]="face" /></a>
      }
    }
  `,
  styles: `
    :host ::ng-deep .who {
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
  protected readonly person = inject(Store).selectSignal(peopleFeature.selectPerson);
  protected readonly firstName = computed(() => this.person()?.name.split(' ')[0] ?? '');
  /** Pressed before its menu was there: the menu opens as it comes. */
  protected readonly wanted = signal(false);
}
