/** Suspects, the next best test, readings, until one suspect stands. */
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  caseOf,
  meaning,
  openTraces,
  originOf,
  percent,
  standing,
  suspectLabel,
  traceOf,
  unitOf,
} from '@dormant-beacon/core/job';
import type { NextAction, TraceReading, TraceTest } from '@dormant-beacon/core/trace';
import { showCents, showValue } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { Caution } from '../shared/caution';
import { ReadingPad } from '../shared/reading-pad';
import { When } from '../shared/when';
import { shopFeature } from '../shop/shop.state';
import { Desk } from '../shell/desk';
import { JobEvents, jobFeature } from '../shell/job.state';
import { CircuitDrawing } from './circuit-drawing';
import { RepairForm } from './repair-form';
import { TemplateChooser } from './template-chooser';

@Component({
  selector: 'db-trace',
  imports: [Caution, CircuitDrawing, MatButtonModule, ReadingPad, RepairForm, TemplateChooser, When],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './trace.html',
  styleUrl: './trace.scss',
})
export class TracePage {
  private readonly desk = inject(Desk);
  private readonly store = inject(Store);
  private readonly settings = this.store.selectSignal(shopFeature.selectSettings);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  private readonly plans = this.store.selectSignal(jobFeature.selectPlans);
  private readonly failures = this.store.selectSignal(jobFeature.selectPlanFailures);
  private readonly planning = this.store.selectSignal(jobFeature.selectPlanning);

  protected readonly closed = computed(
    () => this.assessment()?.stages.find((stage) => stage.id === 'trace')?.state === 'closed',
  );
  protected readonly untreated = computed(() =>
    (this.assessment()?.untreated ?? []).map(({ origin, name, restraint }) => ({
      id: origin,
      name,
      restraint: restraint === true,
      proof: this.assessment()!.proofs.find((proof) => proof.beaconId === origin),
    })),
  );
  protected readonly trace = computed(() => {
    const record = this.record();
    if (!record) return null;
    const open = openTraces(record);
    for (const { id, proof } of this.untreated()) {
      const trace = traceOf(record.traces, id);
      if (trace && open.includes(trace) && !(proof?.returned && trace.seq < proof.returned.seq)) return trace;
    }
    return null;
  });
  protected readonly traceId = computed(() =>
    this.trace() ? originOf(this.record()!.traces, this.trace()!) : null,
  );
  protected readonly case = computed(() => (this.trace() ? caseOf(this.record()!, this.trace()!) : null));
  protected readonly plan = computed(() => (this.traceId() ? (this.plans()[this.traceId()!] ?? null) : null));
  protected readonly planFailure = computed(() =>
    this.traceId() ? (this.failures()[this.traceId()!] ?? null) : null,
  );
  protected readonly planningShare = computed(() =>
    this.traceId() ? (this.planning()[this.traceId()!] ?? null) : null,
  );
  protected readonly beaconIds = computed(() => this.trace()?.beaconIds ?? []);
  protected readonly restraint = computed(() => this.untreated().some(({ restraint }) => restraint));
  /** What a trace or repair is for: without a word, what may be traced with a meter, else all. */
  protected readonly picked = linkedSignal<readonly string[]>(() => {
    const traceable = this.untreated().filter(({ restraint }) => !restraint);
    return (traceable.length > 0 ? traceable : this.untreated()).map(({ id }) => id);
  });
  /** Of those, the ones that a circuit may be chosen for. */
  protected readonly traceable = computed(() =>
    this.untreated()
      .filter(({ id, restraint }) => !restraint && this.picked().includes(id))
      .map(({ id }) => id),
  );

  protected readonly shares = computed(() => {
    const shares = new Map<string, number>();
    for (const { element, probability } of this.plan()?.suspects ?? [])
      shares.set(element, (shares.get(element) ?? 0) + probability);
    return shares;
  });
  protected readonly suspects = computed(() => {
    const source = this.case();
    const plan = this.plan();
    if (!source || !plan) return [];
    return plan.suspects.slice(0, 6).map(({ id, probability }) => ({
      id,
      label: source.suspects?.find((suspect) => suspect.id === id)?.label ?? suspectLabel(source, id),
      probability,
      says: percent(probability),
    }));
  });
  /** The front-runners, and the best repair wherever it stands. */
  protected readonly actions = computed(() => {
    const next = this.plan()?.next ?? [];
    const front = next.slice(0, 7);
    const repair = next.find(({ action }) => action === 'repair');
    return !repair || front.includes(repair) ? front : [...front, repair];
  });
  /** The best action that measures at a point which was pressed in the drawing. */
  protected choosePoint(point: string): void {
    const tests = new Map(this.case()?.tests.map((test) => [test.id, test]));
    const found = this.plan()?.next.find((action) => {
      const test = action.action === 'test' ? tests.get(action.test) : undefined;
      return test !== undefined && 'from' in test && (test.from === point || test.to === point);
    });
    if (found) this.chosen.set(keyOf(found));
  }

