/** One line that understands jobs, codes, stages and readings; what it will do is said before it is done. */
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  signal,
  type ElementRef,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router } from '@angular/router';
import { caseOf, openTraces, originOf } from '@dormant-beacon/core/record';
import { testName, unitOf } from '@dormant-beacon/core/words';
import { showValue, type TypedReading } from '@dormant-beacon/core/units';
import { Store } from '@ngrx/store';
import { BaysEvents } from '../bays/bays.state';
import { Desk } from '../entry';
import { FiguresPipe } from '../figures';
import { RecordsDesk, jobFeature } from '../job';
import { readCommand } from './command';

interface Act {
  readonly says: string;
  /** Null where there is nothing to be done with it. */
  readonly run: (() => Promise<unknown>) | null;
}

@Component({
  selector: 'db-command-line',
  imports: [FiguresPipe, MatButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'key($event)' },
  template: `
    <button
      class="opener mono"
      type="button"
      aria-label="Type a job, code, stage or reading"
      (click)="begin()"
    >
      /
    </button>
    <div class="search" role="search" [class.open]="open()">
      <label class="seen-only-by-readers" for="command">Job, code, stage, or a point with its reading</label>
      <input
        #field
        id="command"
        class="mono"
        autocomplete="off"
        spellcheck="false"
        placeholder="/ c31.2 4.8 v"
        aria-describedby="command-says"
        [value]="text()"
        (input)="text.set($any($event.target).value)"
        (keydown.enter)="run(); $event.preventDefault()"
        (keydown.escape)="leave()"
      />
      <p id="command-says" aria-live="polite" [class.shown]="said() !== ''">{{ said() | figures }}</p>
    </div>
    @if (help()) {
      <section class="help" role="dialog" aria-label="What can be typed">
        <h2>What can be typed</h2>
        <dl>
          <dt class="mono">/</dt>
          <dd>to this line, from anywhere</dd>
          <dt class="mono">J-0142</dt>
          <dd>opens that job</dd>
          <dt class="mono">B1049</dt>
          <dd>finds the jobs that have that code</dd>
          <dt class="mono">trace, prove …</dt>
          <dd>goes to that stage; a typed word never declares a state</dd>
          <dt class="mono">c31.2 4.8 v</dt>
          <dd>enters a reading at that point</dd>
          <dt class="mono">Alt</dt>
          <dd>held, shows the letter of each button that has one</dd>
          <dt class="mono">?</dt>
          <dd>shows and hides this</dd>
          <dt class="mono">Esc</dt>
          <dd>leaves</dd>
        </dl>
        <button mat-stroked-button type="button" (click)="help.set(false)">Close</button>
      </section>
    }
  `,
  styles: `
    :host {
      position: relative;
    }
    input {
      box-sizing: border-box;
      width: min(300px, 30vw);
      height: 44px;
      padding: 0 14px;
      border: 0;
      border-radius: 12px;
      background: var(--raised);
      color: var(--ink);
      font-size: 16px;
    }
    input::placeholder {
      color: var(--quiet);
      opacity: 1;
    }
    #command-says {
      display: none;
    }
    #command-says.shown,
    .help {
      display: block;
      position: absolute;
      right: 0;
      top: 50px;
      z-index: 12;
      width: 340px;
      padding: 12px 16px;
      border-radius: 12px;
      background: var(--raised);
      box-shadow: 0 6px 24px rgb(0 0 0 / 35%);
      font-size: 15px;
    }
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 6px 14px;
      margin: 0 0 10px;
    }
    dd {
      margin: 0;
    }
    .opener {
      display: none;
      width: 48px;
      height: 48px;
      border: 0;
      border-radius: 12px;
      background: var(--raised);
      color: var(--ink);
      font-size: 20px;
      cursor: pointer;
    }
    @media (max-width: 1000px) {
      .opener {
        display: block;
      }
      .search {
        display: none;
      }
      .search.open {
        display: block;
        position: fixed;
        inset: 6px 8px auto;
        z-index: 20;
      }
      .search.open input {
        width: 100%;
        height: 50px;
        box-shadow: 0 6px 24px rgb(0 0 0 / 35%);
      }
      .help {
        position: fixed;
        inset: 62px 8px auto;
        width: auto;
        max-height: calc(100vh - 80px);
        overflow: auto;
      }
      #command-says.shown {
        inset: 56px 0 auto;
        width: auto;
      }
    }
  `,
})
export class CommandLine {
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  private readonly records = inject(RecordsDesk);
  private readonly desk = inject(Desk);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  protected readonly text = signal('');
  protected readonly help = signal(false);
  /** On a small screen the line opens over the page. */
  protected readonly open = signal(false);
  private readonly injector = inject(Injector);
  private readonly answer = signal('');
  private readonly act = computed(() => this.actFor(this.text()));
  protected readonly said = computed(() => {
    if (this.text() === '') return this.answer();
    const act = this.act();
    return act ? `${act.says}${act.run ? ' · Enter' : ''}` : '';
  });

