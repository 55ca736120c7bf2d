/** How parts of this kind were found before, with their counts: looked at before one is bought. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { AddPartWeakness, PartWeaknesses } from '@dormant-beacon/contract';
import { percent } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { Entry, entryForm, field, numberOrNull, saved, TextField, trouble, type Trouble } from '../entry';
import { FiguresPipe } from '../figures';
import { jobFeature } from '../job';
import { LibraryDesk } from '../knowledge';
import { More } from '../more';
import { UnitDesk } from '../unit';

@Component({
  selector: 'db-known-weakness',
  imports: [Entry, FiguresPipe, MatButtonModule, More, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (own of lines(); track own.id) {
      <p class="known">
        <strong>{{ own.bad }} of {{ own.seen }}: {{ own.says | figures }}</strong> ({{ own.share }};
        {{ own.source }})
      </p>
    }
    <ng-content />
    <db-more label="Note how such parts are found">
      <db-entry [form]="form" label="How such parts are found">
        <db-text label="What is found" example="such as wet inside" [field]="says" />
        <div class="pair">
          <db-text label="How many were looked at" keys="numeric" [field]="seen" />
          <db-text label="How many were like that" keys="numeric" [field]="bad" />
        </div>
        <db-text label="Source" example="such as our jobs since spring" [field]="source" />
        @if (form.problem()) {
          <p class="problem" role="alert">{{ form.problem() }}</p>
        }
        <button mat-stroked-button type="submit">Keep it</button>
      </db-entry>
    </db-more>
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    .known {
      padding-left: 12px;
      border-left: 4px solid var(--ember);
    }
    .pair {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 12px;
    }
    button {
      justify-self: start;
    }
  `,
})
export class KnownWeakness {
  private readonly library = inject(LibraryDesk);
  private readonly unitDesk = inject(UnitDesk);
  private readonly record = inject(Store).selectSignal(jobFeature.selectRecord);
  private readonly vehicle = computed(() => this.record()?.vehicle ?? null, {
    equal: (a, b) => a?.make === b?.make && a?.model === b?.model,
  });
  private readonly known = signal<PartWeaknesses['weaknesses']>([]);
  private readonly kind = computed(
    () => this.unitDesk.unit()?.removed?.part.kind ?? this.unitDesk.unit()?.plan.unit ?? '',
  );
  protected readonly lines = computed(() =>
    this.known()
      .filter(({ kind }) => this.kind().toLowerCase().includes(kind.toLowerCase()))
      .map((own) => ({ ...own, share: percent(own.bad / own.seen) })),
  );
  protected readonly says = field('');
  protected readonly bad = field('');
  protected readonly seen = field('');
  protected readonly source = field('');
  protected readonly form = entryForm<Omit<AddPartWeakness, 'id'>>(
    { says: this.says, bad: this.bad, seen: this.seen, source: this.source },
    {
      draft: () => `part weakness ${this.kind()}`,
      read: () => this.read(),
      enter: (data, stamp) => saved(this.library.addPartWeakness({ id: stamp.id, ...data })),
      then: () => this.load(),
    },
  );

  constructor() {
    effect(() => {
      this.vehicle();
      untracked(() => this.load());
    });
  }

  private load(): void {
    const vehicle = this.vehicle();
    if (!vehicle) return;
    this.library.partWeaknesses(vehicle.make, vehicle.model).then(
      (known) => this.known.set(known),
      // Without the server nothing is known of it; the part is compared all the same.
      () => this.known.set([]),
    );
  }

  private read(): Omit<AddPartWeakness, 'id'> | Trouble {
    const [bad, seen] = [numberOrNull(this.bad()), numberOrNull(this.seen())];
    if (this.says().trim() === '') return trouble(this.says, 'Say what is found.');
    if (seen === null || !Number.isInteger(seen) || seen < 1)
      return trouble(this.seen, 'How many were seen?');
    if (bad === null || !Number.isInteger(bad) || bad < 0 || bad > seen)
      return trouble(this.bad, 'In how many of them?');
    if (this.source().trim() === '') return trouble(this.source, 'Say where this is from.');
    const { make, model } = this.vehicle()!;
    return {
      make,
      model,
      kind: this.kind(),
      says: this.says().trim(),
      bad,
      seen,
      source: this.source().trim(),
    };
  }
}
