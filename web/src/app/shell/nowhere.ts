import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'db-nowhere',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main id="bench">
    <h1>There is nothing at this address.</h1>
    <p><a routerLink="/">To the bays</a></p>
  </main>`,
  styles: `
    main {
      padding: 15vh 28px;
    }
  `,
})
export class Nowhere {}
