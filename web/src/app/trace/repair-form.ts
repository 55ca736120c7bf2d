/** What was done, what made the part fail, and whether it works now. */
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { restraintWork } from '@dormant-beacon/core/stages';
import type { TraceRepair, TraceRoot } from '@dormant-beacon/core/trace';
import { Store } from '@ngrx/store';
import { FiguresPipe } from '../figures';
import { peopleFeature } from '../session';
import { Caution } from '../frame';
import {
  type Choice,
  ChoiceOne,
  Entry,
  factForm,
  field,
  fieldFrom,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { jobFeature } from '../job';

@Component({
  selector: 'db-repair-form',
  imports: [Caution, ChoiceOne, Entry, FiguresPipe, MatButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-entry [form]="form">
      <h2>Record the repair</h2>
      @if (repair()?.caution; as text) {
        <db-caution>{{ text }}</db-caution>
      }
      <db-text label="What was done" example="such as Replace the end switch" [field]="label" />
      <db-choice question="How" [choices]="methods" [field]="method" />
      <db-text label="Part fitted, with its number" [most]="120" example="none" [field]="part" />
      @if (restraintBecause(); as why) {
        <db-caution
          >This is restraint work: {{ why }}. It is entered after the car was made safe for it and the power
          was put on again by the list, with a live reading since.</db-caution
        >
        @if (method() === 'replace') {
          <db-text
            label="What stands on the unit that went in"
            [most]="120"
            example="such as serial 20-114-7"
            [field]="identity"
          />
          <db-text
            label="What shows that it is good"
            [most]="300"
            example="such as new in the maker’s seal; rebuilt, with its paper"
            [field]="proof"
          />
        }
        @if (lead()) {
          <db-text
            label="Not made safe for it: why the maker’s procedure allows that (signed by you)"
            [most]="500"
            example="leave empty where it was made safe"
            [field]="notMadeSafe"
          />
        }
      }
      @if (!short()) {
        <db-choice question="What made it fail?" [choices]="rootStates" [field]="root" />
      }
      @if (proposals().length > 0) {
        <div class="roots">
          <p class="quiet">What usually makes it fail, and the look that shows it:</p>
          @for (one of proposals(); track one.root) {
            <button
              type="button"
              class="root"
              [class.taken]="rootNote() === one.root"
              (click)="take(one.root)"
            >
              <strong>{{ one.root }}</strong><small>{{ one.check | figures }}</small>
            </button>
          }
        </div>
      }
      @if (root() !== 'unknown') {
        <db-text
          [label]="short() ? 'What made it fail, where it showed (optional)' : 'The root, in a few words'"
          [most]="300"
          example="such as seal torn, water inside"
          [field]="rootNote"
        />
      } @else {
        <p class="quiet">Without its root the proof starts lower: what killed the part may still be there.</p>
      }
      <db-choice question="Tried before closing: does it work now?" [choices]="yesNo" [field]="cured" />
      @if (form.problem()) {
        <p class="problem" role="alert">{{ form.problem() }}</p>
      }
      <div class="row">
        <button mat-flat-button type="submit">Save the repair</button>
        <button mat-button type="button" (click)="left.emit()">Not yet</button>
      </div>
    </db-entry>
  `,
  styles: `
    db-entry {
      display: grid;
      gap: 14px;
      padding: 16px;
      border-radius: 14px;
      background: var(--ground);
    }
    .row {
      display: flex;
      gap: 10px;
    }
    .roots {
      display: grid;
      gap: 6px;
    }
    .root {
      display: grid;
      gap: 2px;
      min-height: 48px;
      padding: 8px 14px;
      border: 2px solid transparent;
      border-radius: 12px;
      background: var(--raised);
      color: var(--ink);
      font: 16px/1.35 var(--body);
      text-align: left;
      cursor: pointer;
    }
    .root.taken {
      border-color: var(--ember);
    }
    small {
      font-size: 14px;
      color: var(--quiet);
    }
  `,
})
export class RepairForm {
  readonly beaconIds = input.required<readonly string[]>();
  readonly traceId = input<string | null>(null);
  /** What may have made a part fail, by the circuit's template. */
  readonly roots = input<readonly TraceRoot[]>([]);
  readonly repair = input<TraceRepair | null>(null);
  /** Of a short job no root is asked for: heat or a second failure makes it a full one. */
  readonly short = input(false);
  readonly left = output();

  private readonly store = inject(Store);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly person = this.store.selectSignal(peopleFeature.selectPerson);
  protected readonly methods: readonly Choice[] = ['replace', 'clean', 'reseat', 'retension', 'repair'].map(
    (value) => ({ value, label: value }),
  );
  protected readonly rootStates: readonly Choice[] = [
    { value: 'found-and-removed', label: 'found and removed' },
    { value: 'found-and-left', label: 'found, left as it is' },
    { value: 'unknown', label: 'not known' },
  ];
  protected readonly yesNo: readonly Choice[] = [
    { value: 'yes', label: 'yes, it works' },
    { value: 'no', label: 'no, the fault still shows' },
  ];
  protected readonly method = fieldFrom<string>(() => this.repair()?.method ?? 'replace');
  protected readonly label = fieldFrom<string>(() => this.repair()?.label ?? '');
  protected readonly part = field('');
  protected readonly identity = field('');
  protected readonly proof = field('');
  protected readonly notMadeSafe = field('');
  protected readonly rootNote = field('');
  protected readonly root = field('');
  protected readonly cured = field('');
  protected readonly form = factForm(
    'repairs',
    {
      label: this.label,
      method: this.method,
      part: this.part,
      identity: this.identity,
      proof: this.proof,
      notMadeSafe: this.notMadeSafe,
      root: this.root,
      rootNote: this.rootNote,
      cured: this.cured,
    },
    {
      draft: () => {
        const repair = this.repair();
        const what = repair ? `${repair.element} ${repair.method ?? ''}` : this.beaconIds().join();
        return `repair ${this.traceId() ?? ''} ${what}`;
      },
      read: () => this.read(),
      then: () => this.left.emit(),
    },
  );

  /** Why this is restraint work, by the same judgement as the server’s; null where it is none. */
  protected readonly restraintBecause = computed(() => {
    const record = this.record();
    return record
      ? restraintWork(record, {
          label: this.label(),
          beaconIds: [...this.beaconIds()],
          traceId: this.traceId(),
          part: this.part(),
        })
      : null;
  });
  protected readonly lead = computed(() => this.person()?.role === 'lead');

  protected readonly proposals = computed(() =>
    this.roots().filter(({ element }) =>
      [this.repair()?.element, ...(this.repair()?.covers ?? [])].includes(element),
    ),
  );

  protected take(root: string): void {
    this.rootNote.set(root);
    if (this.root() === '' || this.root() === 'unknown') this.root.set('found-and-removed');
  }

  private read(): FactData<'repairs'> | Trouble {
    const label = this.label().trim();
    if (!label) return trouble(this.label, 'Say what was done.');
    const found = this.rootNote().trim() === '' ? 'unknown' : 'found-and-removed';
    const root = this.short() && this.root() === '' ? found : this.root();
    if (root === '') return trouble(this.root, 'Say whether the root was found.');
    if (this.cured() === '') return trouble(this.cured, 'Say whether it works now.');
    return {
      traceId: this.traceId(),
      element: this.repair()?.element ?? null,
      beaconIds: [...this.beaconIds()],
      label,
      method: this.method() as FactData<'repairs'>['method'],
      part: this.part().trim() || null,
      ...(this.restraintBecause() === null
        ? {}
        : {
            identity: this.identity().trim() || null,
            proof: this.proof().trim() || null,
            notMadeSafe: this.notMadeSafe().trim() || null,
          }),
      root: root as FactData<'repairs'>['root'],
      rootNote: root === 'unknown' ? null : this.rootNote().trim() || null,
      cured: this.cured() === 'yes',
    };
  }
}
