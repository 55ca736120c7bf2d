/** Suspects, the next best test, readings, until one suspect stands. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  caseOf,
  isRestraint,
  openTraces,
  originOf,
  standing,
  standingFor,
  inventoryOf,
} from '@dormant-beacon/core/record';
import { traceOf } from '@dormant-beacon/core/stages';
import { isRefusal } from '@dormant-beacon/core/refusal';
import {
  actionClassOf,
  checkReading,
  type ForeseenOutcome,
  type NextAction,
  repairClassOf,
  repairOf,
  supplyVoltsOf,
  type TraceReading,
  type TraceTest,
} from '@dormant-beacon/core/trace';
import { percent, showCents } from '@dormant-beacon/core/units';
import { FiguresPipe } from '../figures';
import { CarMeasure } from '../simulated';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Caution, isNarrow, NewVersion } from '../frame';
import { More } from '../more';
import { When } from '../time';
import { shopFeature } from '../session';
import { byContent, Desk, plainWords, settled, Tick } from '../entry';
import { JobEvents, jobFeature } from '../job';
import { CircuitDrawing } from '../circuit';
import { Comebacks } from './comebacks';
import { OutcomeBars } from './outcome-bars';
import { PlanBar } from './plan-bar';
import { PlanDepth } from './plan-depth';
import { ReadingList } from './reading-list';
import { RepairForm } from './repair-form';
import { SheetDesk } from './sheets/sheet-desk';
import { SuspectList } from './suspect-list';
import { TemplateChooser } from './template-chooser';
import { type GivenReading, TestAnswer } from './test-answer';

/** For so long a press may be on its way, from the look to the touch. */
const pressMs = 300;

