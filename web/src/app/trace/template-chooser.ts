/** Chooses the circuit behind a beacon: one that the shop keeps for this model, or a template in the technician's own words. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { observationId, scansToExplain, standingFor } from '@dormant-beacon/core/record';
import { type Grounds, type TraceCase, weighed } from '@dormant-beacon/core/trace';
import { bySuit, type Template, templates } from '@dormant-beacon/core/trace/templates';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { LibraryDesk, CircuitEvents, circuitsFeature } from '../knowledge';
import {
  type Choice,
  ChoiceMany,
  ChoiceOne,
  Desk,
  Entry,
  factForm,
  field,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { jobFeature } from '../job';
import { shopFeature } from '../session';

@Component({
  selector: 'db-template-chooser',
  imports: [ChoiceMany, ChoiceOne, Entry, MatButtonModule, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './template-chooser.html',
  styles: `
    :host {
      display: grid;
      gap: 14px;
    }
    .offers {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
      gap: 12px;
    }
    .offer {
      display: grid;
      gap: 4px;
      align-content: start;
      padding: 18px;
      border: 0;
      border-radius: 14px;
      background: var(--raised);
      color: var(--ink);
      font: 17px/1.4 var(--body);
      text-align: left;
      text-decoration: none;
      cursor: pointer;
    }
    .kept {
      border-left: 4px solid var(--calm);
    }
    small {
      font-size: 15px;
      color: var(--quiet);
    }
    db-entry {
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
  private readonly library = inject(LibraryDesk);
  private readonly store = inject(Store);
  private readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly rates = this.store.selectSignal(circuitsFeature.selectRates);
  private readonly weaknesses = this.store.selectSignal(circuitsFeature.selectWeaknesses);
  private readonly allKept = this.store.selectSignal(circuitsFeature.selectCircuits);
  private readonly vehicle = computed(() => this.record()?.vehicle ?? null, {
    equal: (a, b) => a?.make === b?.make && a?.model === b?.model,
  });
  protected readonly kept = computed(() => (this.restraint() ? [] : (this.allKept() ?? [])));
  /** Nothing is offered before it is known what the shop keeps: an offer that comes late would move the others. */
  protected readonly unread = this.store.selectSignal(circuitsFeature.selectUnread);
  protected readonly lookingUp = computed(() => this.allKept() === null && this.unread() === null);
  /** A matter of restraints is put behind a restraint circuit alone, and nothing else behind one. */
  readonly restraint = input(false);
  /** Carried over from a cause: its codes by their ids, its words, and that it lies where the car was hit or wet. */
  readonly carriedCodes = input('');
  readonly words = input('');
  readonly lies = input('');
  /** The beacons that it is chosen for. */
  private readonly beacons = computed(() => {
    const all = this.record()?.beacons ?? [];
    return this.beaconIds().flatMap((id) => standingFor(all, id) ?? []);
  });
  protected readonly templates = computed(() =>
    bySuit(
      templates.filter(({ restraint }) => (restraint === true) === this.restraint()),
      [...this.beacons().map(({ name }) => name), this.words()].join('; '),
    ),
  );
  /** For whom a circuit of one's own is drawn, and the job to go back to. */
  protected readonly ownCircuit = computed(() => {
    const { make, model } = this.vehicle() ?? {};
    return { forMake: make, forModel: model, job: this.record()?.id };
  });
  protected readonly chosenId = field('');
  protected readonly values = field<Readonly<Record<string, string>>>({});
  /** Codes behind it: their failure types weigh the suspects. */
  protected readonly codes = field<readonly string[]>([]);
  /** A collision and water raise only what lies there: it is asked before a circuit is chosen. */
  protected readonly placeQuestion = computed((): string | null => {
    const { event, eventDetails } = this.record()?.head ?? {};
    const zones = [...(eventDetails?.zones ?? [])].sort((a, b) => a - b);
    if (event === 'collision')
      return `Does this circuit run where the car was hit${zones.length > 0 ? ` (${zones.join(', ')} o’clock)` : ''}?`;
    if (event === 'water')
      return `Does this circuit run where the water was${eventDetails?.waterPlace ? ` (${eventDetails.waterPlace})` : ''}?`;
    return null;
  });
  protected readonly placeChoices: readonly Choice[] = [
    { value: 'yes', label: 'yes' },
    { value: 'no', label: 'no' },
    { value: 'unknown', label: 'nobody knows' },
  ];
  protected readonly inPlace = field('unknown');
  protected readonly chosen = computed(
    (): Template | null => templates.find(({ id }) => id === this.chosenId()) ?? null,
  );
  private readonly typedCodes = computed(() => {
    const record = this.record();
    if (!record) return [];
    const seen = new Map(
      scansToExplain(record)
        .flatMap(({ scan }) => scan.codes)
        .filter(({ failureType }) => failureType !== null)
        .map((code) => [observationId(code), code]),
    );
    return [...seen].map(([id, { failureType, text }]) => ({ id, failureType: failureType!, text }));
  });
  protected readonly codeChoices = computed(() =>
    this.typedCodes()
      .slice(0, 12)
      .map(({ id, text }) => ({ value: id, label: text ? `${id} ${text}` : id })),
  );

  protected readonly form = factForm(
    'traces',
    {
      chosenId: this.chosenId,
      values: this.values,
      codes: this.codes,
      inPlace: this.inPlace,
    },
    {
      draft: () => `circuit ${this.beaconIds().join()}`,
      read: (): FactData<'traces'> | Trouble => {
        const template = this.chosen();
        return template
          ? this.traceOf(template.title, template.build(this.values()))
          : trouble(null, 'Choose a circuit first.');
      },
      then: () => this.started.emit(),
    },
  );

  constructor() {
    effect(() => this.lookUp());
    effect(() => {
      const known = new Set(this.typedCodes().map(({ id }) => id));
      const carried = this.carriedCodes()
        .split('\n')
        .filter((id) => known.has(id));
      untracked(() => {
        if (carried.length > 0 && this.codes().length === 0) this.codes.set(carried);
        if (this.lies() === 'yes' && this.inPlace() === 'unknown') this.inPlace.set('yes');
      });
    });
  }

  protected lookUp(): void {
    const vehicle = this.vehicle();
    if (vehicle)
      this.store.dispatch(CircuitEvents.groundsWanted({ make: vehicle.make, model: vehicle.model }));
  }

  protected fill(key: string, value: string): void {
    this.values.update((values) => ({ ...values, [key]: value }));
  }

  protected async startKept(circuitId: string): Promise<void> {
    try {
      const { title, version, case: source, withdrawn } = await this.library.circuit(circuitId);
      if (withdrawn) {
        this.lookUp();
        return this.form.say(`“${title}” has been withdrawn meanwhile: choose another circuit.`);
      }
      const trace = this.traceOf(title, source, { id: circuitId, version });
      const sent = await this.desk.enter('traces', trace);
      if (sent.state === 'refused') return this.form.say(sent.problem.message);
      this.form.clear();
      this.started.emit();
    } catch (error) {
      this.form.say((error as Error).message);
    }
  }

  /** The trace with its suspects weighed by what is known before any reading, and the versions that it stands on. */
  private traceOf(
    title: string,
    source: TraceCase,
    circuit: { id: string; version: number } | null = null,
  ): FactData<'traces'> {
    return {
      title,
      beaconIds: [...this.beaconIds()],
      case: {
        ...weighed(source, this.groundsFor(source.template ?? null)),
        hourlyRateCents: this.settings().hourlyRateCents,
      },
      ratesVersion: this.rates()?.version ?? null,
      circuit,
    };
  }

  private groundsFor(template: string | null): Grounds {
    const record = this.record()!;
    const { year } = record.vehicle;
    const openedIn = Number(record.openedAt.slice(0, 4));
    const picked = new Set(this.codes());
    return {
      book: this.rates(),
      event: record.head.event,
      inPlace: this.inPlace() === 'unknown' ? null : this.inPlace() === 'yes',
      conditions: this.beacons().flatMap(({ conditions }) => conditions),
      failureTypes: this.typedCodes().flatMap(({ id, failureType }) => (picked.has(id) ? [failureType] : [])),
      years: year == null ? null : Math.max(0, openedIn - year),
      weaknesses: this.weaknesses().filter((weakness) => weakness.template === template),
    };
  }
}
