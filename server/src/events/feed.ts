/** Tells open streams which jobs have moved. It asks the database, so that every server behind one address hears of every write. */
import type { Bay, Moved } from '@dormant-beacon/contract';
import type { Knex } from 'knex';

export interface Listener {
  moved(event: Moved): void;
}

/** Rows that changed this long ago are read again, for writes that were committed later than they began. */
const overlapSeconds = 12;
const askEveryMs = 700;

interface SummaryRow {
  readonly job_id: string;
  readonly seq: number;
  readonly bay: string;
  readonly changed_at: string;
}

export class Feed {
  private readonly listeners = new Set<Listener>();
  private readonly told = new Map<string, number>();
  private since: string | null = null;
  private timer: NodeJS.Timeout | null = null;
  private asking = false;

  constructor(private readonly db: Knex) {}

  /** Adds a listener; returns how to remove it. */
  async listen(listener: Listener): Promise<() => void> {
    if (this.since === null) await this.start();
    this.listeners.add(listener);
    this.timer ??= setInterval(() => void this.ask(), askEveryMs);
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size === 0) this.stop();
    };
  }

  /** This server has written: no need to wait for the next question. */
  wake(): void {
    if (this.listeners.size > 0) void this.ask();
  }

  stop(): void {
    if (this.timer) clearInterval(this.timer);
    this.timer = null;
    this.since = null;
    this.told.clear();
  }

  /** Every job that has moved since an event that a stream saw last, its writes' overlap included. */
  async movedSince(jobId: string, seq: number): Promise<Moved[]> {
    const seen = (await this.db('logbook').where({ job_id: jobId, seq }).first('recorded_at')) as
      { recorded_at: string } | undefined;
    if (!seen) return [];
    const rows = await this.changedSince(seen.recorded_at);
    return rows.filter((row) => row.job_id !== jobId || row.seq > seq).map(movedOf);
  }

  private async start(): Promise<void> {
    const [[{ now }]] = (await this.db.raw('SELECT CURRENT_TIMESTAMP(6) AS now')) as [[{ now: string }]];
    for (const row of await this.changedSince(now)) this.told.set(row.job_id, row.seq);
    this.since = now;
  }

  private async ask(): Promise<void> {
    if (this.asking || this.since === null) return;
    this.asking = true;
    try {
      for (const row of await this.changedSince(this.since)) {
        if (row.changed_at > this.since) this.since = row.changed_at;
        if ((this.told.get(row.job_id) ?? -1) >= row.seq) continue;
        this.told.set(row.job_id, row.seq);
        const event = movedOf(row);
        for (const listener of this.listeners) listener.moved(event);
      }
    } catch {
      // The database is away: the next question will tell what was missed.
    } finally {
      this.asking = false;
    }
  }

  private async changedSince(moment: string): Promise<SummaryRow[]> {
    return (await this.db('job_summaries')
      .whereRaw('changed_at >= ? - INTERVAL ? SECOND', [moment, overlapSeconds])
      .orderBy('changed_at')
      .select('job_id', 'seq', 'bay', 'changed_at')) as SummaryRow[];
  }
}

function movedOf(row: SummaryRow): Moved {
  return { jobId: row.job_id, seq: row.seq, bay: JSON.parse(row.bay) as Bay };
}
