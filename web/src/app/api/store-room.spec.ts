import { deleteDB, openDB } from 'idb';
import { type KeptRequest, StoreRoom } from './store-room';

const request = (key: string, more: Partial<KeptRequest> = {}): KeptRequest => ({
  path: '/api/jobs/j/notes',
  key,
  personId: 'p',
  body: { n: key },
  ...more,
});

describe('StoreRoom', () => {
  const fresh = () => deleteDB('dormant-beacon', { blocked: () => undefined });
  const close = async (room: StoreRoom) =>
    (await (room as unknown as { opened: Promise<IDBDatabase> | null }).opened)?.close();
  let room: StoreRoom;
  beforeEach(async () => {
    await fresh();
    room = new StoreRoom();
  });
  afterEach(async () => {
    await close(room);
    await fresh();
  });

  it('gives entries back in the order in which they were made, each once, whatever became of it', async () => {
    for (const key of ['b', 'a', 'c']) await room.keep(request(key));
    await room.keep(request('a', { refused: 'It is not safe.' }));
    expect((await room.waiting()).map(({ key, refused }) => [key, refused ?? null])).toEqual([
      ['a', 'It is not safe.'],
      ['b', null],
      ['c', null],
    ]);
    await room.drop('b');
    await room.drop('never there');
    expect((await room.waiting()).map(({ key }) => key)).toEqual(['a', 'c']);
  });

  it('keeps a draft under its name, and nothing of one that is empty again', async () => {
    await room.saveDraft('constructor', 'typed');
    expect(await room.draft('constructor')).toBe('typed');
    await room.saveDraft('constructor', '');
    expect([await room.draft('constructor'), await room.draft('toString')]).toEqual(['', '']);
  });

  it('takes over what an earlier version has kept', async () => {
    const old = await openDB('dormant-beacon', 1, {
      upgrade(db) {
        db.createObjectStore('outbox', { autoIncrement: true });
        db.createObjectStore('drafts');
      },
    });
    await old.add('outbox', request('k1'));
    await old.put('drafts', 'half a word', 'p beacon');
    old.close();
    expect((await room.waiting()).map(({ key }) => key)).toEqual(['k1']);
    expect(await room.draft('p beacon')).toBe('half a word');
  });

  it('opens a store later that could not be opened at first', async () => {
    const later = await openDB('dormant-beacon', 9);
    later.close();
    await expectAsync(room.keep(request('x'))).toBeRejected();
    await fresh();
    await room.keep(request('x'));
    expect((await room.waiting()).length).toBe(1);
  });
});
