/** Where practice begins: a simulated car with a hidden fault. */
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router } from '@angular/router';
import { PageHead } from '../frame';
import { SimulatedDesk } from '../simulated';

@Component({
  selector: 'db-practice',
  imports: [MatButtonModule, PageHead],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-page-head />
    <main id="bench" tabindex="-1">
      <h1>Practice</h1>
      <p>
        A simulated car with one hidden fault. Its modules answer, its wiring is measured, and what is cleared
        comes back until the fault is mended. Work as at a real car: what the driver says, the baseline, a
        part to trace, its tests, the repair, the clear, the proof. After the hand-back you are told what it
        was, and what the planner would have spent.
      </p>
      <p class="quiet">
        Nothing of it enters what this shop has learned. A learner may do everything there but sign as the
        lead.
      </p>
      <button mat-flat-button type="button" [disabled]="busy()" (click)="open()">Take a simulated car</button>
      @if (problem()) {
        <p class="problem" role="alert">{{ problem() }}</p>
      }
    </main>
  `,
  styles: `
    main {
      display: grid;
      gap: 16px;
      justify-items: start;
      max-width: 760px;
      margin: 24px auto;
      padding: 28px;
      border-radius: 18px;
      background: var(--sheet);
    }
    h1,
    p {
      margin: 0;
    }
  `,
})
export class Practice {
  private readonly car = inject(SimulatedDesk);
  private readonly router = inject(Router);
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);

  protected async open(): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.problem.set(null);
    try {
      const jobId = await this.car.open();
      await this.router.navigate(['/jobs', jobId, 'take-in']);
    } catch (error) {
      this.problem.set((error as Error).message);
    }
    this.busy.set(false);
  }
}
