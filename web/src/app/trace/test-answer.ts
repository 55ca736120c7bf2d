/** How a test is answered: a pad for a meter, words for a look, with what helps to come to the answer. */
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { lampShows, unitOf } from '@dormant-beacon/core/words';
import type { ProvokeAnswer, WiggleAnswer } from '@dormant-beacon/core/readings';
import type { TraceCase, TraceTest } from '@dormant-beacon/core/trace';
import { FiguresPipe } from '../figures';
import { Caution } from '../frame';
import { More } from '../more';
import { ReadingPad } from '../reading';
import { FuseDropForm } from './sheets/fuse-drop-form';
import { ProvokeForm } from './sheets/provoke-form';
import { WiggleRecorder } from './sheets/wiggle-recorder';

export interface GivenReading {
  readonly value?: number;
  readonly overload?: true;
  readonly found?: boolean;
  readonly moved?: boolean;
  readonly gone?: true;
  readonly supplyVolts?: number;
}

@Component({
  selector: 'db-test-answer',
  imports: [Caution, FiguresPipe, FuseDropForm, More, ProvokeForm, ReadingPad, WiggleRecorder],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (caution(); as caution) {
      <db-caution>{{ caution }}</db-caution>
    }
    @if (words(); as words) {
      <div class="answers">
        @for (word of words; track word.says) {
          <button type="button" (click)="given.emit(word.gives)">{{ word.says }}</button>
        }
      </div>
    } @else {
      @if (line(); as line) {
        <p class="quiet">{{ line | figures }}</p>
      }
      @if (fuse(); as fuse) {
        <db-more label="From the drop across {{ fuse.name }}">
          <db-fuse-drop-form
            [known]="fuse"
            [forTest]="true"
            [traceId]="traceId()"
            (amps)="given.emit({ value: $event })"
          />
        </db-more>
      }
      <db-reading-pad
        [where]="where()"
        [unit]="unit()"
        [asksSupply]="followsSupply()"
        [supplyName]="traceId()"
        [draftName]="traceId() + ' ' + test().id"
        (entered)="given.emit($event)"
      />
    }
    @if (test().kind === 'provoke') {
      <db-more label="Count it round by round">
        <db-provoke-form [traceId]="traceId()" (judged)="judged($event)" />
      </db-more>
    }
    @if (test().kind === 'wiggle') {
      <db-more label="Record it while it is moved">
        <!-- It brings the chart: a trace that is only read and measured does without. -->
        @defer (on immediate) {
          <db-wiggle-recorder
            [watched]="test().label ?? test().id"
            [places]="movable()"
            [traceId]="traceId()"
            (judged)="judged($event)"
          />
        } @placeholder {
          <p class="quiet" role="status">Fetching the recorder …</p>
        } @error {
          <p class="problem" role="alert">
            The recorder could not be fetched: the server is away, or has a newer version. Load the page
            again.
          </p>
        }
      </db-more>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    .answers {
      display: flex;
      gap: 8px;
    }
    .answers button {
      flex: 1;
      min-height: 56px;
      border: 0;
      border-radius: 12px;
      background: var(--ember);
      color: var(--on-ember);
      font: 650 18px var(--body);
      cursor: pointer;
    }
    .answers button:not(:first-child) {
      background: var(--ink);
      color: var(--sheet);
    }
  `,
})
export class TestAnswer {
  readonly test = input.required<TraceTest>();
  readonly case = input.required<TraceCase>();
  readonly traceId = input.required<string>();
  readonly given = output<GivenReading>();

  /** The answers of a test that is not read as a number; null where it is. */
  protected readonly words = computed((): readonly { says: string; gives: GivenReading }[] | null => {
    const test = this.test();
    if (test.kind === 'swap')
      return [
        { says: 'The fault moved', gives: { moved: true } },
        { says: 'It stayed', gives: { moved: false } },
        { says: 'It is gone', gives: { gone: true } },
      ];
    if (test.kind === 'testLamp')
      return lampShows.map(({ says, volts }) => ({
        says: `${says[0]!.toUpperCase()}${says.slice(1)}`,
        gives: { value: volts },
      }));
    if (!('element' in test)) return null;
    return [
      { says: 'Yes', gives: { found: true } },
      { says: 'No', gives: { found: false } },
    ];
  });

  /** Ohms are measured with the power off; the test's own caution comes first. */
  protected readonly caution = computed(() => {
    const { kind, caution } = this.test();
    const ohms =
      kind === 'ohms' || kind === 'continuity'
        ? 'Ohms only with the power off; parallel paths and module internals change the reading.'
        : '';
    return `${caution ?? ''} ${ohms}`.trim() || null;
  });
  protected readonly unit = computed(() => unitOf(this.test()));
  /** Volts and amps of what hangs on the battery follow it; ohms, and a module's own 5 V, do not. */
  protected readonly followsSupply = computed(
    () =>
      ['volts', 'amps'].includes(this.test().kind) &&
      this.case().circuit.elements.some(({ kind }) => kind === 'battery'),
  );
  protected readonly where = computed(() => {
    const test = this.test();
    if ('from' in test) return `${test.from} → ${test.to}`;
    return 'through' in test ? `through ${test.through}` : '';
  });
  /** What kind of line the probe touches, where it is more than a supply: `X8.7 is a switch line`. */
  protected readonly line = computed(() => {
    const test = this.test();
    if (!('from' in test)) return null;
    const cavity = this.case().cavities?.find(({ point }) => point === test.from);
    return cavity && cavity.class !== 'power'
      ? `${cavity.point} is a ${cavity.class.replace('-', ' ')} line.`
      : null;
  });
  /** The fuse through which a test reads amperes. */
  protected readonly fuse = computed(() => {
    const test = this.test();
    const through = 'through' in test ? test.through : null;
    const fuse = this.case().circuit.elements.find(({ id }) => id === through);
    return fuse?.kind === 'fuse'
      ? { name: fuse.label || fuse.id, amps: fuse.amps, style: fuse.style ?? null }
      : null;
  });
  /** What is moved in a wiggle test, and what lies about it. */
  protected readonly movable = computed(() => {
    const test = this.test();
    const { elements } = this.case().circuit;
    const own = elements.find(({ id }) => test.kind === 'wiggle' && id === test.element);
    const others = elements.filter((element) => element.kind === 'contact' && element !== own);
    return [...(own ? [own] : []), ...others].map(({ id, label }) => label || id).slice(0, 5);
  });

  /** A sheet that is clear answers its test; anything else leaves the answer open. */
  protected judged(verdict: WiggleAnswer['verdict'] | ProvokeAnswer['verdict']): void {
    if (verdict === 'follows' || verdict === 'makes it') this.given.emit({ found: true });
    if (verdict === 'steady' || verdict === 'not shown') this.given.emit({ found: false });
  }
}
