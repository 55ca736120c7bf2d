/** The head of a page that is not a job's: the way back, the theme, the person. */
import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';
import { CommandSlot } from './command-slot';
import { PersonPicker } from './person-picker';
import { ThemeSwitch } from './theme-switch';

@Component({
  selector: 'db-page-head',
  imports: [CommandSlot, PersonPicker, RouterLink, ThemeSwitch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <a class="back" routerLink="/">Bays</a>
    <span class="push"></span>
    <ng-content />
    <db-command-slot />
    <db-theme-switch />
    <db-person-picker />
  `,
  host: { role: 'banner' },
  styles: `
    :host {
      display: flex;
      align-items: center;
      min-height: 60px;
      padding: 0 20px;
    }
    .push {
      flex: 1;
    }
  `,
})
export class PageHead {}
