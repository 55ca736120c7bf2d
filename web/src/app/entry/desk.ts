/** Where entries are made: each gets its id, its time and its person, and goes through the outbox. */
import { inject, Injectable } from '@angular/core';
import type { Entered, FactData, FactKind } from '@dormant-beacon/contract';
import { imagePieceBytes } from '@dormant-beacon/contract/headers';
import type { JobHead, VehicleData } from '@dormant-beacon/core/record';
import { Store } from '@ngrx/store';
import { ApiProblem, Client, newId, Outbox, type Sent, type WriteRequest } from '../api';
import { peopleFeature } from '../session';
import { JobEvents, jobFeature } from '../job';
import type { Stamp } from './entry-form';

/** From the first tap’s answer to the second tap, of a hand in a glove. */
const doubleTapMs = 800;

const nobodyHere: Sent<never> = {
  state: 'refused',
  problem: new ApiProblem(401, 'Sign in first: every entry names the person who makes it.'),
};

type SendMore = Partial<Pick<WriteRequest, 'method' | 'seen' | 'bytes' | 'key' | 'seenEntry'>>;

@Injectable({ providedIn: 'root' })
export class Desk {
  private readonly outbox = inject(Outbox);
  private readonly client = inject(Client);
  private readonly store = inject(Store);
  /** The address of each entry that is saved after it had to wait. */
  readonly savedLater = this.outbox.savedLater;
  /** What waits on this device to be sent, of the person who is here. */
  readonly pending = this.outbox.pending;
  private readonly personId = this.store.selectSignal(peopleFeature.selectPersonId);
  private readonly record = this.store.selectSignal(jobFeature.selectRecord);
  private readonly jobId = this.store.selectSignal(jobFeature.selectJobId);
  /** The last entry that this page has made in each job: it has seen that one, though the record may not show it yet. */
  private readonly ownSeqs = new Map<string, number>();

  /**
   * Enters a fact in the job on the bench; a second tap on what is just being entered is the same entry.
   * @param stamp of the form that it was typed in: sent again, it is the same entry
   */
  enter<K extends FactKind>(
    kind: K,
    data: FactData<K>,
    corrects?: string | null,
    stamp?: Pick<Stamp, 'id' | 'observedAt' | 'seenEntry'>,
  ): Promise<Sent<Entered>> {
    const { id, observedAt } = stamp ?? { id: newId(), observedAt: new Date().toISOString() };
    return this.once([kind, data, corrects, stamp?.id], () =>
      this.write(
        kind,
        { id, observedAt, ...(corrects ? { corrects } : {}), data },
        {
          ...(stamp ? { key: stamp.id } : {}),
          ...(stamp?.seenEntry == null ? {} : { seenEntry: Math.max(stamp.seenEntry, this.lastOwn()) }),
        },
      ),
    );
  }

  /** The answer to the same question while it is on its way, and for as long as a double tap takes. */
  private once(asked: unknown, send: () => Promise<Sent<Entered>>): Promise<Sent<Entered>> {
    const key = JSON.stringify([this.personId(), this.jobId(), asked]);
    const going = this.underWay.get(key);
    if (going) return going;
    const sent = send();
    this.underWay.set(key, sent);
    const forget = () => this.underWay.delete(key);
    void sent.then(({ state }) => (state === 'refused' ? forget() : setTimeout(forget, doubleTapMs)), forget);
    return sent;
  }
  private readonly underWay = new Map<string, Promise<Sent<Entered>>>();

  /**
   * Confirms a step of making safe. It goes to the server now or not at all: what waits on this device would be
   * counted from a moment at which nobody looked.
   */
  async confirm(data: FactData<'safeties'>): Promise<Sent<Entered>> {
    const [personId, jobId] = [this.personId(), this.jobId()!];
    if (personId === null) return nobodyHere;
    const body = { id: newId(), observedAt: new Date().toISOString(), data };
    try {
      const answer = await this.client.write<Entered>({
        path: `/api/jobs/${jobId}/safeties`,
        key: newId(),
        personId,
        body,
      });
      this.moved(jobId, answer.seq);
      return { state: 'saved', answer };
    } catch (error) {
      const problem = error instanceof ApiProblem ? error : new ApiProblem(0, 'The server does not answer.');
      return {
        state: 'refused',
        problem: problem.passing
          ? new ApiProblem(
              problem.status,
              'Not confirmed: the server has not answered. It counts only once the server has it; confirm it again.',
            )
          : problem,
      };
    }
  }

  /** Enters a reading: it shows at once, and goes again where it is refused. */
  enterReading(data: FactData<'readings'>): Promise<Sent<Entered>> {
    return this.once(['readings', data], () => this.readingEntered(data));
  }