  /** Tests that the class of a cavity forbids, with the reason. */
  protected readonly closedTests = computed(() =>
    (this.plan()?.closed ?? []).map(({ test, reason }) => ({
      test,
      reason,
      label: this.case()?.tests.find(({ id }) => id === test)?.label ?? test,
    })),
  );
  /** The first action, until one is chosen by hand; a plan that offers the same in the same order changes nothing. */
  protected readonly chosen = linkedSignal<readonly string[], string | null>({
    source: computed(() => this.plan()?.next.map(keyOf) ?? [], { equal: sameOrder }),
    computation: ([first]) => first ?? null,
  });
  protected readonly chosenAction = computed(
    () => this.plan()?.next.find((action) => keyOf(action) === this.chosen()) ?? null,
  );
  protected readonly test = computed(() => {
    const action = this.chosenAction();
    return action?.action === 'test'
      ? (this.case()!.tests.find((test) => test.id === action.test) ?? null)
      : null;
  });
  protected readonly repair = computed(() => {
    const action = this.chosenAction();
    return action?.action === 'repair'
      ? (this.case()!.repairs.find((repair) => repair.element === action.element) ?? null)
      : null;
  });
  protected readonly asked = computed(() => {
    const test = this.test();
    return test && 'from' in test ? [test.from, test.to] : [];
  });
  private readonly allReadings = computed(() => {
    const record = this.record();
    if (!record) return [];
    return standing(record.readings)
      .map((reading) => {
        const trace = record.traces.find((other) => originOf(record.traces, other) === reading.traceId);
        const test = trace?.case.tests.find((other) => other.id === reading.test);
        return {
          id: reading.id,
          traceId: reading.traceId,
          at: reading.observedAt,
          label: (test?.label ?? reading.test).replace(/[.?]$/, ''),
          says: says(test, reading),
        };
      })
      .reverse();
  });
  protected readonly readings = computed(() =>
    this.allReadings().filter(({ traceId }) => traceId === this.traceId()),
  );
  /** On a comeback: what was read at the visits before. */
  protected readonly earlierReadings = computed(() =>
    this.allReadings().filter(({ traceId }) => traceId !== this.traceId()),
  );
  /** Earlier repairs of the job: on a comeback they are read before anything is touched. */
  protected readonly earlier = computed(() => standing(this.record()?.repairs ?? []));
  protected readonly recording = signal(false);
  protected readonly problem = signal<string | null>(null);

  protected keyOf = keyOf;

  protected labelOf(action: NextAction): string {
    const source = this.case()!;
    if (action.action === 'repair')
      return (
        source.repairs.find((repair) => repair.element === action.element)?.label ??
        `Repair ${action.element}`
      );
    return source.tests.find((test) => test.id === action.test)?.label ?? action.test;
  }

  protected noteOf(action: NextAction): string {
    const source = this.case()!;
    if (action.action === 'repair')
      return `${percent(this.shares().get(action.element) ?? 0)} sure · about ${this.money(action.expectedCents)} to the end this way`;
    const test = source.tests.find((other) => other.id === action.test)!;
    const cost = `about ${this.money(action.expectedCents)} to the end`;
    // What the first one means stands at the top of the bench already.
    if (action === this.plan()?.next[0]) return cost;
    const meanings = action.outcomes.slice(0, 2).map((outcome) => meaning(source, test, outcome));
    return `${meanings.join('; ')} · ${cost}`;
  }

  private money(cents: number): string {
    return showCents(Math.round(cents / 100) * 100, this.settings().currency);
  }

  protected minutesOf(action: NextAction): string {
    const minutes =
      action.action === 'test'
        ? action.minutes
        : (this.case()!.repairs.find((repair) => repair.element === action.element)?.minutes ?? 0);
    return `${minutes} min`;
  }

  /** Ohms are measured with the power off; the test's own caution comes first. */
  protected cautionOf(test: TraceTest): string | null {
    const ohms =
      test.kind === 'ohms' || test.kind === 'continuity'
        ? 'Ohms only with the power off; parallel paths and module internals change the reading.'
        : '';
    return `${test.caution ?? ''} ${ohms}`.trim() || null;
  }

  protected metered(test: TraceTest): boolean {
    return !('element' in test);
  }

  protected unit(test: TraceTest): 'V' | 'Ω' | 'A' {
    return unitOf(test);
  }

  protected where(test: TraceTest): string {
    if ('from' in test) return `${test.from} → ${test.to}`;
    return 'through' in test ? `through ${test.through}` : '';
  }

  protected async read(reading: {
    value?: number;
    overload?: true;
    found?: boolean;
    moved?: boolean;
    gone?: true;
  }): Promise<void> {
    const sent = await this.desk.enterReading({
      traceId: this.traceId()!,
      test: this.test()!.id,
      ...reading,
    });
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }

  protected async takeBack(readingId: string): Promise<void> {
    const sent = await this.desk.withdraw(readingId);
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }

  protected planAgain(): void {
    this.store.dispatch(JobEvents.missedSomething());
  }

  protected stopPlanning(): void {
    this.store.dispatch(JobEvents.planningStopped({ traceId: this.traceId()! }));
  }

  protected toggle(id: string): void {
    this.picked.update((picked) =>
      picked.includes(id) ? picked.filter((other) => other !== id) : [...picked, id],
    );
  }
}

const sameOrder = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((key, n) => key === b[n]);

function keyOf(action: NextAction): string {
  return action.action === 'test' ? `test ${action.test}` : `repair ${action.element}`;
}

function says(
  test: TraceTest | undefined,
  { value, overload, found, moved, gone }: Omit<TraceReading, 'test'>,
): string {
  if (overload) return 'OL';
  if (value != null) return showValue(value, test ? unitOf(test) : 'V');
  if (gone) return 'fault gone';
  if (moved != null) return moved ? 'moved' : 'stayed';
  return found ? 'yes' : 'no';
}