@Component({
  selector: 'db-trace',
  imports: [
    CarMeasure,
    Caution,
    CircuitDrawing,
    Comebacks,
    FiguresPipe,
    MatButtonModule,
    More,
    OutcomeBars,
    PlanBar,
    PlanDepth,
    ReadingList,
    RepairForm,
    RouterLink,
    SheetDesk,
    SuspectList,
    TemplateChooser,
    TestAnswer,
    Tick,
    When,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './trace.html',
  styleUrl: './trace.scss',
})
export class TracePage {
  /** From a cause: its beacons, its codes, what it is called, and whether it lies where the car was hit or wet. */
  readonly beacons = input<string>();
  readonly codes = input<string>();
  readonly words = input<string>();
  readonly inPlace = input<string>();
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
    (this.assessment()?.untreated ?? []).map((beacon) => ({
      id: beacon.origin,
      name: beacon.name,
      restraint: isRestraint(beacon),
      proof: this.assessment()!.proofs.find((proof) => proof.beaconId === beacon.origin),
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
  /** The versions that the trace was begun with: it stays with them. */
  protected readonly pinned = computed(() => {
    const { circuit, ratesVersion } = this.trace() ?? {};
    const words = [
      ...(circuit ? [`circuit of the shop, version ${circuit.version}`] : []),
      ...(ratesVersion ? [`base rates, version ${ratesVersion}`] : []),
    ];
    return words.join(' · ') || null;
  });
  protected readonly beaconIds = computed(() => this.trace()?.beaconIds ?? []);
  /** The beacons that are traced, as they were seen: whether they come and go, and in which conditions alone. */
  private readonly seen = computed(() => {
    const all = this.record()?.beacons ?? [];
    return this.beaconIds().flatMap((id) => standingFor(all, id) ?? []);
  });
  protected readonly conditions = computed(() => [
    ...new Set(this.seen().flatMap(({ conditions }) => conditions)),
  ]);
  protected readonly intermittent = computed(() =>
    this.seen().some(({ seen, shown, exposures }) => seen === 'comes-and-goes' || shown < exposures),
  );
  protected readonly restraint = computed(() => this.untreated().some(({ restraint }) => restraint));
  /** What a trace or repair is for: without a word, what may be traced with a meter, else all. */
  protected readonly picked = linkedSignal(
    byContent((): readonly string[] => {
      const carried = (this.beacons() ?? '')
        .split(' ')
        .filter((id) => this.untreated().some((one) => one.id === id));
      if (carried.length > 0) return carried;
      const traceable = this.untreated().filter(({ restraint }) => !restraint);
      return (traceable.length > 0 ? traceable : this.untreated()).map(({ id }) => id);
    }),
  );
  /** Of those, the ones that a plain circuit may be chosen for; of restraints alone, a restraint circuit. */
  protected readonly traceable = computed(() => {
    const picked = this.untreated().filter(({ id }) => this.picked().includes(id));
    const plain = picked.filter(({ restraint }) => !restraint);
    return (plain.length > 0 ? plain : picked).map(({ id }) => id);
  });
  protected readonly restraintPicked = computed(
    () =>
      this.traceable().length > 0 &&
      this.untreated()
        .filter(({ id }) => this.traceable().includes(id))
        .every(({ restraint }) => restraint),
  );
  /** What the chosen step asks of the car, on a restraint circuit; null where it may be taken now. */
  protected readonly asksFirst = computed(() => {
    const [source, test, repair] = [this.case(), this.test(), this.repair()];
    if (!source || (!test && !repair)) return null;
    const car = inventoryOf(this.record()!);
    const wanted = test ? actionClassOf(source, test, car) : repairClassOf(source, repair!, car);
    if (wanted === null || wanted === 'look-live') return null;
    return wanted === 'open-dead'
      ? 'Plugs are opened and units moved only while the car is safe. The server checks it when you enter this.'
      : 'This is read with the power back, a substitute load in the place of the unit that was fitted while the car was safe.';
  });

  protected readonly shares = computed(() => {
    const shares = new Map<string, number>();
    for (const { element, probability } of this.plan()?.suspects ?? [])
      shares.set(element, (shares.get(element) ?? 0) + probability);
    return shares;
  });
  protected readonly best = computed(() => {
    const first = this.plan()?.next[0];
    return first ? keyOf(first) : null;
  });
  /**
   * The front-runners, the best repair wherever it stands, and what was chosen in the drawing. While a hand is at one
   * of them, each stays where it is, however the plan is thought out further.
   */
  protected readonly actions = linkedSignal<
    { readonly shown: readonly NextAction[]; readonly held: boolean },
    readonly NextAction[]
  >({
    source: () => {
      const next = this.plan()?.next ?? [];
      const repair = next.find(({ action }) => action === 'repair');
      const chosen = this.chosenAction();
      return {
        shown: next.filter((action, n) => n < 7 || action === repair || action === chosen),
        held: this.heldKey() !== null,
      };
    },
    computation: ({ shown, held }, before) => {
      if (!held || !before) return shown;
      const places = new Map(before.value.map((action, n) => [keyOf(action), n]));
      const placeOf = (action: NextAction) => places.get(keyOf(action)) ?? places.size;
      return [...shown].sort((a, b) => placeOf(a) - placeOf(b));
    },
  });
  /** False for the moment after the list was put in another order. */
  protected readonly atRest = settled(() => this.actions().map(keyOf).join(' '), pressMs);
  /** The best action that measures at a point which was pressed in the drawing, or the choice between them. */
  protected choosePoint(point: string): void {
    const tests = new Map(this.case()?.tests.map((test) => [test.id, test]));
    const measuresThere = (action: NextAction) => {
      const test = action.action === 'test' ? tests.get(action.test) : undefined;
      return test !== undefined && 'from' in test && (test.from === point || test.to === point);
    };
    const found = this.plan()?.next.filter(measuresThere) ?? [];
    if (found.length === 0 || (found.length > 1 && isNarrow())) return void this.askAt(point, found);
    const chosen = this.chosenAction();
    // Where what is chosen measures at this point already, a press changes nothing under the hands.
    if (!chosen || !measuresThere(chosen)) this.hold(keyOf(found[0]!));
  }

  /** On a small screen the list of tests is far from the finger; a point without a test says why it has none. */
  private async askAt(point: string, found: readonly NextAction[]): Promise<void> {
    const at = new Set(
      this.case()!
        .tests.filter((test) => 'from' in test && (test.from === point || test.to === point))
        .map(({ id }) => id),
    );
    const sheet = await Promise.all([
      import('@angular/material/bottom-sheet'),
      import('./point-sheet'),
    ]).catch(() => null);
    // The server is away and the sheet was never fetched: the best of them, as on a large screen.
    if (sheet === null) return found[0] && this.hold(keyOf(found[0]));
    const [{ MatBottomSheet }, { askAtPoint }] = sheet;
    const key = await askAtPoint(this.injector.get(MatBottomSheet), {
      point,
      offers: found.map((action) => ({
        key: keyOf(action),
        label: this.labelOf(action),
        note: `${this.minutesOf(action)} · ${this.noteOf(action)}`,
      })),
      closed: this.closedTests().filter(({ test }) => at.has(test)),
    });
    if (key !== null) this.hold(key);
  }

  /** Tests that the class of a cavity forbids, with the reason. */
  protected readonly closedTests = computed(() =>
    (this.plan()?.closed ?? []).map(({ test, reason }) => ({
      test,
      reason,
      label: this.case()?.tests.find(({ id }) => id === test)?.label ?? test,
    })),
  );
  private readonly keys = byContent(() => this.plan()?.next.map(keyOf) ?? []);
  /** What of the trace was entered so far: with the next entry another action is the next. */
  private readonly entered = computed(() => {
    const { readings, epochs, done } = this.case() ?? {};
    return [this.traceId(), readings?.length, epochs?.length, done?.length].join(' ');
  });
  /** What a hand is at: a plan that is thought out further takes nothing from under it. */
  private readonly held = signal<{ readonly key: string; readonly entered: string } | null>(null);
  private readonly heldKey = computed(() => {
    const held = this.held();
    return held?.entered === this.entered() && this.keys().includes(held.key) ? held.key : null;
  });
  /** The first action, until one is chosen by hand; a plan that offers the same in the same order changes nothing. */
  protected readonly chosen = linkedSignal<
    { readonly keys: readonly string[]; readonly held: string | null },
    string | null
  >({
    source: () => ({ keys: this.keys(), held: this.heldKey() }),
    computation: ({ keys, held }, before) => {
      if (held !== null) return held;
      return before?.source.keys === keys ? before.value : (keys[0] ?? null);
    },
  });

  protected hold(key: string): void {
    if (this.heldKey() === key) return;
    this.held.set({ key, entered: this.entered() });
  }

  protected letGo(): void {
    this.held.set(null);
    this.chosen.set(null);
  }
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
    return action?.action === 'repair' ? (repairOf(this.case()!, action) ?? null) : null;
  });
  /** What the drawing shows beside the probabilities: what is unplugged, pulled or bridged for the chosen test. */
  protected readonly shownState = computed(() => this.test()?.state ?? null);
  /** The habit beside the plan: what is quickest first, until a part is sure. */
  protected readonly cheapestFirst = computed(() =>
    (this.plan()?.next ?? [])
      .flatMap((action) => (action.action === 'test' ? [action] : []))
      .sort((a, b) => a.minutes - b.minutes)
      .map((action) => ({ id: action.test, label: this.labelOf(action), minutes: action.minutes })),
  );
  protected readonly asked = computed(() => {
    const test = this.test();
    return test && 'from' in test ? [test.from, test.to] : [];
  });
  /** Earlier repairs of the job: on a comeback they are read before anything is touched. */
  protected readonly earlier = computed(() => standing(this.record()?.repairs ?? []));
  protected readonly recording = signal(false);
  /** A lamp, fuse, socket or plain latch: what was done is entered at once. */
  protected readonly short = computed(() => this.assessment()?.short === true);
  protected readonly tracing = signal(false);
  protected readonly problem = signal<string | null>(null);
  private readonly page = inject(NewVersion);
  private readonly injector = inject(Injector);

  protected loadAgain(): void {
    this.page.go(location.pathname);
  }

  protected keyOf = keyOf;

  protected labelOf(action: NextAction): string {
    const source = this.case()!;
    if (action.action === 'repair') return repairOf(source, action)?.label ?? `Repair ${action.element}`;
    return source.tests.find((test) => test.id === action.test)?.label ?? action.test;
  }

  protected noteOf(action: NextAction): string {
    if (action.action === 'repair')
      return `${percent(this.shareOf([action.element, ...(action.covers ?? [])]))} sure · ${this.costOf(action)}${this.firstOf(action)}`;
    return `${this.costOf(action)}${this.firstOf(action)}`;
  }

  /** To the end, where the plan is followed; of every other action what it costs beyond that. */
  private costOf(action: NextAction): string {
    const best = this.plan()!.next[0]!;
    if (keyOf(action) === keyOf(best))
      return `about ${this.money(best.toTheEndCents ?? best.expectedCents)} to the end`;
    // Followed is held against followed, and one step ahead against what leads by one step.
    const [own, least] =
      action.toTheEndCents === undefined || best.toTheEndCents === undefined
        ? [action.expectedCents, Math.min(...this.plan()!.next.map(({ expectedCents }) => expectedCents))]
        : [action.toTheEndCents, best.toTheEndCents];
    return own - least >= 50 ? `about ${this.money(own - least)} more` : 'costs about the same';
  }

  private shareOf(elements: readonly string[]): number {
    return elements.reduce((sum, element) => sum + (this.shares().get(element) ?? 0), 0);
  }

  protected outcomesOf(action: NextAction): readonly ForeseenOutcome[] {
    return action.action === 'test' ? action.outcomes : [];
  }

  /** The test of an action; null for a repair. */
  protected testOf(action: NextAction): TraceTest | null {
    return action.action === 'test'
      ? (this.case()!.tests.find((test) => test.id === action.test) ?? null)
      : null;
  }

  /** What must be reached or powered down before it, in words. */
  private firstOf({ before: { accessMinutes, accesses, powerMinutes } }: NextAction): string {
    const words = accesses.map(
      (id) => this.case()!.accesses?.find((access) => access.id === id)?.label ?? id,
    );
    const reach = accessMinutes > 0 ? ` · first ${words.join(', ')}: ${accessMinutes} min` : '';
    return powerMinutes > 0 ? `${reach} · power change: ${powerMinutes} min` : reach;
  }

  private money(cents: number): string {
    return showCents(Math.round(cents / 100) * 100, this.settings().currency, this.settings().locale);
  }

  protected minutesOf(action: NextAction): string {
    const minutes =
      action.action === 'test' ? action.minutes : (repairOf(this.case()!, action)?.minutes ?? 0);
    return `${minutes} min`;
  }

  /** What no meter can show on this car is asked for again, before it counts. */
  protected async read(reading: GivenReading): Promise<void> {
    const impossible = this.impossible({ test: this.test()!.id, ...reading });
    if (impossible) return this.problem.set(impossible);
    const sent = await this.desk.enterReading({
      traceId: this.traceId()!,
      test: this.test()!.id,
      ...reading,
    });
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }

  private impossible(reading: TraceReading): string | null {
    const source = this.case()!;
    try {
      checkReading(reading, new Map(source.tests.map((test) => [test.id, test])), '', supplyVoltsOf(source));
      return null;
    } catch (error) {
      if (!isRefusal(error)) throw error;
      return plainWords(error.reason);
    }
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

function keyOf(action: NextAction): string {
  return action.action === 'test'
    ? `test ${action.test}`
    : `repair ${[action.element, action.method, ...(action.covers ?? [])].join(' ')}`;
}
