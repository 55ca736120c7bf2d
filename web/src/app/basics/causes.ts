/** The fewest causes that explain what was read and seen: a tree with reasons, and the technician's word on each. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Params, RouterLink } from '@angular/router';
import type { FactData } from '@dormant-beacon/contract';
import type { Cause, CauseLead, Explanation, ExplainRequest } from '@dormant-beacon/core/causes';
import { failureTypeText } from '@dormant-beacon/core/codes';
import { explainRequestOf, lastJudgements } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import type { Subscription } from 'rxjs';
import { newId } from '../api';
import { FiguresPipe } from '../figures';
import { fileOf, libraryFeature } from '../knowledge';
import {
  type Choice,
  ChoiceMany,
  Desk,
  Entry,
  factForm,
  field,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { WorkerDesk } from '../worker';
import { jobFeature } from '../job';
import { WorkingForm } from './working-form';
import { More } from '../more';

const leads: Readonly<Record<CauseLead, readonly [label: string, page: string]>> = {
  basics: ['Look at the basics below', 'basics'],
  trace: ['Trace it', 'trace'],
  'make-safe': ['To the restraints', 'make-safe'],
  calibration: ['To code and calibrate', 'code'],
  explanation: ['Explain it', 'clear'],
};

/** Codes that go along to a trace. */
const mostCarried = 12;

/** The same code in several modules, as one line of the tree. */
interface LeafGroup {
  readonly key: string;
  readonly what: string;
  readonly code: string | null;
  readonly modules: string;
  readonly active: boolean;
  readonly unstable: boolean;
}

/** Beacons first, then codes, the same code of several modules together. */
function grouped(leaves: readonly Leaf[]): LeafGroup[] {
  const groups = new Map<string, Leaf[]>();
  for (const leaf of leaves) {
    const key = leaf.code ? `${leaf.code} ${leaf.what}` : leaf.id;
    groups.set(key, [...(groups.get(key) ?? []), leaf]);
  }
  return [...groups]
    .map(([key, own]) => ({
      key,
      what: own[0]!.what,
      code: own[0]!.code,
      modules: own.map(({ module }) => module).join(', '),
      active: own.some(({ status }) => status === 'active'),
      unstable: own.some(({ unstable }) => unstable),
    }))
    .sort((a, b) => Number(a.code !== null) - Number(b.code !== null));
}

/** One thing that was observed. */
interface Leaf {
  readonly id: string;
  readonly what: string;
  readonly code: string | null;
  readonly module: string | null;
  readonly status: string | null;
  readonly unstable: boolean;
  /** It is a module that does not answer. */
  readonly finding: boolean;
}

