/** Says in every job that its car is simulated, and holds what is done at it: reading, choosing a part, the end. */
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatMenuModule } from '@angular/material/menu';
import { Router, RouterLink } from '@angular/router';
import type { CarBeside, CarParts, FactData, PracticeEnd } from '@dormant-beacon/contract';
import type { Trial } from '@dormant-beacon/contract/link';
import { trialWords } from '@dormant-beacon/core/proof';
import { isBased, standing } from '@dormant-beacon/core/record';
import { counted, percent } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { Desk } from '../entry';
import { FiguresPipe } from '../figures';
import { jobFeature } from '../job';
import { Money } from '../money';
import { CarLive } from './car-live';
import { SimulatedDesk } from './simulated-desk';

@Component({
  selector: 'db-car-strip',
  imports: [CarLive, FiguresPipe, MatButtonModule, MatMenuModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-label="The simulated car">
      <strong>Simulated car</strong>
      @if (beacons()) {
        <button mat-stroked-button type="button" [disabled]="busy()" (click)="read()">
          Read every module
        </button>
        @if (based()) {
          <button mat-stroked-button type="button" [matMenuTriggerFor]="menu" (menuOpened)="list()">
            Trace a part
          </button>
        }
        <button mat-stroked-button type="button" [matMenuTriggerFor]="more" (menuOpened)="list()">
          More at this car
        </button>
      } @else {
        <span>Enter first what the driver says: “{{ words() }}”</span>
      }
      @if (handedBack()) {
        <button mat-stroked-button type="button" (click)="tell()">What was it?</button>
      }
      <mat-menu #menu="matMenu">
        @for (part of car()?.parts ?? []; track part.target) {
          <button mat-menu-item type="button" (click)="trace(part.target)">{{ part.label }}</button>
        }
      </mat-menu>
      <mat-menu #more="matMenu">
        <button mat-menu-item type="button" (click)="read('other')">Read with the other adapter</button>
        <button mat-menu-item type="button" (click)="watching.set(!watching())">
          {{ watching() ? 'Close the live values' : 'Live values' }}
        </button>
        <button mat-menu-item type="button" (click)="test()">Battery tester and thermometer</button>
        <button mat-menu-item type="button" [matMenuTriggerFor]="trials">Provoke it</button>
        <button mat-menu-item type="button" [matMenuTriggerFor]="units">Code a module</button>
        @if (!handedBack()) {
          <button mat-menu-item type="button" (click)="ask()">
            {{ hints().length === 0 ? 'A hint, for ten minutes' : 'The second hint, for ten minutes more' }}
          </button>
        }
      </mat-menu>
      <mat-menu #trials="matMenu">
        @for (one of trialChoices; track one[0]) {
          <button mat-menu-item type="button" (click)="bench.provoke(one[0])">
            {{ one[1].charAt(0).toUpperCase() + one[1].slice(1) }}
          </button>
        }
      </mat-menu>
      <mat-menu #units="matMenu">
        @for (one of car()?.modules ?? []; track one.module) {
          <button mat-menu-item type="button" (click)="code(one.label)">{{ one.label }}</button>
        }
      </mat-menu>
      @if (beside(); as shown) {
        <p role="status">
          Battery tester: <span class="mono">{{ shown.volts.toFixed(2) | figures }} V</span> at rest,
          <span class="mono">{{ shown.milliohms | figures }} mΩ</span>, health {{ shown.healthPercent }} %.
          Thermometer: <span class="mono">{{ shown.celsius.toFixed(1) | figures }} °C</span>.
        </p>
      }
      @if (bench.trial(); as trial) {
        <p role="status">
          While you read and measure: <strong>{{ trialWords[trial] }}</strong>.
          <button mat-button type="button" (click)="bench.provoke(null)">Stop this</button>
        </p>
      }
      @for (hint of hints(); track hint) {
        <p role="status">{{ hint | figures }}</p>
      }
      @if (watching() && car(); as shown) {
        <db-car-live [live]="shown.live" />
      }
      @if (end(); as end) {
        <p role="status">
          It was: {{ end.was }}. {{ end.mended ? 'It is mended.' : 'It is still there.' }} You:
          {{ end.minutes }} min, {{ money.say(end.cents) }}, {{ counted(end.partsInVain, 'part') }} in vain{{
            end.hints === 0 ? '' : ', ' + counted(end.hints, 'hint')
          }}. The best way known: {{ end.planner.minutes }} min, {{ money.say(end.planner.cents) }}.
        </p>
        @for (breach of end.breaches; track breach) {
          <p class="problem">Done although it was refused. {{ breach }}</p>
        }
        <p class="quiet">
          After each step: how likely the true fault was by then, where the planner can say.
        </p>
        <div class="ways">
          @for (way of ways(); track way.who) {
            <section>
              <h2>{{ way.who }}</h2>
              <ol>
                @for (step of way.steps; track $index) {
                  <li>
                    {{ step.did | figures }}: <strong>{{ step.came | figures }}</strong>
                    @if (step.belief !== null) {
                      <span class="quiet">{{ ' – ' + percent(step.belief) }}</span>
                    }
                  </li>
                }
              </ol>
            </section>
          }
        </div>
        <a mat-flat-button routerLink="/practice">Take the next one</a>
      }
      @if (problem()) {
        <p class="problem" role="alert">{{ problem() }}</p>
      }
    </section>
  `,
  styles: `
    :host > section {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: center;
      margin: 0 20px 12px;
      padding: 8px 16px;
      border: 3px dashed var(--quiet);
      border-radius: 12px;
    }
    p,
    .ways {
      flex: 1 0 100%;
      box-sizing: border-box;
      margin: 0;
    }
    .ways {
      display: flex;
      flex-wrap: wrap;
      gap: 12px 32px;
    }
    .ways section {
      flex: 1 1 280px;
    }
    h2 {
      margin: 0 0 4px;
      font-size: 16px;
    }
    ol {
      margin: 0;
      padding-left: 24px;
    }
  `,
})
export class CarStrip {
  private readonly desk = inject(Desk);
  protected readonly bench = inject(SimulatedDesk);
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly assessment = this.store.selectSignal(jobFeature.selectAssessment);
  protected readonly money = inject(Money);
  protected readonly trialWords = trialWords;
  protected readonly trialChoices = Object.entries(trialWords) as [Trial, string][];
  protected readonly counted = counted;
  protected readonly percent = percent;
  protected readonly words = computed(() => this.record()?.head.customerWords ?? '');
  protected readonly beacons = computed(() => standing(this.record()?.beacons ?? []).length > 0);
  protected readonly based = computed(() => this.record() !== null && isBased(this.record()!));
  protected readonly handedBack = computed(() => standing(this.record()?.handBacks ?? []).length > 0);
  protected readonly car = signal<CarParts | null>(null);
  protected readonly watching = signal(false);
  private readonly asked = signal<readonly string[]>([]);
  /** What was asked for now stands behind what was before. */
  protected readonly hints = computed(() => [...new Set([...(this.car()?.hints ?? []), ...this.asked()])]);
  protected readonly end = signal<PracticeEnd | null>(null);
  /** What was done, beside what the planner would have done. */
  protected readonly ways = computed(() => {
    const end = this.end();
    return end === null
      ? []
      : [
          { who: 'What you did', steps: end.steps },
          { who: 'The best way known', steps: end.planner.steps },
        ];
  });
  protected readonly beside = signal<CarBeside | null>(null);
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);

  protected read(adapter: 'usual' | 'other' = 'usual'): Promise<void> {
    return this.doing(async () => {
      const { text, log } = await this.bench.report(adapter);
      const kind: FactData<'scans'>['kind'] = !this.based()
        ? 'baseline'
        : this.assessment()?.clearing
          ? 'final'
          : 'interim';
      // The frames stay behind what they say.
      const sent = await this.desk.enter('scans', { kind, text: log === '' ? text : `${text}\n${log}\n` });
      if (sent.state === 'refused') throw sent.problem;
    });
  }

  protected async list(): Promise<void> {
    if (this.car()) return;
    await this.doing(async () => this.car.set(await this.bench.parts()));
  }

  protected test(): Promise<void> {
    return this.doing(async () => this.beside.set(await this.bench.beside()));
  }

  protected ask(): Promise<void> {
    return this.doing(async () => {
      if (this.hints().length >= 2) return;
      const { hint } = await this.bench.hint(this.hints().length + 1);
      this.asked.update((own) => [...own, hint]);
    });
  }

  /** Its identity is written anew; more stands in the library’s book of a unit. */
  protected code(label: string): Promise<void> {
    return this.doing(async () => {
      const { make, model } = this.record()!.vehicle;
      const sent = await this.desk.enter('coding-plans', {
        unit: label,
        teachOnly: true,
        book: {
          title: `${label} of the simulated car`,
          make: make ?? 'any make',
          model: model ?? null,
          unit: label,
          carries: [
            { id: 'vin', kind: 'identity', how: 'teach', does: 'Write this car’s VIN into the module' },
          ],
        },
      });
      if (sent.state === 'refused') throw sent.problem;
      await this.router.navigate(['/jobs', this.record()!.id, 'code']);
    });
  }

  protected trace(target: string): Promise<void> {
    return this.doing(async () => {
      const part = await this.bench.part(target);
      const beaconIds = (this.assessment()?.untreated ?? []).map(({ origin }) => origin);
      const sent = await this.desk.enter('traces', { title: part.title, beaconIds, case: part.case });
      if (sent.state === 'refused') throw sent.problem;
      await this.router.navigate(['/jobs', this.record()!.id, 'trace']);
    });
  }

  protected tell(): Promise<void> {
    return this.doing(async () => this.end.set(await this.bench.end()));
  }

  private async doing(work: () => Promise<unknown>): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.problem.set(null);
    await work().catch((error: unknown) => this.problem.set((error as Error).message));
    this.busy.set(false);
  }
}
