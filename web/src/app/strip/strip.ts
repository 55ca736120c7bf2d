/** Strip, fit, try, close: one card for the next step, and behind it all that another hand needs to go on. */
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { NgTemplateOutlet } from '@angular/common';
import { MatButtonModule } from '@angular/material/button';
import { doing, notYetBack } from '@dormant-beacon/core/ledger';
import { standing } from '@dormant-beacon/core/record';
import { AccessDrawing } from '../access';
import { Desk } from '../entry';
import { FiguresPipe } from '../figures';
import { Caution } from '../frame';
import { ServerClock } from '../job';
import { More } from '../more';
import { StageNotes } from '../stage';
import { sayWhen } from '../time';
import { BackCard } from './back-card';
import { BagLabels } from './bag-labels';
import { CountTable } from './count-table';
import { FunctionSheet } from './function-sheet';
import { MaterialLines } from './material-lines';
import { LayOut } from './lay-out';
import { OffCard } from './off-card';
import { OffList } from './off-list';
import { OwnStep } from './own-step';
import { StripDesk } from './strip-desk';
import { WaitClock } from './wait-clock';
import { WaitForm } from './wait-form';
import { WayForm } from './way-form';

@Component({
  selector: 'db-strip',
  imports: [
    AccessDrawing,
    BackCard,
    BagLabels,
    Caution,
    CountTable,
    FiguresPipe,
    FunctionSheet,
    LayOut,
    MatButtonModule,
    MaterialLines,
    More,
    NgTemplateOutlet,
    OffCard,
    OffList,
    OwnStep,
    StageNotes,
    WaitClock,
    WaitForm,
    WayForm,
  ],
  providers: [ServerClock, StripDesk],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './strip.html',
  styleUrl: './strip.scss',
})
export class StripPage {
  protected readonly desk = inject(StripDesk);
  private readonly entries = inject(Desk);
  protected readonly strip = this.desk.strip;
  protected readonly changing = signal(false);
  /** A step that will not come off: the way is to go round it. */
  protected readonly avoid = signal<string | null>(null);
  protected readonly problem = signal<string | null>(null);
  /** A step that was chosen, with the last entry that it had then: it stays on the card until it gets another. */
  private readonly chosen = signal<{ readonly id: string; readonly last: string | null } | null>(null);
  protected readonly next = computed(() => {
    const strip = this.strip()!;
    if (strip.phase === 'off') return strip.left[0] ?? null;
    if (strip.phase === 'fit') return strip.parts.find(({ is }) => is !== 'in')?.part.id ?? null;
    const free = strip.refit.find((id) => notYetBack(strip, id, this.desk.now()).length === 0);
    return free ?? strip.refit[0] ?? null;
  });
  protected readonly seen = computed(() => {
    const chosen = this.chosen();
    return chosen !== null && this.lastOf(chosen.id) === chosen.last ? chosen.id : null;
  });
  /** What stands on the card stays there, whatever others enter, until it is done itself. */
  protected readonly current = linkedSignal<
    { readonly seen: string | null; readonly next: string | null; readonly phase: string },
    string | null
  >({
    source: () => ({ seen: this.seen(), next: this.next(), phase: this.strip()!.phase }),
    computation: ({ seen, next, phase }, before) => {
      if (seen !== null) return seen;
      const shown = before?.source.phase === phase && before.source.seen === null ? before.value : null;
      return shown !== null && this.mayBeNext(shown) ? shown : next;
    },
  });

  /** Off, or not yet: a step that was chosen says by itself which card it gets. */
  protected readonly back = computed(() => {
    const [strip, id] = [this.strip()!, this.current()];
    if (id === null) return false;
    return (
      strip.off.has(id) ||
      strip.parts.some(
        ({ part, exchange, is }) => part.id === id && !exchange && is !== 'in' && strip.phase !== 'off',
      )
    );
  });
  protected readonly toCome = computed(() =>
    this.strip()!.left.flatMap((id) => {
      const item = this.desk.item(id);
      return item ? [{ id, says: `${doing(item, 'off')}, ${item.minutes} min` }] : [];
    }),
  );
  protected readonly parts = computed(() => this.strip()?.parts.map(({ part }) => part) ?? []);
  protected readonly notSeen = computed(() => {
    const tried = new Set(
      standing(this.desk.record()?.functionTries ?? []).flatMap(({ part, moment }) =>
        moment === 'as-it-came' ? [part] : [],
      ),
    );
    return this.strip()?.entries.length === 0 ? this.parts().filter(({ id }) => !tried.has(id)) : [];
  });
  protected readonly offSteps = computed(() => new Set(this.strip()?.off.keys() ?? []));
  protected readonly running = computed(
    () => this.strip()?.waits.filter((own) => own.endsAt > this.desk.now()) ?? [],
  );
  /** What went in with something that cures, and was not timed: before anything is closed over it. */
  protected readonly untimed = computed(() => [...new Set(this.strip()!.untimed.map(({ over }) => over))]);
  /** Who was here last, and with what: whoever takes over reads it first. */
  protected readonly last = computed(() => {
    const entry = this.strip()?.entries.at(-1);
    if (!entry) return null;
    const item = this.desk.item(entry.step);
    const what = item ? doing(item, entry.as) : this.desk.label(entry.step);
    return `Last: ${what}, by ${this.desk.personName(entry.personId)}, ${sayWhen(entry.recordedAt)}.`;
  });
  /** What went back last, while something fails: the newest first. */
  protected readonly lastBack = computed(() => {
    const strip = this.strip()!;
    return [
      ...new Set(
        [...strip.entries]
          .reverse()
          .flatMap(({ as, step }) => (as === 'on' && !strip.off.has(step) ? [step] : [])),
      ),
    ]
      .slice(0, 6)
      .map((id) => {
        const item = this.desk.item(id);
        return {
          id,
          doing: item ? doing(item, 'off') : `Take off ${this.desk.label(id)}`,
          guard: this.desk.guard(id),
        };
      });
  });
  /** The last try failed, and something was opened since: there may be more to open before it is put right. */
  protected readonly lookingInto = computed(() => {
    const last = standing(this.desk.record()?.functionTries ?? []).findLast(
      ({ moment }) => moment !== 'as-it-came',
    );
    return (
      this.strip()?.phase !== 'try-again' && last?.modes.some(({ result }) => result === 'fails') === true
    );
  });
  protected readonly finding = computed(() => {
    const [first] = this.strip()?.findings ?? [];
    return first ?? null;
  });
  protected goRound(id: string): void {
    this.avoid.set(id);
    this.changing.set(true);
  }

  protected goneRound(): void {
    this.avoid.set(null);
    this.changing.set(false);
  }

  protected choose(id: string | null): void {
    this.chosen.set(id === null ? null : { id, last: this.lastOf(id) });
  }

  private mayBeNext(id: string): boolean {
    const strip = this.strip()!;
    if (strip.phase === 'off') return strip.left.includes(id);
    return strip.off.has(id) && notYetBack(strip, id, this.desk.now()).length === 0;
  }

  private lastOf(id: string): string | null {
    return this.strip()?.entries.findLast(({ step }) => step === id)?.id ?? null;
  }

  /** Takes off again what was put back, with the bag that it had. */
  protected async again(step: string): Promise<void> {
    const strip = this.strip()!;
    const bag = strip.entries.findLast((entry) => entry.step === step && entry.as === 'off')?.bag ?? null;
    const sent = await this.entries.enter('ledger-entries', { planId: strip.id, step, as: 'off', bag });
    this.problem.set(sent.state === 'refused' ? sent.problem.message : null);
  }
}
