/** Where practice begins: a simulated car with a hidden fault. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { type PracticeCars, type PracticeCases } from '@dormant-beacon/contract';
import { difficulties, type Difficulty } from '@dormant-beacon/core/practice';
import { counted } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { type Choice, ChoiceOne, field } from '../entry';
import { FiguresPipe } from '../figures';
import { PageHead } from '../frame';
import { FrameLog, framesIn } from '../frames';
import { peopleFeature } from '../session';
import { SimulatedDesk } from '../simulated';
import { sayWhen } from '../time';

/** Decoded on the page: some seventy thousand frames. */
const mostLogBytes = 5_000_000;

const difficultyWords: Readonly<Record<Difficulty, { readonly name: string; readonly says: string }>> = {
  single: { name: 'One fault', says: 'One part has failed, and it shows all the time or now and then.' },
  intermittent: {
    name: 'Comes and goes',
    says: 'One contact or line opens now and then: a good reading proves little.',
  },
  'in-condition': {
    name: 'In one condition',
    says: 'One fault that shows only in the rain, the cold or the heat, on a bad road or under load. Bring that to the car before you measure.',
  },
  induced: {
    name: 'Codes of a test',
    says: 'One fault, and beside it stored codes of a plug that somebody had open with the ignition on.',
  },
  'wrong-donor': {
    name: 'From another car',
    says: 'One module came from another car, and has to be told which car it is in now.',
  },
  'lying-reader': {
    name: 'A reader that lies',
    says: 'One fault; the printout calls a module clean that does not answer at all.',
  },
  'two-faults': { name: 'Two faults', says: 'Two parts have failed. The first repair is not the end.' },
};

