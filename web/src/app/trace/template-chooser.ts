/** Chooses the circuit behind a beacon and fills it in with the technician's own words. */
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { type Template, templates } from '@dormant-beacon/core/trace/templates';
import { keepDraft } from '../shared/draft';
import { TextField } from '../shared/text-field';
import { Store } from '@ngrx/store';
import { shopFeature } from '../shop/shop.state';
import { Desk } from '../shell/desk';

@Component({
  selector: 'db-template-chooser',
  imports: [MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (!chosen()) {
      <div class="offers">
        @for (template of templates; track template.id) {
          <button type="button" class="offer" (click)="chosenId.set(template.id)">
            <strong>{{ template.title }}</strong><small>{{ template.describes }}</small>
          </button>
        }
      </div>
    } @else if (chosen(); as template) {
      <form (submit)="start($event)">
        <p class="quiet">Say it in your own words; what you leave empty stays as in the example.</p>
        <div class="grid">
          @for (field of template.fields; track field.key) {
            <db-text
              [label]="field.label"
              [most]="60"
              [example]="field.example"
              [value]="values()[field.key] ?? ''"
              (valueChange)="fill(field.key, $event)"
            />
          }
        </div>
        @if (problem()) {
          <p class="problem" role="alert">{{ problem() }}</p>
        }
        <div class="row">
          <button mat-flat-button type="submit">Start the trace</button>
          <button mat-button type="button" (click)="chosenId.set('')">Another circuit</button>
        </div>
      </form>
    }
  `,
  styles: `
    .offers {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
      gap: 12px;
    }
    .offer {
      display: grid;
      gap: 4px;
      padding: 18px;
      border: 0;
      border-radius: 14px;
      background: var(--raised);
      color: var(--ink);
      font: 17px/1.4 var(--body);
      text-align: left;
      cursor: pointer;
    }
    small {
      font-size: 15px;
      color: var(--quiet);
    }
    form {
      display: grid;
      gap: 16px;
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
      gap: 14px;
    }
    .row {
      display: flex;
      gap: 10px;
    }
  `,
})
export class TemplateChooser {
  readonly beaconIds = input.required<readonly string[]>();
  readonly started = output();

  private readonly desk = inject(Desk);
  private readonly settings = inject(Store).selectSignal(shopFeature.selectSettings);
  /** A restraint circuit is opened only made safe: it is not offered here. */
  protected readonly templates = templates.filter(({ restraint }) => restraint !== true);
  protected readonly chosenId = signal('');
  protected readonly values = signal<Readonly<Record<string, string>>>({});
  protected readonly chosen = computed(
    (): Template | null => templates.find(({ id }) => id === this.chosenId()) ?? null,
  );
  protected readonly problem = signal<string | null>(null);

  private readonly draft = keepDraft(() => `circuit ${this.beaconIds().join()}`, {
    chosenId: this.chosenId,
    values: this.values,
  });

  protected fill(key: string, value: string): void {
    this.values.update((values) => ({ ...values, [key]: value }));
  }

  protected async start(submit: Event): Promise<void> {
    submit.preventDefault();
    const template = this.chosen()!;
    const data: FactData<'traces'> = {
      title: template.title,
      beaconIds: [...this.beaconIds()],
      case: { ...template.build(this.values()), hourlyRateCents: this.settings().hourlyRateCents },
    };
    const sent = await this.desk.enter('traces', data);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
    if (sent.state === 'refused') return;
    this.draft.clear();
    this.started.emit();
  }
}