@Component({
  selector: 'db-causes',
  imports: [ChoiceMany, Entry, FiguresPipe, MatButtonModule, More, RouterLink, TextField, WorkingForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './causes.html',
  styleUrl: './causes.scss',
})
export class Causes {
  private readonly store = inject(Store);
  private readonly entries = inject(Desk);
  protected readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly file = this.store.selectSignal(libraryFeature.selectVehicleFile);
  private readonly codeFile = fileOf(() => this.record()?.vehicle ?? null);
  private readonly worker = new WorkerDesk<ExplainRequest, Explanation>(
    () => new Worker(new URL('../../workers/causes.worker', import.meta.url), { type: 'module' }),
  );
  private asked: Subscription | null = null;
  protected readonly request = computed(() => {
    const record = this.record();
    return record ? explainRequestOf(record, this.file() ?? undefined) : null;
  });
  protected readonly explanation = signal<Explanation | null>(null);
  /** How far the search is; null while it rests. */
  protected readonly working = signal<number | null>(null);

  protected readonly leaves = computed(() => {
    const request = this.request();
    const unstable = new Set(this.explanation()?.unstable ?? []);
    const codes = (request?.codes ?? []).map((one): Leaf => ({
      id: one.id,
      what: one.text ?? (one.failureType ? failureTypeText(one.failureType) : null) ?? '',
      code: one.failureType ? `${one.code}-${one.failureType}` : one.code,
      module: one.module,
      status: one.status ?? null,
      unstable: unstable.has(one.id),
      finding: false,
    }));
    const beacons = (request?.beacons ?? []).map((one): Leaf => ({
      id: one.id,
      what: one.name,
      code: null,
      module: null,
      status: null,
      unstable: false,
      finding: one.kind === 'silent-module',
    }));
    return new Map([...codes, ...beacons].map((leaf) => [leaf.id, leaf]));
  });
  private readonly words = computed(() => {
    const record = this.record();
    return new Map(record ? lastJudgements(record).map((one) => [one.causeId, one]) : []);
  });
  protected readonly branches = computed(() => {
    const explanation = this.explanation();
    if (!explanation) return [];
    const causes = new Map(explanation.causes.map((cause) => [cause.id, cause]));
    return explanation.tree.map(({ cause, observations }, at) => {
      const own = causes.get(cause)!;
      return {
        cause: own,
        first: at === 0,
        pinned: this.words().get(cause)?.decision === 'pin',
        own: cause.startsWith('own:'),
        lead: leads[own.leadsTo],
        carried: own.leadsTo === 'trace' ? this.carriedTo(own.title, own.kind, observations) : {},
        leaves: grouped(observations.map((id) => this.leaves().get(id)!)),
        known: this.knownOf(own),
      };
    });
  });
  /** What nobody explains, each with its next step. */
  protected readonly unexplained = computed(() =>
    (this.explanation()?.openEnds ?? []).flatMap(({ id, leadsTo, doNext }) => {
      const leaf = this.leaves().get(id);
      if (!leaf) return [];
      const carried = leadsTo === 'trace' ? this.carriedTo(leaf.what, 'circuit', [id]) : {};
      return [{ ...leaf, doNext, lead: leads[leadsTo], carried }];
    }),
  );
  protected readonly others = computed(() =>
    (this.explanation()?.causes ?? [])
      .filter(({ chosen }) => !chosen)
      .sort((a, b) => a.cost - b.cost)
      .slice(0, 8),
  );
  protected readonly ruledOut = computed(() =>
    [...this.words().values()].filter(({ decision }) => decision === 'reject'),
  );
  protected readonly headline = computed(() => {
    const explanation = this.explanation();
    if (!explanation) return 'Working the causes out …';
    const codes = this.request()?.codes.length ?? 0;
    const silent = this.request()?.silentModules?.length ?? 0;
    const count = explanation.chosen.length;
    if (codes + silent === 0) return 'No code asks for a cause.';
    if (count === 0) return 'No cause is known for what was seen.';
    const what = [
      ...(codes === 0 ? [] : [codes === 1 ? 'the one code' : `all ${codes} codes`]),
      ...(silent === 0 ? [] : [silent === 1 ? 'one silent module' : `${silent} silent modules`]),
    ];
    return `${count === 1 ? 'One cause explains' : `${count} causes explain`} ${what.join(' and ')}.`;
  });
  protected readonly runnerUp = computed(() => {
    const explanation = this.explanation();
    const other = explanation?.runnerUp;
    if (!explanation || !other) return null;
    const titles = other.chosen
      .filter((id) => !explanation.chosen.includes(id))
      .map((id) => explanation.causes.find((cause) => cause.id === id)?.title ?? id);
    const times = Math.exp(other.cost - explanation.cost);
    const odds =
      times < 1.5
        ? 'hardly less likely'
        : `about ${times < 100 ? Math.round(times) : 'a hundred'} times less likely`;
    return `The next best answer, ${odds}, has instead: ${titles.join('; ')}.`;
  });

  protected readonly adding = field(false);
  protected readonly title = field('');
  protected readonly explains = field<readonly string[]>([]);
  protected readonly form = factForm(
    'judgements',
    {
      adding: this.adding,
      title: this.title,
      explains: this.explains,
    },
    {
      draft: () => `cause ${this.record()?.id ?? ''}`,
      read: () => this.read(),
    },
  );
  protected readonly choices = computed((): readonly Choice[] =>
    [...this.leaves().values()].map((leaf) => ({
      value: leaf.id,
      label: leaf.code ? `${leaf.code} ${leaf.module}` : leaf.what,
    })),
  );
  protected readonly modules = computed(() => [
    ...new Set((this.request()?.codes ?? []).map(({ module }) => module)),
  ]);

  constructor() {
    inject(DestroyRef).onDestroy(() => this.worker.end());
    effect((onCleanup) => {
      const request = this.request();
      if (!request) return;
      untracked(() => this.explain(request));
      onCleanup(() => this.asked?.unsubscribe());
    });
  }

  private explain(request: ExplainRequest): void {
    this.asked?.unsubscribe();
    this.working.set(0);
    this.asked = this.worker.ask(request).subscribe({
      next: (step) => {
        if ('share' in step) return this.working.set(step.share);
        this.explanation.set(step.answer);
        this.working.set(null);
      },
      error: (error: Error) => {
        this.form.say(error.message);
        this.working.set(null);
      },
    });
  }

  /** Gives the search up: what was found before stays. */
  protected stop(): void {
    this.asked?.unsubscribe();
    this.working.set(null);
  }

  /** What goes along to the trace: the beacons and codes of a cause, what it is called, and whether it lies where the car was hit. */
  private carriedTo(words: string, kind: Cause['kind'], observations: readonly string[]): Params {
    const own = observations.map((id) => this.leaves().get(id)!);
    const beacons = own.filter(({ code, finding }) => code === null && !finding).map(({ id }) => id);
    const codes = own.filter(({ code }) => code !== null).slice(0, mostCarried);
    return {
      words: words.slice(0, 120),
      ...(beacons.length > 0 ? { beacons: beacons.join(' ') } : {}),
      ...(codes.length > 0 ? { codes: codes.map(({ id }) => id).join('\n') } : {}),
      ...(kind === 'impact' || kind === 'water' ? { inPlace: 'yes' } : {}),
    };
  }

  /** What the library holds on the codes that this cause explains. */
  private knownOf(cause: Cause): string[] {
    const file = this.codeFile();
    const codes = new Set(cause.explains.map((id) => this.leaves().get(id)?.code?.split('-')[0]));
    if (!file) return [];
    return [
      ...file.notes
        .filter((note) => codes.has(note.code))
        .map((note) => `${note.code}: ${note.says} (${note.source})`),
      ...file.found
        .filter((one) => codes.has(one.code))
        .slice(0, 3)
        .map(
          (one) =>
            `${one.code}: ${one.label} ended ${one.jobs === 1 ? 'one proven job' : `${one.jobs} proven jobs`}`,
        ),
    ];
  }

  protected async judge(
    { id: causeId, title }: Pick<Cause, 'id' | 'title'>,
    decision: 'pin' | 'reject' | 'open',
  ): Promise<void> {
    const sent = await this.entries.enter('judgements', { causeId, decision, title });
    this.form.say(sent.state === 'refused' ? sent.problem.message : null);
  }

  private read(): FactData<'judgements'> | Trouble {
    if (this.title().trim() === '') return trouble(this.title, 'Say what the cause is.');
    if (this.explains().length === 0) return trouble(this.explains, 'Say what it explains.');
    return {
      causeId: `own:${newId()}`,
      decision: 'add',
      title: this.title().trim(),
      explains: [...this.explains()],
    };
  }
}
