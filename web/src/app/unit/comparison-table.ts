/** A part line by line beside the one that came out: same, work, unknown, not. */
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Comparison, FitAttribute } from '@dormant-beacon/core/fit';
import { FiguresPipe } from '../figures';

const names: Readonly<Record<string, string>> = {
  kind: 'Kind',
  partNumber: 'Part number',
  scope: 'Part or assembly',
  connectors: 'Plug',
  connectorGender: 'Plug, gender',
  connectorColour: 'Plug, colour',
  hand: 'Side',
  buildWindow: 'Build months',
  vehicleBuilt: 'Its car built',
  stages: 'Stages',
  watts: 'Watts',
  base: 'Base',
  filaments: 'Filaments',
  amps: 'Amps',
  style: 'Style',
  mounting: 'Mounting',
  colour: 'Colour',
  hardware: 'Hardware',
  software: 'Software',
  options: 'Options',
  contains: 'Contains',
  origin: 'Grade',
  deployed: 'Fired?',
  provenance: 'Its car',
};

@Component({
  selector: 'db-comparison-table',
  imports: [FiguresPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table class="plain">
      <caption class="seen-only-by-readers">
        Compared with the unit that came out
      </caption>
      <tbody>
        @for (line of lines(); track line.name) {
          <tr>
            <th scope="row">{{ line.name }}</th>
            <td>{{ line.reason | figures }}</td>
            <td class="outcome" [class]="line.tone">
              {{ line.says | figures }}
              @for (work of line.work; track work) {
                <small>{{ work }}</small>
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    th {
      width: 9em;
      vertical-align: top;
      padding-top: 9px;
      border-top: 1px solid var(--line);
    }
    .outcome {
      width: 34%;
      font-weight: 600;
    }
    .outcome.good {
      color: var(--calm);
    }
    .outcome.work,
    .outcome.open {
      color: var(--ember);
    }
    .outcome.bad {
      color: var(--red);
    }
    small {
      display: block;
      font-size: 14px;
      font-weight: 400;
      color: var(--quiet);
    }
  `,
})
export class ComparisonTable {
  readonly comparison = input.required<Comparison>();
  /** What decides comes first: what keeps it out, what is open, work, and the rest as it was compared. */
  protected readonly lines = computed(() =>
    this.comparison()
      .attributes.map((line) => ({ ...lineOf(line), rank: rankOf(line) }))
      .sort((a, b) => a.rank - b.rank),
  );
}

function rankOf({ weight, outcome, work }: FitAttribute): number {
  if (weight === 'hard' && outcome === 'differs') return 0;
  if (weight === 'hard' && outcome === 'unknown') return 1;
  return work ? 2 : 3;
}

function lineOf({ name, outcome, weight, reason, work = [] }: FitAttribute) {
  const label = names[name] ?? name;
  const works = work.map(({ says }) => says);
  const line = (says: string, tone: 'good' | 'work' | 'open' | 'bad' | '') => ({
    name: label,
    reason,
    says,
    tone,
    work: works,
  });
  if (weight === 'hard' && outcome === 'differs') return line('does not fit', 'bad');
  if (outcome === 'unknown')
    return line(weight === 'hard' ? 'make sure' : 'not stated', weight === 'hard' ? 'open' : '');
  if (works.length > 0) return line('work', 'work');
  return outcome === 'differs' ? line('other', '') : line(outcome, 'good');
}