@Component({
  selector: 'db-practice',
  imports: [ChoiceOne, FiguresPipe, FrameLog, MatButtonModule, PageHead, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <db-page-head />
    <main id="bench" tabindex="-1">
      <h1>Practice</h1>
      <p>
        A simulated car with a hidden fault. Its modules answer, its wiring is measured, and what is cleared
        comes back until the fault is mended. Work as at a real car: what the driver says, the baseline, a
        part to trace, its tests, the repair, the clear, the proof. After the hand-back you are told what it
        was, and what the best way would have cost.
      </p>
      <p class="quiet">
        Nothing of it enters what this shop has learned. A learner may do everything there but sign as the
        lead.
      </p>
      <db-choice question="How hard?" [choices]="choices" [field]="chosen" />
      <p>{{ words[difficulty()].says }}</p>
      <button mat-flat-button type="button" [disabled]="busy()" (click)="open({ difficulty: difficulty() })">
        Take a simulated car
      </button>
      @if (problem()) {
        <p class="problem" role="alert">{{ problem() }}</p>
      }
      <h2>Cases that were written</h2>
      <ul>
        @for (one of cases(); track one.id) {
          <li>
            <button mat-stroked-button type="button" [disabled]="busy()" (click)="open({ case: one.id })">
              Take it
            </button>
            <span
              >“{{ one.words }}” <span class="quiet">{{ one.car }}</span></span
            >
          </li>
        }
      </ul>
      @if (cars().length > 0) {
        <h2>{{ everyones() ? 'Everyone’s cars' : 'Your cars' }}</h2>
        @if (sum(); as sum) {
          <p>
            {{ sum.mended }} of {{ sum.told }} mended, {{ counted(sum.inVain, 'part') }} in vain,
            {{ sum.ratio | figures }} times the minutes of the best way known.
          </p>
        }
        <ul>
          @for (car of cars(); track car.jobId) {
            <li>
              <a mat-stroked-button [routerLink]="['/jobs', car.jobId]">{{ car.number }}</a>
              <span>
                {{ car.car }}, {{ sayWhen(car.openedAt) }}{{ everyones() ? ', ' + car.person : '' }}.
                @if (car.end; as end) {
                  {{ end.mended ? 'Mended' : 'Not mended' }} in {{ end.minutes }} min (the best way:
                  {{ end.plannerMinutes }}), {{ counted(end.partsInVain, 'part') }} in vain{{
                    end.hints ? ', ' + counted(end.hints, 'hint') : ''
                  }}{{ end.breaches?.length ? ', once against a refusal' : '' }}. It was:
                  {{ end.was | figures }}.
                } @else {
                  Not finished.
                }
              </span>
            </li>
          }
        </ul>
      }
      <h2>A log of frames</h2>
      <p>
        What was said on a link, here or elsewhere, one frame per line, such as
        <span class="mono">(12.034512) can0 740#021003</span>.
      </p>
      <label class="file"
        >Open a log<input type="file" accept=".log,.txt,text/*" (change)="openLog($any($event.target))"
      /></label>
      @if (logProblem()) {
        <p class="problem" role="alert">{{ logProblem() }}</p>
      }
      @if (log(); as text) {
        <db-frame-log [text]="text" />
      }
    </main>
  `,
  styles: `
    main {
      display: grid;
      gap: 16px;
      justify-items: start;
      max-width: 760px;
      margin: 24px auto;
      padding: 28px;
      border-radius: 18px;
      background: var(--sheet);
    }
    h1,
    h2,
    p {
      margin: 0;
    }
    h2 {
      font-size: 18px;
    }
    ul {
      display: grid;
      gap: 12px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      gap: 14px;
      align-items: center;
    }
    li > :first-child {
      flex: none;
      min-width: 96px;
    }
  `,
})
export class Practice {
  private readonly car = inject(SimulatedDesk);
  private readonly router = inject(Router);
  protected readonly choices: readonly Choice[] = difficulties.map((value) => ({
    value,
    label: difficultyWords[value].name,
  }));
  protected readonly words = difficultyWords;
  protected readonly chosen = field('single');
  protected readonly difficulty = computed(() => this.chosen() as Difficulty);
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);
  private readonly person = inject(Store).selectSignal(peopleFeature.selectPerson);
  /** A lead sees the cars of the whole shop. */
  protected readonly everyones = computed(() => this.person()?.role === 'lead');
  protected readonly cars = signal<PracticeCars['cars']>([]);
  protected readonly cases = signal<PracticeCases['cases']>([]);
  protected readonly sum = computed(() => sumOf(this.cars()));
  protected readonly counted = counted;
  protected readonly sayWhen = sayWhen;

  protected readonly log = signal('');
  protected readonly logProblem = signal<string | null>(null);

  protected async openLog(input: HTMLInputElement): Promise<void> {
    const [file] = input.files ?? [];
    input.value = '';
    if (!file) return;
    this.log.set('');
    this.logProblem.set(null);
    if (file.size > mostLogBytes)
      return this.logProblem.set(`${file.name} is larger than five megabytes: cut out what matters.`);
    const text = await file.text();
    if (framesIn(text) === '')
      return this.logProblem.set(
        `${file.name} has no line such as “(12.034512) can0 740#021003”: it is no log of frames.`,
      );
    this.log.set(text);
  }

  constructor() {
    this.car
      .cases()
      .then((cases) => this.cases.set(cases))
      .catch((error: unknown) => this.problem.set((error as Error).message));
    this.car
      .cars()
      .then((cars) => this.cars.set(cars))
      .catch((error: unknown) => this.problem.set((error as Error).message));
  }

  protected async open(wanted: { difficulty: Difficulty } | { case: string }): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.problem.set(null);
    try {
      const jobId = await this.car.open(wanted);
      await this.router.navigate(['/jobs', jobId, 'take-in']);
    } catch (error) {
      this.problem.set((error as Error).message);
    }
    this.busy.set(false);
  }
}

/** Of those cars whose end was told; null where there are none. */
function sumOf(cars: PracticeCars['cars']) {
  const ends = cars.flatMap(({ end }) => (end === null ? [] : [end]));
  if (ends.length === 0) return null;
  const total = (of: (end: (typeof ends)[number]) => number) => ends.reduce((sum, end) => sum + of(end), 0);
  const planned = total(({ plannerMinutes }) => plannerMinutes);
  return {
    told: ends.length,
    mended: ends.filter(({ mended }) => mended).length,
    inVain: total(({ partsInVain }) => partsInVain),
    ratio: planned > 0 ? (total(({ minutes }) => minutes) / planned).toFixed(1) : '–',
  };
}
