/** What speaks for the route that is looked at, or against it, and the button that takes it. */
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { Entry, factForm, field, TextField, trouble, type Trouble } from '../entry';
import { FiguresPipe } from '../figures';
import { RouteView } from './route-view';

/** Another route than the recommended one is taken for a reason of so many characters. */
const leastReason = 8;

@Component({
  selector: 'db-route-choice',
  imports: [Entry, FiguresPipe, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (view.reasons().length > 0 && mayTake()) {
      <section aria-live="polite">
        <h2>{{ view.differs() ? 'Why not “' + view.label() + '”?' : 'Why “' + view.label() + '”' }}</h2>
        @for (says of view.reasons(); track says) {
          <p>{{ says | figures }}</p>
        }
      </section>
    }
    @if (mayTake()) {
      <db-entry [form]="form" label="Choose this route">
        @if (view.differs()) {
          <db-text
            label="Why this one all the same?"
            example="such as the customer needs the car on Friday"
            [field]="reason"
          />
        }
        @if (form.problem()) {
          <p class="problem" role="alert">{{ form.problem() }}</p>
        }
        <button mat-flat-button type="submit" data-key="t">Take this route: {{ view.label() }}</button>
      </db-entry>
    }
  `,
  styles: `
    :host,
    section {
      display: grid;
      gap: 10px;
    }
    h2 {
      margin: 0;
    }
    button {
      justify-self: start;
    }
  `,
})
export class RouteChoice {
  protected readonly view = inject(RouteView);
  protected readonly mayTake = computed(
    () =>
      this.view.open() &&
      this.view.unit().chosen?.id !== this.view.seen() &&
      this.view.unit().step !== 'done',
  );
  protected readonly reason = field('');
  protected readonly form = factForm(
    'route-choices',
    { reason: this.reason },
    {
      draft: () => `route choice ${this.view.unit().id}`,
      read: (): FactData<'route-choices'> | Trouble =>
        this.view.differs() && this.reason().trim().length < leastReason
          ? trouble(this.reason, 'Say in a few words why this one is taken.')
          : {
              planId: this.view.unit().id,
              routeId: this.view.seen(),
              recommended: this.view.recommended()?.id ?? null,
              reason: this.view.differs() ? this.reason().trim() : null,
            },
    },
  );
}
