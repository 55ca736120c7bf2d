import { ChangeDetectionStrategy, Component, provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideStore, Store } from '@ngrx/store';
import { StoreRoom } from '../api';
import { PeopleEvents, peopleFeature } from '../session';
import { FakeStoreRoom, sessionOf, yuki } from '../testing/bench';
import { keepDraft } from './draft';

@Component({
  selector: 'db-probe',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '{{ draft.looked() }}',
})
class Probe {
  readonly about = signal('one');
  readonly name = signal('');
  readonly count = signal(1);
  /** Of a record that arrives anew and says the same. */
  readonly arrivals = signal(0);
  readonly draft = keepDraft(
    () => {
      this.arrivals();
      return this.about();
    },
    { name: this.name, count: this.count },
  );
}

describe('keepDraft', () => {
  let room: FakeStoreRoom;

  async function probe(drafts: Record<string, string> = {}) {
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [peopleFeature.name]: peopleFeature.reducer }),
        { provide: StoreRoom, useValue: (room = new FakeStoreRoom()) },
      ],
    });
    for (const [name, text] of Object.entries(drafts)) room.drafts.set(name, text);
    const store = TestBed.inject(Store);
    store.dispatch(PeopleEvents.sessionKnown({ session: sessionOf(yuki) }));
    const fixture = TestBed.createComponent(Probe);
    const settle = async () => {
      await fixture.whenStable();
      await Promise.resolve();
      await fixture.whenStable();
    };
    await settle();
    return { own: fixture.componentInstance, settle, store };
  }

  const draft = (name: string, count: number) =>
    JSON.stringify([
      ['name', name],
      ['count', count],
    ]);

  it('keeps what differs from the empty form, for that person, and nothing else', async () => {
    const { own, settle } = await probe();
    expect(room.drafts.size).toBe(0);
    own.name.set('half a word');
    await settle();
    expect([...room.drafts]).toEqual([['p one', draft('half a word', 1)]]);
    own.name.set('');
    await settle();
    expect(room.drafts.size).toBe(0);
  });

  it('puts back what was kept, also values that are no text', async () => {
    const { own } = await probe({ 'p one': draft('kept', 7), 'q one': draft('of someone else', 9) });
    expect([own.name(), own.count(), own.draft.looked()]).toEqual(['kept', 7, true]);
  });

  it('looks in another place where the form is about something else', async () => {
    const { own, settle } = await probe({ 'p two': draft('of two', 2) });
    expect(own.name()).toBe('');
    own.about.set('two');
    await settle();
    expect(own.name()).toBe('of two');
  });

  it('leaves alone what was typed before the draft was found', async () => {
    const { own, settle } = await probe();
    room.drafts.set('p two', draft('old', 1));
    own.name.set('typed');
    own.about.set('two');
    await settle();
    expect(own.name()).toBe('typed');
  });

  it('forgets after it was sent, and counts what was filled in from elsewhere as empty', async () => {
    const { own, settle } = await probe();
    own.name.set('from the record');
    own.draft.rebase();
    await settle();
    expect(room.drafts.size).toBe(0);
    own.count.set(2);
    await settle();
    expect(room.drafts.size).toBe(1);
    own.draft.clear();
    await settle();
    expect([own.name(), own.count(), room.drafts.size]).toEqual(['from the record', 1, 0]);
  });

  it('never puts back what was sent, however slow the device and whatever arrives meanwhile', async () => {
    const { own, settle } = await probe();
    own.name.set('typed');
    await settle();
    const kept = room.drafts.get('p one')!;
    let found = (_: string) => undefined as void;
    spyOn(room, 'draft').and.callFake(() => new Promise((resolve) => (found = resolve)));
    own.arrivals.set(1);
    await settle();
    own.about.set('two');
    await settle();
    own.about.set('one');
    await settle();
    own.draft.clear();
    found(kept);
    await settle();
    expect([own.name(), room.drafts.size, own.draft.looked()]).toEqual(['', 0, true]);
  });

  it('looks once, not whenever a record arrives that says the same', async () => {
    const { own, settle } = await probe();
    const looks = spyOn(room, 'draft').and.callThrough();
    own.arrivals.set(1);
    await settle();
    own.arrivals.set(2);
    await settle();
    expect(looks).not.toHaveBeenCalled();
  });
});
