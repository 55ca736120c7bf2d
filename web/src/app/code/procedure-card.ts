/** A procedure, step by step: what has to be so, a big clock, the sign to be seen, the bridge in its socket, the way out. */
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { FactData } from '@dormant-beacon/contract';
import {
  type Precondition,
  preconditionWords,
  type ProcedureState,
  type CodingEntry,
} from '@dormant-beacon/core/coding';
import {
  Entry,
  type EntryForm,
  factForm,
  type Field,
  field,
  numberOrNull,
  settled,
  TextField,
  trouble,
  type Trouble,
} from '../entry';
import { FiguresPipe } from '../figures';
import { Caution } from '../frame';
import { More } from '../more';
import { CarStepButton } from '../simulated';
import { sayLeft } from '../time';
import { BridgeDrawing } from './bridge-drawing';
import { CodeDesk } from './code-desk';
import { StepList } from './step-list';

@Component({
  selector: 'db-procedure-card',
  imports: [
    BridgeDrawing,
    CarStepButton,
    Caution,
    Entry,
    FiguresPipe,
    MatButtonModule,
    More,
    StepList,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="what">{{ own().procedure.title }}</h2>
    <p class="quiet">From {{ own().procedure.source }}. The maker’s procedure stands above this page.</p>
    @if (own().procedure.caution; as caution) {
      <db-caution>{{ caution | figures }}</db-caution>
    }
    @if (problem()) {
      <p class="problem" role="alert">{{ problem() }}</p>
    }
    @if (own().givenUp && own().is === 'open') {
      <p>Given up the last time: {{ own().givenUp }}. It begins anew.</p>
    }
    @if (own().is === 'done') {
      <p class="sign">It is done.</p>
    }
    <db-step-list [before]="before()" [steps]="steps()" [at]="at()">
      <ng-template>
        @if (forgotten()) {
          <p class="problem">The bridge is in its socket still. {{ capital(own().procedure.abort) }}.</p>
          <button class="thumb" mat-flat-button type="button" [disabled]="!ready()" (click)="takeOut()">
            The bridge is out
          </button>
        } @else if (missing()[0]; as wanted) {
          @if (wanted === 'supply') {
            <db-entry [form]="supply" label="The supply">
              <p class="sign">{{ words[wanted] }}</p>
              <db-text
                label="Volts at the car’s clamps"
                keys="decimal"
                [mono]="true"
                [limits]="windowWords()"
                [field]="volts"
              />
              @if (supply.problem()) {
                <p class="problem" role="alert">{{ supply.problem() }}</p>
              }
              <button class="thumb" mat-flat-button type="submit" [disabled]="!ready()">
                Enter the volts
              </button>
            </db-entry>
            @if (simulated()) {
              <db-car-step [codingId]="desk.coding()!.id" [procedure]="own().procedure.id" [step]="null" />
            }
          } @else {
            <button class="thumb" mat-flat-button type="button" [disabled]="!ready()" (click)="say(wanted)">
              {{ words[wanted] }}
            </button>
          }
        } @else if (own().next; as step) {
          @if (step.bridge && own().procedure.socket; as socket) {
            <db-bridge-drawing [socket]="socket" />
          }
          @if (own().running; as running) {
            @if (left() > 0) {
              <p class="time mono" role="timer">{{ clock() }}</p>
            } @else {
              @if (step.bridge === 'in' && !measured()) {
                <db-entry [form]="pins" label="The pin, measured">
                  <db-text
                    [label]="'Pin ' + own().procedure.socket!.pins[0] + ' against ground, V'"
                    keys="decimal"
                    [mono]="true"
                    [field]="pinVolts"
                  />
                  @if (pins.problem()) {
                    <p class="problem" role="alert">{{ pins.problem() }}</p>
                  }
                  <button class="thumb" mat-flat-button type="submit" [disabled]="!ready()">
                    Enter the volts of the pin
                  </button>
                </db-entry>
              } @else if (step.bridge === 'in' && !bridge()) {
                <button class="thumb" mat-flat-button type="button" [disabled]="!ready()" (click)="place()">
                  The bridge is in its socket
                </button>
              } @else if (step.bridge === 'out' && bridge()) {
                <button class="thumb" mat-flat-button type="button" [disabled]="!ready()" (click)="takeOut()">
                  The bridge is out
                </button>
              } @else {
                @if (late()) {
                  <p class="problem">
                    It took longer than this step may. Say what was seen, and begin again.
                  </p>
                } @else if (simulated() && !step.bridge) {
                  <db-car-step
                    [codingId]="desk.coding()!.id"
                    [procedure]="own().procedure.id"
                    [step]="step.id"
                  />
                } @else {
                  <button
                    class="thumb"
                    mat-flat-button
                    type="button"
                    [disabled]="!ready()"
                    (click)="go(step.id, 'done')"
                  >
                    {{ step.sign ? 'Seen: ' + step.sign : 'Done' }}
                  </button>
                }
              }
            }
            @if (step.sign && left() > 0) {
              <p>Then: {{ step.sign }}.</p>
            }
          } @else {
            <button
              class="thumb"
              mat-flat-button
              type="button"
              [disabled]="!ready()"
              (click)="go(step.id, 'started')"
            >
              {{ step.seconds ? 'Start it: ' + step.seconds.least + ' seconds' : 'Start this step' }}
            </button>
          }
          @if (own().is === 'running') {
            <db-more
              [label]="
                step.sign ? 'It does not come, or something is wrong' : 'Something is wrong: stop here'
              "
            >
              @if (step.ifMissing) {
                <p>{{ step.ifMissing | figures }}</p>
              }
              <p>To leave the car as it was: {{ own().procedure.abort }}.</p>
              <db-entry [form]="stop" label="Stop the procedure">
                <db-text label="What was seen" [most]="300" [field]="seen" />
                @if (stop.problem()) {
                  <p class="problem" role="alert">{{ stop.problem() }}</p>
                }
                <button mat-stroked-button type="submit">Stop, and begin anew later</button>
              </db-entry>
            </db-more>
          }
        }
      </ng-template>
    </db-step-list>
  `,
  styleUrl: './card.scss',
})
export class ProcedureCard {
  readonly own = input.required<ProcedureState>();
  protected readonly desk = inject(CodeDesk);
  /** There the car does it, and its module tells. */
  protected readonly simulated = computed(() => this.desk.record()?.simulated != null);
  protected readonly words = preconditionWords;
  protected readonly problem = signal<string | null>(null);
  protected readonly volts = field('');
  protected readonly seen = field('');
  protected readonly left = computed(() => {
    const at = this.own().running?.readyAt;
    return at == null ? 0 : Date.parse(at) - Date.parse(this.desk.now());
  });
  protected readonly clock = computed(() => sayLeft(this.left()));
  protected readonly late = computed(() => {
    const at = this.own().running?.lateAt;
    return at != null && at < this.desk.now();
  });
  /** The bridge that is on the rail; null where none is. */
  protected readonly bridge = computed(
    () => this.desk.temporaries().find(({ kind }) => kind === 'calibration-bridge') ?? null,
  );
  protected readonly windowWords = computed(() => {
    const { supply } = this.own().procedure;
    return supply ? `${supply.least} to ${supply.most} V` : null;
  });
  protected readonly missing = computed((): readonly Precondition[] => {
    const { procedure, is, said } = this.own();
    return is === 'running' ? [] : procedure.before.filter((wanted) => !said.includes(wanted));
  });
  protected readonly before = computed(() =>
    this.own().procedure.before.length > 0 ? 'What has to be so before' : null,
  );
  protected readonly steps = computed(() =>
    this.own().procedure.steps.map(({ does, seconds }) => (seconds ? `${does}, ${seconds.least} s` : does)),
  );
  /** Steps of it that are done; null while what has to be so before is still asked. */
  protected readonly at = computed(() =>
    this.before() !== null && (this.missing().length > 0 || this.forgotten()) ? null : this.own().done.length,
  );
  protected readonly measured = computed(() => this.own().said.includes('pins'));
  /** Left in its socket when the procedure was given up: it comes out before it begins anew. */
  protected readonly forgotten = computed(() => this.own().is === 'open' && this.bridge() !== null);
  /** Start and end of a step are two taps of a hand, never one. */
  protected readonly ready = settled(() =>
    JSON.stringify([
      this.forgotten(),
      this.missing()[0],
      this.own().next?.id,
      this.own().running !== null,
      this.bridge() !== null,
      this.measured(),
    ]),
  );
  protected readonly pinVolts = field('');
  protected readonly pins = this.voltsForm(
    this.pinVolts,
    'pins',
    'Measure the pin before the bridge goes in, and type the volts.',
  );
  protected readonly supply = this.voltsForm(
    this.volts,
    'supply',
    'Measure it at the car’s clamps, and type the volts.',
  );
  protected readonly stop = factForm(
    'coding-entries',
    { seen: this.seen },
    {
      draft: () => `stop ${this.desk.coding()?.id ?? ''} ${this.own().procedure.id}`,
      read: (): FactData<'coding-entries'> | Trouble => {
        const { procedure, next, running } = this.own();
        if (this.seen().trim().length < 3) return trouble(this.seen, 'Say what was seen.');
        return this.entry({
          what: 'step',
          procedure: procedure.id,
          step: next!.id,
          as: running && next!.sign ? 'sign-missing' : 'aborted',
          note: this.seen().trim(),
        });
      },
    },
  );

  private voltsForm(volts: Field<string>, check: string, lacking: string): EntryForm {
    return factForm(
      'coding-entries',
      { volts },
      {
        draft: () => `${check} ${this.desk.coding()?.id ?? ''} ${this.own().procedure.id}`,
        read: (): FactData<'coding-entries'> | Trouble => {
          const typed = numberOrNull(volts());
          return typed === null || Number.isNaN(typed)
            ? trouble(volts, lacking)
            : this.entry({ what: 'check', check: `${this.own().procedure.id}:${check}`, volts: typed });
        },
      },
    );
  }

  private entry(entry: CodingEntry): FactData<'coding-entries'> {
    return { codingId: this.desk.coding()!.id, entry };
  }

  protected capital(words: string): string {
    return words.charAt(0).toUpperCase() + words.slice(1);
  }

  protected async say(wanted: Precondition): Promise<void> {
    this.problem.set(await this.desk.enter({ what: 'check', check: `${this.own().procedure.id}:${wanted}` }));
  }

  protected async go(step: string, as: 'started' | 'done'): Promise<void> {
    this.problem.set(await this.desk.enter({ what: 'step', procedure: this.own().procedure.id, step, as }));
  }

  protected async place(): Promise<void> {
    const socket = this.own().procedure.socket!;
    this.problem.set(await this.desk.bridge(`${socket.name}, ${socket.pins.join(' to ')}`, null));
  }

  protected async takeOut(): Promise<void> {
    const placed = this.bridge()!;
    this.problem.set(await this.desk.bridge(placed.where, placed.id));
  }
}
