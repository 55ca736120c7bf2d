/** What is read of jobs beside the record that is open: other bays, logbooks, reports as they came, the server's clock. */
import { inject, Injectable } from '@angular/core';
import type { Bay, LogEntry } from '@dormant-beacon/contract';
import { Client } from '../api';

/** Every call throws ApiProblem where nobody answers. */
@Injectable({ providedIn: 'root' })
export class RecordsDesk {
  private readonly client = inject(Client);

  /** The job of that number, or null where the shop has none. */
  async find(number: string): Promise<Bay | null> {
    const { bays } = await this.client.bays({ text: number });
    return bays.find((bay) => bay.number === number) ?? null;
  }

  /** The first page of the bays. */
  async bays(): Promise<readonly Bay[]> {
    return (await this.client.bays({})).bays;
  }

  logbook(jobId: string): Promise<{ entries: LogEntry[]; whole: boolean; flaw: string | null }> {
    return this.client.logbook(jobId);
  }

  reportText(jobId: string, scanId: string): Promise<string> {
    return this.client.reportText(jobId, scanId);
  }

  clock(): Promise<{ now: string; jumpedAt: string | null }> {
    return this.client.clock();
  }
}