  protected key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement;
    if (event.key === 'Escape') this.help.set(false);
    if (event.ctrlKey || event.metaKey || event.altKey || /^(?:INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
      return;
    if (event.key === '?') this.help.update((help) => !help);
    if (event.key !== '/') return;
    event.preventDefault();
    this.begin();
  }

  protected begin(): void {
    this.open.set(true);
    // At once where it stands in the head: the next key is the first letter. A small screen shows it first.
    this.field().nativeElement.focus();
    afterNextRender(() => this.field().nativeElement.focus(), { injector: this.injector });
  }

  protected leave(): void {
    this.open.set(false);
    this.text.set('');
    this.answer.set('');
    this.field().nativeElement.blur();
  }

  protected async run(): Promise<void> {
    const act = this.act();
    if (!act?.run) return;
    this.open.set(false);
    this.text.set('');
    this.answer.set('');
    await act.run();
  }

  private actFor(text: string): Act | null {
    const command = readCommand(text);
    switch (command?.kind) {
      case undefined:
        return null;
      case 'job':
        return { says: `Open ${command.number}`, run: () => this.openJob(command.number) };
      case 'code':
        return { says: `Find jobs with ${command.code}`, run: () => this.narrow(command.code.slice(0, 5)) };
      case 'words':
        return { says: `Find jobs with “${command.words}”`, run: () => this.narrow(command.words) };
      case 'stage': {
        const name = command.stage.replaceAll('-', ' ');
        const jobId = this.record()?.id;
        if (jobId === undefined) return { says: `Open a job first, then go to ${name}.`, run: null };
        return {
          says: `Go to ${name}`,
          run: () => this.router.navigate(['/jobs', jobId, command.stage]),
        };
      }
      case 'reading':
        return this.readingAct(command.point, command.typed);
    }
  }

  /** A reading at a point: for the metered test of the open trace that reads there. */
  private readingAct(point: string, typed: TypedReading): Act {
    const record = this.record();
    const trace = record && openTraces(record)[0];
    if (!record || !trace) return { says: 'There is no open trace to enter a reading in.', run: null };
    const source = caseOf(record, trace);
    const test = source.tests.find(
      (other) => 'from' in other && other.from.toLowerCase() === point.toLowerCase(),
    );
    if (!test) return { says: `No test of this trace measures at ${point}.`, run: null };
    const traceId = originOf(record.traces, trace);
    const label = testName(test, test.id);
    const enter = (reading: { value: number } | { overload: true }) => async () => {
      const sent = await this.desk.enterReading({ traceId, test: test.id, ...reading });
      if (sent.state === 'refused') this.answer.set(sent.problem.message);
    };
    if (typed.kind === 'overload') return { says: `${label}: over-limit`, run: enter({ overload: true }) };
    if (typed.kind === 'ask')
      return {
        says: `Is it ${showValue(typed.decimal, unitOf(test))} or ${showValue(typed.thousands, unitOf(test))}? Type it without the comma.`,
        run: null,
      };
    if (typed.kind === 'notRead') return { says: typed.reason, run: null };
    if (typed.unit !== null && typed.unit !== unitOf(test))
      return { says: `${label} reads in ${unitOf(test)}.`, run: null };
    return { says: `${label}: ${showValue(typed.value, unitOf(test))}`, run: enter({ value: typed.value }) };
  }

  private async openJob(number: string): Promise<void> {
    try {
      const found = await this.records.find(number);
      if (found) await this.router.navigate(['/jobs', found.jobId, found.stage]);
      else this.answer.set(`There is no job ${number}.`);
    } catch (error) {
      this.answer.set((error as Error).message);
    }
  }

  private async narrow(text: string): Promise<void> {
    await this.router.navigate(['/']);
    this.store.dispatch(BaysEvents.narrowed({ text }));
  }
}