  private async readingEntered(data: FactData<'readings'>): Promise<Sent<Entered>> {
    const [id, observedAt, record] = [newId(), new Date().toISOString(), this.record()!];
    const stamp = {
      id,
      observedAt,
      recordedAt: observedAt,
      personId: this.personId() ?? '',
      seq: record.seq + 1,
    };
    this.store.dispatch(
      JobEvents.readingEntered({ reading: { ...stamp, corrects: null, withdrawn: false, ...data } }),
    );
    const sent = await this.write(
      'readings',
      { id, observedAt, data },
      { seenEntry: Math.max(record.seq, this.lastOwn()) },
    );
    if (sent.state === 'refused') this.store.dispatch(JobEvents.missedSomething());
    return sent;
  }

  /** Takes an entry back by a correcting one; of the job on the bench, unless another is named. */
  withdraw(factId: string, jobId = this.jobId()!): Promise<Sent<Entered>> {
    const body = { id: newId(), observedAt: new Date().toISOString(), withdraws: factId };
    return this.write('withdrawals', body, {}, jobId);
  }

  /** Opens a job; its id is known at once, so that one may go on without the server. */
  async openJob(
    head: JobHead,
    vehicle: VehicleData,
    stamp?: Stamp,
  ): Promise<{ jobId: string; sent: Sent<{ number: string }> }> {
    const [jobId, vehicleId] = [stamp?.id ?? newId(), stamp?.of(1).id ?? newId()];
    const sent = await this.send<{ number: string }>(
      '/api/jobs',
      { jobId, vehicleId, head, vehicle },
      stamp ? { key: stamp.id } : {},
    );
    return { jobId, sent };
  }

  /** Changes the head of the job on the bench, as it was seen at `seen`. */
  async changeHead(
    seen: number,
    head: JobHead,
    vehicle: VehicleData,
  ): Promise<Sent<{ revision: number; seq: number }>> {
    const jobId = this.jobId()!;
    const sent = await this.send<{ revision: number; seq: number }>(
      `/api/jobs/${jobId}/head`,
      { head, vehicle },
      { method: 'PUT', seen },
    );
    if (sent.state === 'saved') this.moved(jobId, sent.answer.seq);
    return sent;
  }

  /** Keeps a photo's bytes, then enters what they show. */
  async enterPhoto(bytes: Blob, data: Omit<FactData<'photos'>, 'attachmentId'>): Promise<Sent<Entered>> {
    const attachmentId = newId();
    const path = `/api/jobs/${this.jobId()!}/attachments/${attachmentId}`;
    const kept = await this.send(path, null, { method: 'PUT', bytes });
    if (kept.state === 'refused') return kept;
    return this.enter('photos', { ...data, attachmentId });
  }

  /** Keeps a file in its pieces, then enters what it is. A merged image is made by the server; it has none to send. */
  async enterImage(
    file: Uint8Array,
    data: Omit<FactData<'coding-images'>, 'imageId' | 'bytes'>,
  ): Promise<Sent<Entered>> {
    const imageId = newId();
    if (data.role !== 'merged')
      for (let piece = 0; piece * imagePieceBytes < file.length; piece++) {
        const bytes = new Blob(
          [new Uint8Array(file.subarray(piece * imagePieceBytes, (piece + 1) * imagePieceBytes))],
          { type: 'application/octet-stream' },
        );
        const path = `/api/jobs/${this.jobId()!}/images/${imageId}/${piece}`;
        const kept = await this.send(path, null, { method: 'PUT', bytes });
        if (kept.state === 'refused') return kept;
      }
    return this.enter('coding-images', { ...data, imageId, bytes: file.length });
  }

  private lastOwn(): number {
    return this.ownSeqs.get(this.jobId() ?? '') ?? 0;
  }

  private moved(jobId: string, seq: number): void {
    this.store.dispatch(JobEvents.moved({ event: { jobId, seq } }));
  }

  private async write(
    kind: string,
    body: unknown,
    more: SendMore = {},
    jobId = this.jobId()!,
  ): Promise<Sent<Entered>> {
    const sent = await this.send<Entered>(`/api/jobs/${jobId}/${kind}`, body, more);
    if (sent.state === 'saved') {
      this.ownSeqs.set(jobId, sent.answer.seq);
      this.moved(jobId, sent.answer.seq);
    }
    return sent;
  }

  /** Through the outbox, in the name of the person who is signed in; refused where none is. */
  private async send<A>(path: string, body: unknown, more: SendMore = {}): Promise<Sent<A>> {
    const personId = this.personId();
    if (personId === null) return nobodyHere;
    return this.outbox.send<A>({ path, key: newId(), personId, body, ...more });
  }
}
