/** What the server's clock says now: the tablet's own may be wrong, so it only measures what went by since it was asked. */
import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { RecordsDesk } from './records-desk';

const askEveryMs = 30_000;

@Injectable()
export class ServerClock {
  private readonly records = inject(RecordsDesk);
  private readonly asked = signal<{ readonly server: number; readonly mark: number } | null>(null);
  private readonly mark = signal(performance.now());
  /** When it last jumped; waits count from then. */
  readonly jumpedAt = signal<string | null>(null);
  /** True while the server cannot be asked: what it says then is not known. */
  readonly away = signal(false);

  constructor() {
    void this.ask();
    const ticking = setInterval(() => this.mark.set(performance.now()), 1000);
    const asking = setInterval(() => void this.ask(), askEveryMs);
    inject(DestroyRef).onDestroy(() => {
      clearInterval(ticking);
      clearInterval(asking);
    });
  }

  /** The moment, as the server has it; null where that is not known. */
  now(): string | null {
    const asked = this.asked();
    if (asked === null || this.away()) return null;
    return new Date(asked.server + this.mark() - asked.mark).toISOString();
  }

  async ask(): Promise<void> {
    const before = performance.now();
    try {
      const { now, jumpedAt } = await this.records.clock();
      // Half of the way there and back; nothing here is finer than a second.
      this.asked.set({ server: Date.parse(now), mark: (before + performance.now()) / 2 });
      this.jumpedAt.set(jumpedAt);
      this.away.set(false);
    } catch {
      this.away.set(true);
    }
    this.mark.set(performance.now());
  }
}
