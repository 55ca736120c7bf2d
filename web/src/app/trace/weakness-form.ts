/** Keeps a suspect as a known weakness of this model, with its source. */
import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { AddWeakness } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { Client, newId } from '../api';
import { type Choice, ChoiceOne, keepDraft, TextField } from '../entry';
import { jobFeature } from '../job';

@Component({
  selector: 'db-weakness-form',
  imports: [ChoiceOne, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form novalidate (submit)="keep($event)">
      <db-text label="What is known" example="such as chafes in the guide track" [(value)]="says" />
      <db-text label="Where it is known from" example="such as three jobs of ours" [(value)]="source" />
      <db-choice question="How far can it be trusted?" [choices]="trust" [(value)]="credibility" />
      <db-choice question="How much likelier does it make this?" [choices]="factors" [(value)]="times" />
      @if (problem()) {
        <p class="problem" role="alert">{{ problem() }}</p>
      }
      <button mat-flat-button type="submit">Keep it for this model</button>
      <p class="quiet">Traces that begin from now on are weighed with it; this one stays as it is.</p>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 12px;
      padding: 14px;
      border-radius: 12px;
      background: var(--ground);
    }
    button {
      justify-self: start;
    }
  `,
})
export class WeaknessForm {
  readonly template = input.required<string>();
  readonly suspect = input.required<string>();
  readonly kept = output();

  private readonly client = inject(Client);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  protected readonly trust: readonly Choice[] = [
    { value: 'maker-text', label: 'the maker says so' },
    { value: 'own-job', label: 'our own jobs' },
    { value: 'heard', label: 'heard' },
  ];
  protected readonly factors: readonly Choice[] = ['1.5', '2', '3', '5'].map((value) => ({
    value,
    label: `${value} times`,
  }));
  protected readonly says = signal('');
  protected readonly source = signal('');
  protected readonly credibility = signal('own-job');
  protected readonly times = signal('2');
  protected readonly problem = signal<string | null>(null);
  private readonly draft = keepDraft(() => `weakness ${this.template()} ${this.suspect()}`, {
    says: this.says,
    source: this.source,
    credibility: this.credibility,
    times: this.times,
  });

  protected async keep(submit: Event): Promise<void> {
    submit.preventDefault();
    if (!this.says().trim() || !this.source().trim())
      return this.problem.set('Say what is known, and where from.');
    const { make, model } = this.record()!.vehicle;
    try {
      await this.client.addWeakness({
        id: newId(),
        make,
        model,
        template: this.template(),
        suspect: this.suspect(),
        says: this.says().trim(),
        source: this.source().trim(),
        credibility: this.credibility() as AddWeakness['credibility'],
        times: Number(this.times()),
      });
      this.draft.clear();
      this.kept.emit();
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }
}
