/** The typed client: one function an endpoint; every failure is an `ApiProblem`. */
import { Injectable } from '@angular/core';
import type { Bays, LogEntry, Problem } from '@dormant-beacon/contract';
import { idempotencyHeader, personHeader } from '@dormant-beacon/contract';
import type { JobRecord, Person } from '@dormant-beacon/core/job';

export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly path: string | undefined = undefined,
    readonly current: unknown = undefined,
  ) {
    super(detail);
  }

  /** The server or its database is away: the same request may go through later. */
  get passing(): boolean {
    return this.status === 0 || this.status === 502 || this.status === 503 || this.status === 504;
  }
}

/** One write as it is sent, and sent again. */
export interface WriteRequest {
  readonly path: string;
  readonly key: string;
  readonly personId: string;
  readonly body: unknown;
}

@Injectable({ providedIn: 'root' })
export class Client {
  /** A page of the bays; `text` narrows it on the server, and finds jobs that are done too. */
  bays({ after = null, text = '' }: { after?: string | null; text?: string } = {}): Promise<Bays> {
    const query = new URLSearchParams({ limit: '200' });
    if (after !== null) query.set('after', after);
    if (text !== '') {
      query.set('text', text);
      query.set('all', '1');
    }
    return this.get(`/api/bays?${query.toString()}`);
  }

  async people(): Promise<Person[]> {
    return (await this.get<{ people: Person[] }>('/api/people')).people;
  }

  job(jobId: string): Promise<JobRecord> {
    return this.get(`/api/jobs/${jobId}`);
  }

  logbook(jobId: string): Promise<{ entries: LogEntry[]; whole: boolean }> {
    return this.get(`/api/jobs/${jobId}/logbook`);
  }

  async reportText(jobId: string, scanId: string): Promise<string> {
    return (await this.get<{ text: string }>(`/api/jobs/${jobId}/scans/${scanId}/text`)).text;
  }

  addPerson(person: Person): Promise<Person> {
    return this.send('/api/people', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(person),
    });
  }

  write<A>({ path, key, personId, body }: WriteRequest): Promise<A> {
    return this.send(path, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', [idempotencyHeader]: key, [personHeader]: personId },
      body: JSON.stringify(body),
    });
  }

  private get<A>(path: string): Promise<A> {
    return this.send(path, { headers: { Accept: 'application/json' } });
  }

  private async send<A>(path: string, init: RequestInit): Promise<A> {
    let response: Response;
    try {
      response = await fetch(path, { ...init, signal: AbortSignal.timeout(15_000) });
    } catch {
      throw new ApiProblem(0, 'The server does not answer.');
    }
    if (response.ok) return (await response.json()) as A;
    const problem = (await response.json().catch(() => null)) as Problem | null;
    throw new ApiProblem(
      response.status,
      problem?.detail ?? `The server answered ${response.status}.`,
      problem?.path,
      problem?.current,
    );
  }
}
