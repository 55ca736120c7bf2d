/** A simulated car: opened with a hidden fault, read, traced and measured through the server. */
import { inject, Injectable } from '@angular/core';
import type {
  CarLine,
  CarMemory,
  CarPart,
  CarParts,
  CarReading,
  CarReport,
  Difficulty,
  Hint,
  Overridden,
  PracticeCars,
  PracticeCases,
  PracticeEnd,
} from '@dormant-beacon/contract';
import { Store } from '@ngrx/store';
import { CarLink, Client, newId } from '../api';
import { jobFeature } from '../job';

/** Every call throws ApiProblem where it is refused or nobody answers. */
@Injectable({ providedIn: 'root' })
export class SimulatedDesk {
  private readonly client = inject(Client);
  private readonly jobId = inject(Store).selectSignal(jobFeature.selectJobId);

  /** @returns the id of the job */
  async open(wanted: { difficulty: Difficulty } | { case: string }): Promise<string> {
    const jobId = newId();
    await this.client.openPractice({ jobId, vehicleId: newId(), ...wanted });
    return jobId;
  }

  /** The latest simulated cars; of everyone, where the lead asks. */
  cars(): Promise<PracticeCars['cars']> {
    return this.client.practiceCars();
  }

  /** Cases that were written. */
  cases(): Promise<PracticeCases['cases']> {
    return this.client.practiceCases();
  }

  report(adapter: 'usual' | 'other'): Promise<CarReport> {
    return this.client.carReport(this.jobId()!, adapter);
  }

  hint(number: number): Promise<Hint> {
    return this.client.askHint(this.jobId()!, number);
  }

  /** A test that is refused, done all the same. */
  override(traceId: string, test: string): Promise<Overridden> {
    return this.client.override(this.jobId()!, { traceId, test });
  }

  /** Live values; the caller closes it. */
  link(): CarLink {
    return new CarLink(this.jobId()!);
  }

  parts(): Promise<CarParts> {
    return this.client.carParts(this.jobId()!);
  }

  part(target: string): Promise<CarPart> {
    return this.client.carPart(this.jobId()!, target);
  }

  reading(traceId: string, test: string): Promise<CarReading> {
    return this.client.carReading(this.jobId()!, traceId, test);
  }

  line(codingId: string, line: string): Promise<CarLine> {
    return this.client.carLine(this.jobId()!, codingId, line);
  }

  /** @param write the image that is written before it is read; null where it is read alone */
  memory(codingId: string, write: string | null): Promise<CarMemory> {
    return this.client.carMemory(this.jobId()!, codingId, write);
  }

  end(): Promise<PracticeEnd> {
    return this.client.practiceEnd(this.jobId()!);
  }
}
