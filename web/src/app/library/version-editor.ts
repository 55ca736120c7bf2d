/**
 * What the editors of things that are kept in versions share: the steps under the hands, what was changed and not kept
 * yet, somebody else’s version that came in between, and how a version is kept or withdrawn.
 */
import { Directive, effect, signal } from '@angular/core';
import { ApiProblem, newId, type Sent } from '../api';
import { type EntryForm, field } from '../entry';
import type { EditHistory } from './edit-history';

interface KeptVersion {
  readonly version: number;
  readonly latest: number;
  readonly withdrawn: boolean;
}

@Directive({ host: { '(document:keydown)': 'shortcut($event)' } })
export abstract class VersionEditor<C, E, K extends KeptVersion> {
  protected abstract readonly history: EditHistory<C, E>;
  protected abstract readonly form: EntryForm;
  protected readonly kept = signal<K | null>(null);
  protected readonly title = field('');
  protected readonly note = field('');
  /** The id of what is new here: sent twice, it is one. */
  protected freshId = newId();
  /** What was changed and not kept yet, and the version that it was changed from. */
  protected readonly unkept = field<C | null>(null);
  protected readonly basedOn = field(0);
  /** The version that somebody else has kept meanwhile. */
  protected readonly theirs = signal<number | null>(null);
  protected readonly saved = signal<string | null>(null);
  protected readonly loading = signal(true);

  constructor() {
    effect(() => {
      const now = this.history.now();
      if (this.history.canUndo() || this.history.canRedo()) this.unkept.set(now);
    });
  }

  /** Opens what the address names, with what was left unkept of it. */
  protected abstract openKept(): Promise<void>;

  /** @param show puts the head of what is kept into the fields, where nothing is drafted */
  protected async opened(
    fetch: () => Promise<K | null>,
    contentOf: (kept: K | null) => C,
    show: (kept: K | null) => void,
  ): Promise<void> {
    this.loading.set(true);
    try {
      const kept = await fetch();
      this.kept.set(kept);
      const unkept = this.unkept();
      const drafted = unkept !== null || this.basedOn() > 0 || this.title() !== '';
      this.history.begin(contentOf(kept));
      // What was left unkept comes back as one step, which can be undone.
      if (unkept) this.history.replace(unkept);
      if (!drafted) {
        show(kept);
        this.basedOn.set(kept?.version ?? 0);
        this.form.draft.rebase();
      }
      this.form.say(null);
      this.theirs.set(null);
    } catch (error) {
      this.form.say((error as Error).message);
    }
    this.loading.set(false);
  }

  /**
   * Keeps a version; what was changed stays where somebody else was first.
   * @param running what of the shop stays with the version that it began with
   * @param then where the page goes
   */
  protected async keeping(
    keep: () => Promise<{ readonly version: number }>,
    running: string,
    then: () => Promise<unknown>,
  ): Promise<Sent<unknown>> {
    this.saved.set(null);
    try {
      const { version } = await keep();
      this.forget();
      this.freshId = newId();
      this.saved.set(`Kept as version ${version}. ${running}`);
      await then();
      return { state: 'saved', answer: null };
    } catch (error) {
      const current =
        error instanceof ApiProblem ? (error.current as { version: number } | undefined) : undefined;
      this.theirs.set(current?.version ?? null);
      const { message } = error as Error;
      const says = current ? `${message} What you changed is still here.` : message;
      return { state: 'refused', problem: new ApiProblem(409, says) };
    }
  }

  /** From the next version on it is offered to nobody; a later one brings it back. */
  protected async withdrawing(keep: () => Promise<unknown>): Promise<void> {
    try {
      await keep();
      this.forget();
      await this.openKept();
    } catch (error) {
      this.form.say((error as Error).message);
    }
  }

  /** What was changed here is given up for what is kept. */
  protected async giveUp(): Promise<void> {
    this.forget();
    await this.openKept();
  }

  protected forget(): void {
    this.form.clear();
    this.unkept.set(null);
    this.basedOn.set(0);
    this.title.set('');
  }

  protected shortcut(event: KeyboardEvent): void {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
    if ((event.target as HTMLElement).matches('input, textarea')) return;
    event.preventDefault();
    if (event.shiftKey) this.history.redo();
    else this.history.undo();
  }
}
