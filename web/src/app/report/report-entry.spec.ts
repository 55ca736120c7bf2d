import { TestBed } from '@angular/core/testing';
import { Client } from '../api';
import { LibraryEvents } from '../knowledge';
import { type Bench, benchFor, fact, recordOf } from '../testing/bench';
import { type EnteredReport, ReportEntry } from './report-entry';
import { ReportQueue } from './report-queue';

const first = 'Body\n  B1318-16 Supply (active)\nThe moon is blue\n';

class FakeClient {
  readonly taught: unknown[] = [];
  refusal: string | null = null;
  addPattern(pattern: unknown) {
    if (this.refusal) return Promise.reject(new Error(this.refusal));
    this.taught.push(pattern);
    return Promise.resolve({ id: 'x' });
  }
}

describe('ReportEntry', () => {
  const usual = jasmine.DEFAULT_TIMEOUT_INTERVAL;
  // A worker starts, and reads a megabyte.
  beforeAll(() => (jasmine.DEFAULT_TIMEOUT_INTERVAL = 30_000));
  afterAll(() => (jasmine.DEFAULT_TIMEOUT_INTERVAL = usual));
  let client: FakeClient;
  let saved: EnteredReport[];
  beforeEach(() => {
    client = new FakeClient();
    saved = [];
    TestBed.configureTestingModule({ providers: [{ provide: Client, useValue: client }] });
  });

  async function entry(record = recordOf(), names: object = {}): Promise<Bench<ReportEntry>> {
    const inputs = { draftName: 'report job', saveLabel: 'Save it', ...names };
    const bench = await benchFor(ReportEntry, record, inputs);
    bench.fixture.componentInstance.save.subscribe((report) => saved.push(report));
    return bench;
  }

  async function until(bench: Bench<ReportEntry>, text: string): Promise<void> {
    for (let n = 0; n < 800 && !bench.text().includes(text); n++) {
      await new Promise((resolve) => setTimeout(resolve, 20));
      await bench.fixture.whenStable();
    }
    expect(bench.text()).toContain(text);
  }

  const choose = (bench: Bench<ReportEntry>, ...files: File[]) => {
    const chosen = new DataTransfer();
    for (const file of files) chosen.items.add(file);
    const field = bench.page.querySelector<HTMLInputElement>('input[type=file]')!;
    field.files = chosen.files;
    field.dispatchEvent(new Event('change'));
  };

  it('reads what is pasted beside the page, and gives text and marks away when it is saved', async () => {
    const bench = await entry();
    await bench.fill('Paste what the reader printed', first);
    await until(bench, '1 code, 1 module, one line not understood, kept as pasted.');
    await bench.press('Save it');
    expect(saved).toEqual([{ text: first, marks: [], printed: null }]);
  });

  it('asks when it was printed while the power is off: doubt begins the wait again', async () => {
    const bench = await entry(recordOf({ safeties: [fact('s', { step: 'ignition-off' })] }));
    await bench.fill('Paste what the reader printed', first);
    await until(bench, 'The power is off now. When was this printed?');
    await bench.press('Save it');
    await bench.press('before the power went off');
    await bench.press('Save it');
    expect(saved.map(({ printed }) => printed)).toEqual([null, 'before-power-off']);
  });

  it('takes a file with its encoding, and lets the others wait until it is saved', async () => {
    const bench = await entry();
    const latin = new Uint8Array([...'Körper: keine Fehler\n'].map((letter) => letter.charCodeAt(0)));
    choose(bench, new File([latin], 'one.txt'), new File([first], 'two.txt'), new File([first], 'three.txt'));
    await until(bench, '2 more files wait until this one is saved: “two.txt”, “three.txt”.');
    await until(bench, '0 codes, 1 module');
    expect(bench.page.querySelector('textarea')!.value).toContain('Körper');
    expect(bench.fixture.componentInstance.next()).toBeTrue();
    await until(bench, 'One more file waits until this one is saved: “three.txt”.');
    await until(bench, '1 code, 1 module');
  });

  it('reads a file to its end though the shop’s patterns arrive meanwhile', async () => {
    const bench = await entry();
    choose(bench, new File([first], 'one.txt'));
    // Again and again: once at least between the file's bytes and the worker's answer.
    for (let n = 0; n < 20; n++) {
      await new Promise((resolve) => setTimeout(resolve, 2));
      bench.store.dispatch(LibraryEvents.patternsLoaded({ patterns: [] }));
      TestBed.tick();
    }
    await until(bench, '1 code, 1 module');
  });

  it('takes a file that waited for the entry before, under a draft of its own', async () => {
    const queue = new ReportQueue();
    queue.add('report job', [new File([first], 'waited.txt')]);
    TestBed.configureTestingModule({ providers: [{ provide: ReportQueue, useValue: queue }] });
    await until(
      await entry(recordOf(), { draftName: 'further', queueName: 'report job' }),
      '1 code, 1 module',
    );
    expect(queue.waiting('report job')).toEqual([]);
  });

  it('refuses a file that is no report by its size, and says so by its name', async () => {
    const bench = await entry();
    const huge = new File([], 'dump.bin');
    Object.defineProperty(huge, 'size', { value: 90_000_000 });
    choose(bench, huge);
    await until(bench, '“dump.bin” has 90 MB; a report has at most 64. Is it the right file?');
    expect(bench.page.querySelector('db-report-read')).toBeNull();
  });

  it('keeps of a report that is too long what was understood', async () => {
    const bench = await entry();
    const noise = Array.from({ length: 52_000 }, (_, n) => `log row ${n} of nothing`).join('\n');
    choose(bench, new File([`${first}${noise}`], 'long.txt'));
    await until(bench, 'at most 1000000 are kept.');
    await until(bench, 'Keep what was understood');
    await bench.press('Keep what was understood');
    await until(bench, '1 code, 1 module.');
    expect(bench.page.querySelector('textarea')!.value).toBe('Body\n  B1318-16 Supply (active)');
  });

  it('remembers what a line means, here and for the shop, and says where that fails', async () => {
    const bench = await entry();
    await bench.fill('Paste what the reader printed', first);
    await until(bench, 'one line not understood');
    const explain = async () => {
      bench.page.querySelector<HTMLElement>('.notRead button')!.click();
      await bench.fixture.whenStable();
      await bench.press('nothing');
      await bench.press('Take it so');
    };
    await explain();
    await until(bench, '1 code, 1 module.');
    expect(client.taught).toEqual([
      jasmine.objectContaining({ line: { like: 'The moon is blue', as: 'ignore' } }),
    ]);
    await bench.press('Save it');
    expect(saved[0]!.marks).toEqual([{ line: 3, as: 'ignore' }]);
  });

  it('is empty again, and its draft gone, once it was saved', async () => {
    const bench = await entry();
    await bench.fill('Paste what the reader printed', first);
    await until(bench, '1 code');
    expect(bench.storeRoom.drafts.size).toBe(1);
    bench.fixture.componentInstance.clear();
    await bench.fixture.whenStable();
    await until(bench, 'or drop them here');
    expect([bench.page.querySelector('textarea')!.value, bench.storeRoom.drafts.size]).toEqual(['', 0]);
  });
});

describe('ReportQueue', () => {
  it('keeps the files of each job apart, in their order', () => {
    const queue = TestBed.inject(ReportQueue);
    const [a, b, c] = ['a', 'b', 'c'].map((name) => new File([name], name)) as [File, File, File];
    queue.add('one', [a, b]);
    queue.add('two', [c]);
    expect(queue.next('one')).toBe(a);
    expect(queue.waiting('one')).toEqual([b]);
    expect([queue.next('two'), queue.next('two'), queue.next('three')]).toEqual([c, undefined, undefined]);
  });
});
