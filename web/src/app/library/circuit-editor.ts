/** A circuit of the library: drawn while it is changed, checked at every step, kept as a new version. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatMenuModule } from '@angular/material/menu';
import { Router, RouterLink } from '@angular/router';
import type { KeepCircuit, KeptCircuit } from '@dormant-beacon/contract';
import { type ElementKind, reference, solve } from '@dormant-beacon/core/circuit';
import { type CircuitEdit, circuitFlaws, newElement } from '@dormant-beacon/core/circuit/edit';
import { type TraceCase } from '@dormant-beacon/core/trace';
import { editedCase } from '@dormant-beacon/core/trace/edit';
import { templates } from '@dormant-beacon/core/trace/templates';
import type { Sent } from '../api';
import { CircuitDrawing } from '../circuit';
import { type Choice, Entry, entryForm, field, Pick, TextField, type Trouble, trouble } from '../entry';
import { FiguresPipe } from '../figures';
import { PageHead } from '../frame';
import { kindNames } from './circuit-fields';
import { downloadCircuit } from './circuit-download';
import { EditHistory } from './edit-history';
import { ElementRow } from './element-row';
import { LibraryDesk } from '../knowledge';
import { VersionEditor } from './version-editor';

const nobody: ReadonlyMap<string, number> = new Map();
const empty: TraceCase = { circuit: { elements: [] }, suspects: [], tests: [], repairs: [] };

@Component({
  selector: 'db-circuit-editor',
  imports: [
    CircuitDrawing,
    ElementRow,
    Entry,
    FiguresPipe,
    MatButtonModule,
    MatMenuModule,
    PageHead,
    Pick,
    RouterLink,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './circuit-editor.html',
  styleUrl: './circuit-editor.scss',
})
export class CircuitEditor extends VersionEditor<TraceCase, CircuitEdit, KeptCircuit> {
  /** Of the address: the circuit's id, or `new`. */
  readonly circuitId = input.required<string>();
  /** Of a new one: the template that it begins with, for whom it is drawn, and the job whose trace asked for it. */
  readonly template = input<string>();
  readonly forMake = input<string>();
  readonly forModel = input<string>();
  readonly job = input<string>();

  private readonly library = inject(LibraryDesk);
  private readonly router = inject(Router);
  protected readonly history = new EditHistory<TraceCase, CircuitEdit>(editedCase, empty);
  protected readonly make = field('');
  protected readonly model = field('');
  protected readonly form = entryForm(
    {
      unkept: this.unkept,
      basedOn: this.basedOn,
      title: this.title,
      make: this.make,
      model: this.model,
      note: this.note,
    },
    {
      draft: () => `circuit ${this.circuitId()} ${this.template() ?? ''}`,
      read: () => this.read(),
      enter: (circuit) => this.keep(circuit),
      keeps: true,
    },
  );
  protected readonly at = signal(reference);
  protected readonly other = signal('');
  protected readonly newName = signal('');
  protected readonly pointChoices = computed(() =>
    this.points().map((value): Choice => ({ value, label: value })),
  );
  protected readonly otherChoices = computed(() => [{ value: '', label: '–' }, ...this.pointChoices()]);
  /** What is met most stands first. */
  protected readonly usualKinds: readonly ElementKind[] = [
    'battery',
    'fuse',
    'switch',
    'wire',
    'contact',
    'lamp',
    'motor',
    'ground',
  ];
  protected readonly otherKinds = (Object.keys(kindNames) as ElementKind[]).filter(
    (kind) => !this.usualKinds.includes(kind),
  );
  protected readonly kindNames = kindNames;

  protected readonly nobody = nobody;
  protected readonly case = this.history.now;
  protected readonly elements = computed(() => this.case().circuit.elements);
  protected readonly flaws = computed(() => circuitFlaws(this.case().circuit));
  protected readonly serious = computed(() => this.flaws().some(({ serious }) => serious));
  protected readonly points = computed(() => [
    ...new Set([...this.elements().flatMap(({ pins }) => pins as readonly string[]), reference]),
  ]);
  /** What cannot be solved is not drawn. */
  protected readonly drawn = computed((): TraceCase | null => (this.serious() ? null : this.case()));
  /** What the circuit does once it is switched on, where that is not rest. */
  protected readonly restless = computed(() => {
    const source = this.drawn();
    if (!source || source.circuit.elements.length === 0) return [];
    try {
      const { chatter, blown, shutOff } = solve({ circuit: source.circuit, state: source.state ?? {} });
      return [
        ...chatter.map((id) => `${id} chatters: it never comes to rest.`),
        ...blown.map((id) => `${id} blows as soon as it is switched on.`),
        ...shutOff.map((id) => `${id} shuts off: it carries more than its limit.`),
      ];
    } catch (error) {
      return [(error as Error).message];
    }
  });
  protected readonly sums = computed(() => {
    const { suspects, tests, repairs } = this.case();
    return `${suspects?.length ?? 0} suspects, ${tests.length} tests, ${repairs.length} repairs`;
  });

  constructor() {
    super();
    effect(() => {
      const [circuitId, template] = [this.circuitId(), this.template() ?? ''];
      if (this.form.draft.looked()) untracked(() => void this.open(circuitId, template));
    });
  }

  private open(circuitId: string, template: string): Promise<void> {
    const drawn = templates.find(({ id }) => id === template);
    return this.opened(
      async () => (circuitId === 'new' ? null : await this.library.circuit(circuitId)),
      (kept) => kept?.case ?? drawn?.build({}) ?? empty,
      (kept) => {
        this.title.set(kept?.title ?? drawn?.title ?? '');
        this.make.set(kept?.make ?? this.forMake() ?? '');
        this.model.set(kept?.model ?? this.forModel() ?? '');
      },
    );
  }

  protected openKept(): Promise<void> {
    return this.open(this.circuitId(), this.template() ?? '');
  }

  protected edit(edit: CircuitEdit): void {
    try {
      this.history.apply(edit);
      this.form.say(null);
      this.saved.set(null);
    } catch (error) {
      this.form.say((error as Error).message);
    }
  }

  /** Hangs a new part on the point that is pressed, and goes on from its other end. */
  protected add(kind: ElementKind): void {
    const element = newElement(this.case().circuit, kind, this.at());
    this.edit({ do: 'add', element });
    if (this.form.problem() !== null) return;
    const [, far = reference] = element.kind === 'relay' ? element.pins.slice(2) : element.pins;
    if (element.kind === 'battery') this.at.set(element.pins[0]);
    else if (far !== reference) this.at.set(far);
  }

  /** One point was drawn onto another. */
  protected joinDrawn({ point, with: other }: { point: string; with: string }): void {
    this.edit({ do: 'join', point, with: other });
    if (this.form.problem() === null) this.at.set(point === reference ? reference : other);
  }

  protected join(): void {
    this.edit({ do: 'join', point: this.at(), with: this.other() });
  }

  protected rename(): void {
    const to = this.newName().trim();
    if (to === '') return this.form.say('Type the point’s new name.');
    this.edit({ do: 'rename', point: this.at(), to });
    if (this.form.problem() === null) {
      this.at.set(to);
      this.newName.set('');
    }
  }

  private read(): KeepCircuit | Trouble {
    if (!this.title().trim()) return trouble(this.title, 'Give it a title.');
    if (!this.make().trim()) return trouble(this.make, 'Say for which make it is.');
    return {
      circuitId: this.kept()?.circuitId ?? this.freshId,
      // Where somebody was first, what is here becomes the version after theirs.
      basedOn: this.theirs() ?? this.basedOn(),
      make: this.make().trim(),
      model: this.model().trim() || null,
      title: this.title().trim(),
      note: this.note().trim() || null,
      case: this.case(),
    };
  }

  protected async withdraw(): Promise<void> {
    const kept = this.kept();
    if (!kept) return;
    const { circuitId, make, model, title, latest, case: source } = kept;
    await this.withdrawing(() =>
      this.library.keepCircuit({
        circuitId,
        basedOn: latest,
        make,
        model: model ?? null,
        title,
        note: this.note().trim() || null,
        case: source,
        withdrawn: true,
      }),
    );
  }

  private keep(circuit: KeepCircuit): Promise<Sent<unknown>> {
    return this.keeping(
      () => this.library.keepCircuit(circuit),
      'Traces that run stay with theirs.',
      () =>
        this.circuitId() === 'new'
          ? this.router.navigate(['/library/circuits', circuit.circuitId], {
              queryParams: this.job() ? { job: this.job() } : {},
            })
          : this.open(circuit.circuitId, ''),
    );
  }

  protected download(): void {
    downloadCircuit({
      make: this.make().trim() || 'any',
      model: this.model().trim() || null,
      title: this.title().trim() || 'circuit',
      case: this.case(),
    });
  }
}
