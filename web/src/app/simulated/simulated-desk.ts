/** A simulated car: opened with a hidden fault, read, traced and measured through the server. */
import { computed, inject, Injectable, signal } from '@angular/core';
import type {
  CarBeside,
  CarLine,
  CarMemory,
  CarPart,
  CarParts,
  CarReading,
  CarReport,
  Drive,
  Driven,
  Hint,
  Overridden,
  PracticeCars,
  PracticeCases,
  PracticeEnd,
} from '@dormant-beacon/contract';
import type { Difficulty } from '@dormant-beacon/core/practice';
import type { Trial } from '@dormant-beacon/contract/link';
import { Store } from '@ngrx/store';
import { CarLink, Client, newId } from '../api';
import { jobFeature } from '../job';

/** Every call throws ApiProblem where it is refused or nobody answers. */
@Injectable({ providedIn: 'root' })
export class SimulatedDesk {
  private readonly client = inject(Client);
  private readonly jobId = inject(Store).selectSignal(jobFeature.selectJobId);
  private readonly begun = signal<{ readonly jobId: string; readonly trial: Trial } | null>(null);
  /** What is done to the car of this job while it is read and measured; null: nothing. */
  readonly trial = computed(() => (this.begun()?.jobId === this.jobId() ? this.begun()!.trial : null));

  provoke(trial: Trial | null): void {
    this.begun.set(trial === null ? null : { jobId: this.jobId()!, trial });
  }

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
    return this.client.carReport(this.jobId()!, adapter, this.trial());
  }

  /** By battery tester and thermometer. */
  beside(): Promise<CarBeside> {
    return this.client.carBeside(this.jobId()!, this.trial());
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
    return this.client.carReading(this.jobId()!, traceId, test, this.trial());
  }

  line(codingId: string, line: string): Promise<CarLine> {
    return this.client.carLine(this.jobId()!, codingId, line);
  }

  /** @param step null: the volts that the procedure asks for */
  step(codingId: string, procedure: string, step: string | null): Promise<CarLine> {
    return this.client.carStep(this.jobId()!, codingId, procedure, step);
  }

  /** Nothing of it stays until it is entered. */
  drive(drive: Drive): Promise<Driven> {
    return this.client.drive(this.jobId()!, drive);
  }

  /** @param write the image that is written before it is read; null where it is read alone */
  memory(codingId: string, write: string | null): Promise<CarMemory> {
    return this.client.carMemory(this.jobId()!, codingId, write);
  }

  end(): Promise<PracticeEnd> {
    return this.client.practiceEnd(this.jobId()!);
  }
}
