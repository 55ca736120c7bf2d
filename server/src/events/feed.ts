/**
 * Tells open streams which jobs have moved. It asks the database, so that every server behind one address hears of
 * every write; in the order of the database's own sequence, so that no clock matters.
 */
import type { Bay, Moved } from '@dormant-beacon/contract';
import type { Knex } from 'knex';
import { changesIn } from '../database/change-order.js';
import { standingSessions } from '../accounts/sessions.js';

export interface Listener {
  /** The session that listens. */
  readonly tokenHash: string;
  moved(event: Moved): void;
  /** Too much has changed to send row by row: read everything again. */
  readAgain(): void;
  /** The session is over. */
  end(): void;
}

/** How far before the last change is looked again, for writes that took their number early and were committed late. */
const overlap = changesIn(60);
/** The same for a stream that resumes: what it saw already it is told once more. */
const resumeOverlap = changesIn(15);
/** Of those the latest, at most. */
const mostRecent = 4000;
/** Jobs sent one by one, at most. */
export const mostTold = 500;
const askEveryMs = 700;
/** Sessions are checked once in so many polls. */
const sessionsEvery = 3;

interface Changed {
  readonly job_id: string;
  readonly seq: number;
  readonly change_no: number;
}

export class Feed {
  private readonly listeners = new Set<Listener>();
  /** The last change of each job that was told, as far back as one is looked for. */
  private readonly told = new Map<string, number>();
  private last: number | null = null;
  private timer: NodeJS.Timeout | null = null;
  private asking: Promise<void> | null = null;
  private askAgain = false;
  private asked = 0;
  /** True while more has changed within the overlap than is looked at: what was committed late may be missed then. */
  private crowded = false;

  constructor(private readonly db: Knex) {}

  /** Adds a listener; returns how to remove it. */
  async listen(listener: Listener): Promise<() => void> {
    if (this.last === null) await this.start();
    this.listeners.add(listener);
    this.timer ??= setInterval(() => this.wake(), askEveryMs);
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size === 0) this.rest();
    };
  }

  get open(): number {
    return this.listeners.size;
  }

  /** This server has written: no need to wait for the next question. */
  wake(): void {
    if (this.listeners.size === 0) return;
    if (this.asking) this.askAgain = true;
    else
      this.asking = this.ask().finally(() => {
        this.asking = null;
        if (!this.askAgain) return;
        this.askAgain = false;
        this.wake();
      });
  }

  /** Somebody has signed out: their streams end at once. */
  signedOut(): void {
    void this.endSessions();
  }

  /** Ends every stream. */
  stop(): void {
    for (const listener of this.listeners) listener.end();
    this.listeners.clear();
    this.rest();
  }

  /** Every job that has moved since an event that a stream saw last; null where there are too many to be told. */
  async movedSince(jobId: string, seq: number): Promise<Moved[] | null> {
    const seen = (await this.db('logbook').where({ job_id: jobId, seq }).first('change_no')) as
      { change_no: number } | undefined;
    if (!seen) return null;
    const rows = await this.changedAfter(Number(seen.change_no) - resumeOverlap, mostTold + 2);
    const missed = rows.filter((row) => row.job_id !== jobId || row.seq > seq);
    return missed.length > mostTold ? null : this.eventsOf(missed);
  }

  private rest(): void {
    if (this.timer) clearInterval(this.timer);
    this.timer = null;
    this.last = null;
    this.crowded = false;
    this.told.clear();
  }

  private async start(): Promise<void> {
    const [row] = (await this.db('job_summaries').max({ last: 'change_no' })) as { last: number | null }[];
    const last = Number(row?.last ?? 0);
    for (const changed of await this.changedAfter(last - overlap, mostRecent))
      this.told.set(changed.job_id, Number(changed.change_no));
    this.last = last;
  }

  private async ask(): Promise<void> {
    try {
      const from = this.last ?? 0;
      const rows = await this.changedAfter(from - overlap, mostRecent);
      const fresh = rows.filter((row) => Number(row.change_no) > (this.told.get(row.job_id) ?? -1));
      for (const row of fresh) this.told.set(row.job_id, Number(row.change_no));
      const last = Math.max(from, ...fresh.map((row) => Number(row.change_no)));
      if (last > from) this.forget(last - overlap);
      this.last = last;
      const [was, is] = [this.crowded, rows.length === mostRecent];
      this.crowded = is;
      if (fresh.length > mostTold || (was && !is))
        for (const listener of this.listeners) listener.readAgain();
      else
        for (const event of await this.eventsOf(fresh))
          for (const listener of this.listeners) listener.moved(event);
      if (++this.asked % sessionsEvery === 0) await this.endSessions();
    } catch {
      // The database is away: the next question will tell what was missed.
    }
  }

  private forget(below: number): void {
    for (const [jobId, changeNo] of this.told) if (changeNo < below) this.told.delete(jobId);
  }

  private async endSessions(): Promise<void> {
    const listening = [...this.listeners];
    if (listening.length === 0) return;
    const standing = await standingSessions(
      this.db,
      listening.map(({ tokenHash }) => tokenHash),
    ).catch(() => null);
    if (standing === null) return;
    for (const listener of listening) if (!standing.has(listener.tokenHash)) listener.end();
  }

  /** The latest of them, earliest first. */
  private async changedAfter(changeNo: number, limit: number): Promise<Changed[]> {
    const rows = (await this.db('job_summaries')
      .where('change_no', '>', Math.max(0, changeNo))
      .orderBy('change_no', 'desc')
      .limit(limit)
      .select('job_id', 'seq', 'change_no')) as Changed[];
    return rows.reverse();
  }

  private async eventsOf(rows: readonly Changed[]): Promise<Moved[]> {
    if (rows.length === 0) return [];
    const bays = (await this.db('job_summaries')
      .whereIn(
        'job_id',
        rows.map((row) => row.job_id),
      )
      .orderBy('change_no')
      .select('job_id', 'seq', 'bay')) as { job_id: string; seq: number; bay: string }[];
    return bays.map((row) => ({ jobId: row.job_id, seq: row.seq, bay: JSON.parse(row.bay) as Bay }));
  }
}
