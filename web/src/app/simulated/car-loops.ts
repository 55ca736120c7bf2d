/** The loops of a simulated car as its restraint module shows them, live, and entered all at once. */
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  type OnInit,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import { showValue } from '@dormant-beacon/core/units';
import type { CarLink } from '../api';
import { Desk } from '../entry';
import { FiguresPipe } from '../figures';
import { type Live, liveRequests, liveValue } from './live-value';
import { SimulatedDesk } from './simulated-desk';

type Reading = FactData<'loop-readings'>;

/** How the car is put at a moment. */
const putAt = (moment: string): { positions: string[]; trial: 'wiggle' | null } => ({
  positions: moment.startsWith('seat-') ? [moment] : [],
  trial: moment === 'harness-moved' ? 'wiggle' : null,
});

@Component({
  selector: 'db-car-loops',
  imports: [FiguresPipe, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dl>
      @for (row of rows(); track row.label) {
        <div>
          <dt>{{ row.label }}</dt>
          <dd class="mono">{{ row.shown | figures }}</dd>
        </div>
      }
    </dl>
    <button mat-flat-button type="button" [disabled]="busy() || !complete()" (click)="enter()">
      Enter all loops as they are now
    </button>
    @if (problem() ?? link()?.ended(); as why) {
      <p class="problem" role="alert">{{ why }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      justify-items: start;
      padding: 12px 16px;
      border: 3px dashed var(--quiet);
      border-radius: 12px;
    }
    dl,
    dd,
    p {
      margin: 0;
    }
    dl {
      display: grid;
      width: 100%;
      grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
      gap: 6px 24px;
    }
    dl div {
      display: flex;
      justify-content: space-between;
      gap: 12px;
      border-bottom: 1px solid var(--line);
    }
    dd {
      font-size: 20px;
      font-weight: 650;
    }
  `,
})
export class CarLoops implements OnInit {
  private readonly desk = inject(Desk);
  private readonly car = inject(SimulatedDesk);
  /** At which it is read: the seat goes there. */
  readonly moment = input.required<string>();
  private readonly loops = signal<readonly Live[]>([]);
  protected readonly link = signal<CarLink | null>(null);
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);
  private readonly values = computed(() =>
    this.loops().map((_, n) => liveValue(this.link()?.values()[n]?.bytes)),
  );
  protected readonly rows = computed(() =>
    this.loops().map(({ label }, n) => ({ label, shown: wordsOf(this.values()[n]) })),
  );
  protected readonly complete = computed(
    () => this.loops().length > 0 && this.values().every((value) => value !== undefined),
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => this.link()?.close());
    effect(() => this.link()?.set(putAt(this.moment())));
  }

  async ngOnInit(): Promise<void> {
    try {
      this.loops.set((await this.car.parts()).live.filter(({ unit }) => unit === 'Ω'));
      const link = this.car.link();
      link.watch(liveRequests(this.loops()));
      this.link.set(link);
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  protected async enter(): Promise<void> {
    if (this.busy() || !this.complete()) return;
    this.busy.set(true);
    this.problem.set(null);
    const moment = this.moment() as Reading['moment'];
    const read = this.loops().map(({ label }, n): Reading => {
      const ohms = this.values()[n];
      return { loop: label, moment, ...(ohms == null ? { overload: true } : { ohms }) };
    });
    for (const reading of read) {
      const sent = await this.desk.enter('loop-readings', reading);
      if (sent.state !== 'refused') continue;
      this.problem.set(sent.problem.message);
      break;
    }
    this.busy.set(false);
  }
}

const wordsOf = (value: number | null | undefined): string =>
  value === undefined ? '…' : value === null ? 'OL' : showValue(value, 'Ω');
