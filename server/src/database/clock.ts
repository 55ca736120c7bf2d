/** The server’s clock: what a wait is counted by, and a watch that notices when it jumps. */
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { uptime } from 'node:os';
import type { Knex } from 'knex';
import type { Logger } from 'pino';
import { isoOf, storedOf } from './connect.js';

/** What the time is, how long the machine has run, and which of its runs this is. Specs put their own in place. */
export const serverClock = { now: () => new Date(), uptime, boot: bootId() };

function bootId(): string {
  try {
    return readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
  } catch {
    // Without one every start counts as a new run of the machine: the wait begins again.
    return randomUUID();
  }
}

/** Seconds by which the wall clock may drift from the running time before it counts as a jump. */
const mostDrift = 5;
const [lookEveryMs, markEveryLooks] = [2000, 15];

/** Watches the clock for as long as the server runs, and compares it with how an earlier run left it. */
export class ClockWatch {
  private timer: NodeJS.Timeout | null = null;
  private offset = 0;
  private looks = 0;

  /** @param server its name among the servers of a cluster; empty where it is the only one */
  constructor(
    private readonly db: Knex,
    private readonly log: Logger,
    private readonly server = '',
  ) {}

  async begin(): Promise<void> {
    await this.compare();
    this.offset = offsetNow();
    await this.mark();
    this.timer = setInterval(
      () => void this.look().catch((error: unknown) => this.notLooked(error)),
      lookEveryMs,
    );
    this.timer.unref();
  }

  end(): void {
    if (this.timer !== null) clearInterval(this.timer);
    this.timer = null;
  }

  /** @returns true where the clock has jumped since the last look */
  async look(): Promise<boolean> {
    const drift = offsetNow() - this.offset;
    const jumped = Math.abs(drift) > mostDrift;
    if (jumped) {
      await this.tell(drift);
      this.offset = offsetNow();
    }
    if (jumped || ++this.looks % markEveryLooks === 0) await this.mark();
    return jumped;
  }

  /** Nobody has watched while the server was down: what cannot be told is a jump. */
  private async compare(): Promise<void> {
    const mark = (await this.db('server_clocks').where({ server: this.server }).first()) as
      { wall: string; uptime: number; boot: string } | undefined;
    if (!mark) return;
    const wallGone = (serverClock.now().getTime() - Date.parse(isoOf(mark.wall))) / 1000;
    if (mark.boot !== serverClock.boot) return this.tell(wallGone);
    const drift = wallGone - (serverClock.uptime() - mark.uptime);
    if (Math.abs(drift) > mostDrift) await this.tell(drift);
  }

  /** A server that marked a moment which has not come here: one of the two clocks is wrong, and nobody can tell which. */
  private async compareWithOthers(): Promise<void> {
    const row = (await this.db('server_clocks')
      .whereNot({ server: this.server })
      .max({ wall: 'wall' })
      .first()) as { wall: string | null } | undefined;
    if (row?.wall == null) return;
    const ahead = (Date.parse(isoOf(row.wall)) - serverClock.now().getTime()) / 1000;
    if (ahead > mostDrift)
      await this.tell(-ahead, 'another server’s clock is ahead of this one: waits begin again');
  }

  private async tell(seconds: number, what = 'the clock has jumped: waits begin again'): Promise<void> {
    this.log.warn({ seconds: Math.round(seconds) }, what);
    await this.db('clock_jumps').insert({ jumped_at: storedOf(serverClock.now()), seconds });
  }

  private async mark(): Promise<void> {
    const row = { wall: storedOf(serverClock.now()), uptime: serverClock.uptime(), boot: serverClock.boot };
    await this.db('server_clocks')
      .insert({ server: this.server, ...row })
      .onConflict('server')
      .merge();
    await this.compareWithOthers();
  }

  private notLooked(error: unknown): void {
    this.log.debug({ err: error }, 'the clock could not be marked');
  }
}

const offsetNow = (): number => serverClock.now().getTime() / 1000 - serverClock.uptime();

/** The last time that the clock was found to have jumped, or null. */
export async function lastJump(db: Knex): Promise<string | null> {
  const row = (await db('clock_jumps').max({ at: 'jumped_at' }).first()) as { at: string | null } | undefined;
  return row?.at == null ? null : isoOf(row.at);
}
