import { TestBed } from '@angular/core/testing';
import { Events } from './events';

/** The server's stream, as a browser opens it. */
class FakeSource extends EventTarget {
  static readonly opened: FakeSource[] = [];
  closed = false;
  onopen: (() => void) | null = null;
  onerror: (() => void) | null = null;
  constructor(readonly address: string) {
    super();
    FakeSource.opened.push(this);
  }
  close(): void {
    this.closed = true;
  }
}

describe('Events', () => {
  const own = window.EventSource;
  const tab = () => TestBed.runInInjectionContext(() => new Events());
  /** Locks and messages between tabs take a turn of the browser. */
  const settled = () => new Promise((resolve) => setTimeout(resolve, 60));
  /** On a busy machine it takes several. */
  const until = async (is: () => boolean) => {
    for (let n = 0; n < 50 && !is(); n++) await settled();
  };
  const open = () => FakeSource.opened.filter(({ closed }) => !closed);

  beforeEach(() => {
    FakeSource.opened.length = 0;
    window.EventSource = FakeSource as unknown as typeof EventSource;
  });
  afterEach(() => {
    window.EventSource = own;
  });

  it('listens in one tab of a browser, tells the others, and goes on in another when that one is closed', async () => {
    const [first, second] = [tab(), tab()];
    const heard: string[] = [];
    first.moved.subscribe(({ jobId }) => heard.push(`first ${jobId}`));
    second.moved.subscribe(({ jobId }) => heard.push(`second ${jobId}`));
    first.start();
    await until(() => open().length === 1);
    second.start();
    await settled();
    expect(open().length).toBe(1);
    const data = JSON.stringify({ jobId: 'j', seq: 2 });
    open()[0]!.dispatchEvent(new MessageEvent('moved', { data }));
    await until(() => heard.length === 2);
    expect(heard.sort()).toEqual(['first j', 'second j']);

    first.stop();
    await until(() => FakeSource.opened.length === 2);
    expect(open().length).toBe(1);
    expect(FakeSource.opened.length).toBe(2);
    second.stop();
    await until(() => open().length === 0);
    expect(open()).toEqual([]);
  });

  it('is started twice as it is started once', async () => {
    const events = tab();
    events.start();
    events.start();
    await until(() => FakeSource.opened.length > 0);
    await settled();
    expect(FakeSource.opened.length).toBe(1);
    events.stop();
    await settled();
  });
});
