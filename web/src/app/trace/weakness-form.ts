/** Keeps a suspect as a known weakness of this model, with its source. */
import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { AddWeakness } from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import {
  type Choice,
  ChoiceOne,
  Entry,
  entryForm,
  field,
  saved,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { jobFeature } from '../job';
import { LibraryDesk } from '../knowledge';

@Component({
  selector: 'db-weakness-form',
  imports: [ChoiceOne, Entry, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form">
      <db-text label="What is known" example="such as chafes in the guide track" [field]="says" />
      <db-text label="Where it is known from" example="such as three jobs of ours" [field]="source" />
      <db-choice question="How far can it be trusted?" [choices]="trust" [field]="credibility" />
      <db-choice question="How much likelier does it make this?" [choices]="factors" [field]="times" />
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <button mat-flat-button type="submit">Keep it for this model</button>
      <p class="quiet">Traces that begin from now on are weighed with it; this one stays as it is.</p>
    </db-entry>
  `,
  styles: `
    db-entry {
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

  private readonly library = inject(LibraryDesk);
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
  protected readonly says = field('');
  protected readonly source = field('');
  protected readonly credibility = field('own-job');
  protected readonly times = field('2');
  protected readonly form = entryForm(
    {
      says: this.says,
      source: this.source,
      credibility: this.credibility,
      times: this.times,
    },
    {
      draft: () => `weakness ${this.template()} ${this.suspect()}`,
      read: () => this.read(),
      enter: (data, stamp) => saved(this.library.addWeakness({ ...data, id: stamp.id })),
      then: () => this.kept.emit(),
    },
  );

  private read(): Omit<AddWeakness, 'id'> | Trouble {
    if (!this.says().trim()) return trouble(this.says, 'Say what is known.');
    if (!this.source().trim()) return trouble(this.source, 'Say where it is known from.');
    const { make, model } = this.record()!.vehicle;
    return {
      make,
      model,
      template: this.template(),
      suspect: this.suspect(),
      says: this.says().trim(),
      source: this.source().trim(),
      credibility: this.credibility() as AddWeakness['credibility'],
      times: Number(this.times()),
    };
  }
}
