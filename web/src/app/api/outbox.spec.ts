import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { ApiProblem, Client, type WriteRequest } from './client';
import { Outbox } from './outbox';
import { type KeptRequest, StoreRoom } from './store-room';

const request = (key: string, personId = 'p'): WriteRequest => ({
  path: `/api/jobs/j/${key}`,
  key,
  personId,
  body: {},
});

/** A server that can be switched off, and remembers what it took. */
class FakeClient {
  answer: 'ok' | 'gone' | 'refuses' | 'knows-nobody' = 'ok';
  readonly taken: string[] = [];
  write({ key }: WriteRequest): Promise<unknown> {
    if (this.answer === 'gone') return Promise.reject(new ApiProblem(0, 'The server does not answer.'));
    if (this.answer === 'refuses') return Promise.reject(new ApiProblem(409, 'The baseline comes first.'));
    if (this.answer === 'knows-nobody') return Promise.reject(new ApiProblem(401, 'Sign in first.'));
    this.taken.push(key);
    return Promise.resolve({ id: key, seq: this.taken.length });
  }
}

/** A device’s store that can be full. */
class FakeStoreRoom {
  readonly kept = new Map<string, KeptRequest>();
  full: () => boolean = () => false;
  hangs = false;
  waiting = () => Promise.resolve([...this.kept.values()]);
  keep(own: KeptRequest): Promise<void> {
    if (this.full()) return Promise.reject(new Error('no room'));
    this.kept.set(own.key, own);
    return this.hangs ? new Promise(() => undefined) : Promise.resolve();
  }
  drop(key: string): Promise<void> {
    if (this.hangs) return new Promise(() => undefined);
    if (this.full()) return Promise.reject(new Error('no room'));
    this.kept.delete(key);
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
    outbox.personIs('p');
  });
  afterEach(() => jasmine.clock().uninstall());

  const settle = async () => {
    for (let n = 0; n < 90; n++) await Promise.resolve();
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
    outbox.savedLater.subscribe((path) => later.push(path));
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

  it('sends even where the device never says whether it has kept the entry', async () => {
    room.hangs = true;
    const sent = outbox.send(request('a'));
    for (let n = 0; n < 2; n++) {
      await settle();
      jasmine.clock().tick(3100);
    }
    expect((await sent).state).toBe('saved');
    expect(client.taken).toEqual(['a']);
  });

  it('sends even where the device keeps nothing', async () => {
    room.full = () => true;
    expect((await outbox.send(request('a'))).state).toBe('saved');
  });

  it('loses none of several entries on a device that keeps nothing, and says so until it can keep them', async () => {
    room.full = () => true;
    client.answer = 'gone';
    for (const key of ['a', 'b', 'c']) expect((await outbox.send(request(key))).state).toBe('waiting');
    expect([outbox.waiting(), outbox.onlyHere()]).toEqual([3, 3]);
    room.full = () => false;
    jasmine.clock().tick(1600);
    await settle();
    // The server is still away; what was tried first is on the device now.
    expect([outbox.waiting(), outbox.onlyHere(), room.kept.size]).toEqual([3, 2, 1]);
    client.answer = 'ok';
    jasmine.clock().tick(1600);
    await settle();
    expect(client.taken).toEqual(['a', 'b', 'c']);
    expect([outbox.waiting(), room.kept.size]).toEqual([0, 0]);
  });

  it('sends every entry exactly once in the end, whatever fails meanwhile, in two hundred drawn weeks', async () => {
    for (let seed = 1; seed <= 200; seed++) {
      let state = seed;
      const chance = (share: number) => (state = (state * 48271) % 2147483647) / 2147483647 < share;
      const before = client.taken.length;
      room.full = () => chance(0.3);
      const made: string[] = [];
      for (let n = 0; n < 12; n++) {
        client.answer = chance(0.5) ? 'gone' : 'ok';
        const key = `${seed}-${n}`;
        made.push(key);
        await outbox.send(request(key));
        if (chance(0.3)) {
          jasmine.clock().tick(1600);
          await settle();
        }
      }
      client.answer = 'ok';
      for (let n = 0; n < 3; n++) {
        jasmine.clock().tick(1600);
        await settle();
      }
      expect(client.taken.slice(before)).withContext(`seed ${seed}`).toEqual(made);
      expect(outbox.waiting()).withContext(`seed ${seed}`).toBe(0);
    }
  });

  it('takes up what an earlier visit left behind', async () => {
    await room.keep(request('old'));
    await outbox.resume();
    expect(outbox.waiting()).toBe(1);
    jasmine.clock().tick(1);
    await settle();
    expect(client.taken).toEqual(['old']);
  });

  it('keeps what was refused in the end, until its person sends it again or forgets it', async () => {
    client.answer = 'gone';
    await outbox.send(request('a'));
    await outbox.send(request('b'));
    client.answer = 'refuses';
    jasmine.clock().tick(1600);
    await settle();
    expect(outbox.waiting()).toBe(0);
    expect(outbox.refused().map(({ request: kept }) => kept.refused)).toEqual([
      'The baseline comes first.',
      'The baseline comes first.',
    ]);
    expect(room.kept.size).toBe(2);
    client.answer = 'ok';
    const [first, second] = outbox.refused();
    await outbox.tryAgain(first!);
    jasmine.clock().tick(1);
    await settle();
    expect(client.taken).toEqual(['a']);
    await outbox.discard(second!);
    expect([outbox.refused().length, room.kept.size]).toEqual([0, 0]);
  });

  it('lets the entries of one person wait while another is here, and sends them when they come back', async () => {
    client.answer = 'gone';
    await outbox.send(request('a1'));
    outbox.personIs('q');
    client.answer = 'ok';
    expect(await outbox.send(request('b1', 'q'))).toEqual(jasmine.objectContaining({ state: 'saved' }));
    jasmine.clock().tick(1600);
    await settle();
    expect(client.taken).toEqual(['b1']);
    expect([outbox.waiting(), outbox.waitingOthers()]).toEqual([0, ['p']]);
    outbox.personIs('p');
    jasmine.clock().tick(1);
    await settle();
    expect(client.taken).toEqual(['b1', 'a1']);
    expect(outbox.waitingOthers()).toEqual([]);
  });

  it('keeps an entry whose session is over, and says that nobody is known', async () => {
    let told = 0;
    outbox.personUnknown.subscribe(() => (told += 1));
    client.answer = 'knows-nobody';
    expect((await outbox.send(request('a'))).state).toBe('waiting');
    expect(told).toBe(1);
    outbox.personIs(null);
    client.answer = 'ok';
    outbox.personIs('p');
    jasmine.clock().tick(1600);
    await settle();
    expect(client.taken).toEqual(['a']);
  });
});
