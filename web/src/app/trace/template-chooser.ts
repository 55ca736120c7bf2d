/** Chooses the circuit behind a beacon and fills it in with the technician's own words. */
import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { type Template, templates } from '@dormant-beacon/core/trace/templates';
import { Desk } from '../shell/desk';

@Component({
  selector: 'db-template-chooser',
  imports: [MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (!chosen()) {
      <div class="offers">
        @for (template of templates; track template.id) {
          <button type="button" class="offer" (click)="chosen.set(template)">
            <strong>{{ template.title }}</strong><small>{{ template.describes }}</small>
          </button>
        }
      </div>
    } @else if (chosen(); as template) {
      <form #form (submit)="start($event, form)">
        <p class="quiet">Say it in your own words; what you leave empty stays as in the example.</p>
        <div class="grid">
          @for (field of template.fields; track field.key) {
            <label class="field"
              >{{ field.label }}
              <input [name]="field.key" maxlength="60" autocomplete="off" [placeholder]="field.example"
            /></label>
          }
        </div>
        @if (problem()) {
          <p class="problem" role="alert">{{ problem() }}</p>
        }
        <div class="row">
          <button mat-flat-button type="submit">Start the trace</button>
          <button mat-button type="button" (click)="chosen.set(null)">Another circuit</button>
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
  protected readonly templates = templates;
  protected readonly chosen = signal<Template | null>(null);
  protected readonly problem = signal<string | null>(null);

  protected async start(submit: Event, form: HTMLFormElement): Promise<void> {
    submit.preventDefault();
    const template = this.chosen()!;
    const values = Object.fromEntries([...new FormData(form)].map(([key, value]) => [key, String(value)]));
    const data: FactData<'traces'> = {
      title: template.title,
      beaconIds: [...this.beaconIds()],
      case: template.build(values),
    };
    const sent = await this.desk.enter('traces', data);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
    if (sent.state !== 'refused') this.started.emit();
  }
}
