import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { ApiProblem, Client, type WriteRequest } from './client';
import { Outbox } from './outbox';
import { StoreRoom } from './store-room';

const request = (key: string): WriteRequest => ({ path: `/api/jobs/j/${key}`, key, personId: 'p', body: {} });

/** A server that can be switched off, and remembers what it took. */
class FakeClient {
  answer: 'ok' | 'gone' | 'refuses' = 'ok';
  readonly taken: string[] = [];
  write({ key }: WriteRequest): Promise<unknown> {
    if (this.answer === 'gone') return Promise.reject(new ApiProblem(0, 'The server does not answer.'));
    if (this.answer === 'refuses') return Promise.reject(new ApiProblem(409, 'The baseline comes first.'));
    this.taken.push(key);
    return Promise.resolve({ id: key, seq: this.taken.length });
  }
}

class FakeStoreRoom {
  readonly kept = new Map<number, WriteRequest>();
  private last = 0;
  waiting = () => Promise.resolve([...this.kept].map(([place, own]) => ({ place, request: own })));
  keep(own: WriteRequest): Promise<number> {
    this.kept.set(++this.last, own);
    return Promise.resolve(this.last);
  }
  drop(place: number): Promise<void> {
    this.kept.delete(place);
    return Promise.resolve();
  }
}

describe('Outbox', () => {
  let client: FakeClient;
  let room: FakeStoreRoom;
  let outbox: Outbox;

  beforeEach(() => {
    jasmine.clock().install();
    client = new FakeClient();
    room = new FakeStoreRoom();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: Client, useValue: client },
        { provide: StoreRoom, useValue: room },
      ],
    });
    outbox = TestBed.inject(Outbox);
  });
  afterEach(() => jasmine.clock().uninstall());

  const settle = async () => {
    for (let n = 0; n < 30; n++) await Promise.resolve();
  };

  it('saves, and keeps nothing on the device then', async () => {
    expect(await outbox.send(request('a'))).toEqual({ state: 'saved', answer: { id: 'a', seq: 1 } });
    expect(room.kept.size).toBe(0);
  });

  it('hands a refusal back and forgets the entry', async () => {
    client.answer = 'refuses';
    const sent = await outbox.send(request('a'));
    expect(sent.state === 'refused' && sent.problem.message).toBe('The baseline comes first.');
    expect(room.kept.size).toBe(0);
  });

  it('keeps entries while the server is away and sends them in order, later ones behind them', async () => {
    const later: string[] = [];
    outbox.onSavedLater((path) => later.push(path));
    client.answer = 'gone';
    expect((await outbox.send(request('a'))).state).toBe('waiting');
    client.answer = 'ok';
    expect((await outbox.send(request('b'))).state).toBe('waiting');
    expect(outbox.waiting()).toBe(2);
    jasmine.clock().tick(1600);
    await settle();
    expect(client.taken).toEqual(['a', 'b']);
    expect(outbox.waiting()).toBe(0);
    expect(later).toEqual(['/api/jobs/j/a', '/api/jobs/j/b']);
    expect(room.kept.size).toBe(0);
  });

  it('sends even where the device keeps nothing', async () => {
    room.keep = () => Promise.reject(new Error('no room'));
    room.drop = () => Promise.reject(new Error('no room'));
    expect((await outbox.send(request('a'))).state).toBe('saved');
  });

  it('takes up what an earlier visit left behind', async () => {
    await room.keep(request('old'));
    await outbox.resume();
    expect(outbox.waiting()).toBe(1);
    jasmine.clock().tick(1);
    await settle();
    expect(client.taken).toEqual(['old']);
  });

  it('says when an entry that waited was refused in the end, and goes on', async () => {
    client.answer = 'gone';
    await outbox.send(request('a'));
    client.answer = 'refuses';
    jasmine.clock().tick(1600);
    await settle();
    expect(outbox.refusal()).toBe('The baseline comes first.');
    expect(outbox.waiting()).toBe(0);
  });
});
