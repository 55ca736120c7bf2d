/** Grease, sealant, tape at a step: where it goes and where not; what cures is timed by the server. */
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Desk } from '../entry';
import { StripDesk } from './strip-desk';

@Component({
  selector: 'db-material-lines',
  imports: [MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of materials(); track one.name) {
      <p>
        <strong>{{ one.name }}</strong>: {{ one.rule }}.
      </p>
      @if (one.waitMinutes) {
        <button mat-stroked-button type="button" (click)="start(one.name, one.waitMinutes)">
          Start its time: {{ one.waitMinutes }} min
        </button>
      }
    }
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    :host:not(:empty) {
      display: grid;
      gap: 8px;
    }
    strong::first-letter {
      text-transform: uppercase;
    }
    button {
      justify-self: start;
    }
  `,
})
export class MaterialLines {
  readonly step = input.required<string>();
  private readonly strip = inject(StripDesk);
  private readonly desk = inject(Desk);
  protected readonly materials = computed(() => this.strip.item(this.step())?.materials ?? []);
  protected readonly problem = signal<string | null>(null);

  protected async start(name: string, minutes: number): Promise<void> {
    const sent = await this.desk.enter('cure-waits', {
      planId: this.strip.strip()!.id,
      what: `${name} at ${this.strip.label(this.step())}`,
      minutes,
      over: this.step(),
    });
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }
}
