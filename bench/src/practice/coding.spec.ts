import { type CodingBook, type CodingEntry, linkReader } from '@dormant-beacon/core/coding';
import { merge, readImage, writeImage } from '@dormant-beacon/core/coding/memory';
import { type JobRecord, noFacts } from '@dormant-beacon/core/record';
import { codingsOf } from '@dormant-beacon/core/stages';
import { readReport } from '@dormant-beacon/core/scans';
import { carFile, drawnMemory, type ModuleMemory } from '../vehicle/index.js';
import {
  carOfRecord,
  doLine,
  doStep,
  type HiddenCase,
  type ImageFiles,
  readMemory,
  reportOf,
  unitsOf,
  writeMemory,
} from './index.js';

const book: CodingBook = {
  title: 'Body module',
  make: 'Ostrel',
  unit: 'body module',
  carries: [
    { id: 'memory', kind: 'identity', how: 'save', does: 'Read out the memory' },
    { id: 'vin', kind: 'identity', how: 'write', does: 'Write this car’s VIN' },
    { id: 'distance', kind: 'odometer', how: 'write', does: 'Write this car’s distance' },
    { id: 'options', kind: 'options', how: 'write', does: 'Write the coding bytes' },
    { id: 'keys', kind: 'pairing', how: 'teach', does: 'Teach every key' },
    { id: 'windows', kind: 'calibration', how: 'teach', does: 'Teach the end stops' },
    { id: 'maker', kind: 'guarantee', how: 'declare', does: 'Tell the maker’s service' },
  ],
  odometerStores: ['Cluster', 'Body module'],
  layout: {
    fields: [
      { name: 'VIN', address: 0, length: 17, encoding: 'ascii', mirrors: [0x40], role: 'vin' },
      { name: 'Distance', address: 0x20, length: 3, encoding: 'uint', role: 'odometer' },
      { name: 'Keys', address: 0x24, length: 8, role: 'pairing' },
      { name: 'Crash record', address: 0x30, length: 8, role: 'crash' },
      { name: 'Coding', address: 0x38, length: 2, encoding: 'bits', role: 'option' },
    ],
    checksums: [{ name: 'Main', from: 0, to: 0x3f, kind: 'crc16-ccitt-false', at: 0x60 }],
  },
  options: {
    field: 'Coding',
    rules: [{ option: 'trailer', byte: 0, mask: '10', value: '10' }],
  },
};
const burnt: HiddenCase = {
  car: 'marn-wagon',
  seed: 3,
  faults: [
    { element: 'TAIL-L-OUTPUT', mode: 'stuckOpen' },
    { element: 'BRAKE-L-OUTPUT', mode: 'stuckOpen' },
  ],
};
const [ownVin, otherVin] = ['OMRWL8H24J0038815', 'OMRWL8H21J0040817'];
const memoryOf = (vin: string, km: number, seed: number): ModuleMemory =>
  drawnMemory(book.layout!, { vin, km }, seed)!;
const fileOf = (memory: ModuleMemory) => writeImage(memory.image, 'ihex');

/** A job on that car, told fact by fact. */
class Story {
  constructor(readonly hidden: HiddenCase = burnt) {}

  private seq = 0;
  files: ImageFiles = {};
  record = {
    ...noFacts(),
    id: 'j',
    number: 'J-0001',
    vehicle: { make: 'Ostrel', model: 'Marn wagon', odometerKm: 118_300, kinds: [] },
  } as unknown as JobRecord;

  enter(
    kind: 'codingPlans' | 'codingEntries' | 'codingImages' | 'repairs' | 'clearings',
    data: object,
  ): string {
    this.seq += 1;
    const fact = {
      id: `f${this.seq}`,
      seq: this.seq,
      personId: 'p',
      observedAt: '2026-11-17T08:00:00Z',
      recordedAt: '2026-11-17T08:00:00Z',
      corrects: null,
      withdrawn: false,
      ...data,
    };
    this.record = { ...this.record, seq: this.seq, [kind]: [...this.record[kind], fact] };
    return fact.id;
  }

  keep(codingId: string, role: string, file: Uint8Array, reader: string | null = null): void {
    const imageId = `i${this.seq}`;
    this.files = { ...this.files, [imageId]: { file, form: 'ihex' } };
    this.enter('codingImages', { codingId, imageId, role, form: 'ihex', bytes: file.length, reader });
  }

  get car() {
    return carOfRecord({ record: this.record, hidden: this.hidden, images: this.files });
  }

  get unit() {
    return unitsOf(this.record, this.hidden.car)[0]!;
  }

  get codes(): string[] {
    return readReport(reportOf(this.car).text)
      .codes.filter(({ module }) => module === 'Body control')
      .map(({ code, failureType, status }) => `${code}-${failureType} ${status}`);
  }

  /** Does a line as the page does: what comes of it is entered. */
  line(id: string): { refused: string | null; entries: readonly CodingEntry[]; asked: string[] } | null {
    const { line } = codingsOf(this.record, [])[0]!.lines.find((own) => own.line.id === id)!;
    const done = doLine(this.car, this.unit, line, this.record);
    for (const entry of done?.entries ?? [])
      this.enter('codingEntries', { codingId: this.unit.codingId, entry });
    return done && { ...done, asked: done.talk.map(({ asked, answered }) => `${asked}: ${answered}`) };
  }
}

/** As far as the used unit is in the car. */
function fitted() {
  const story = new Story();
  const codingId = story.enter('codingPlans', { unit: 'body module', route: 'clone', book });
  const [old, donor] = [memoryOf(ownVin, 118_291, 1), memoryOf(otherVin, 96_012, 2)];
  story.keep(codingId, 'original', fileOf(old));
  story.keep(codingId, 'donor', fileOf(donor));
  story.enter('repairs', { label: 'body module', method: 'replace', beaconIds: [], cured: true });
  story.enter('clearings', {});
  return { story, codingId, old, donor };
}

const foreign = ['B1F01-56 active', 'B1F03-56 active'];

describe('a unit on a simulated car', () => {
  it('takes the faults inside it along when another one is fitted, and does not belong to this car', () => {
    const { story } = fitted();
    const before = new Story();
    expect(before.codes).toEqual(['B1C10-13 active', 'B1C12-13 active']);
    expect(story.codes).toEqual(foreign);
  });

  it('is taught nothing and drives nothing while it belongs to another car', () => {
    const { story } = fitted();
    expect(story.line('item:windows')!.refused).toBe('routine refused: conditions not correct');
    expect(story.line('item:keys')!.refused).toBe('routine refused: conditions not correct');
    expect(story.codes).toEqual(foreign);
    const { car } = story;
    const ask = (hex: string) => car.ask('body', Uint8Array.from(Buffer.from(hex, 'hex')))!;
    ask('1003');
    expect([...ask('2f04000301')]).toEqual([0x7f, 0x2f, 0x22]);
  });

  it('is read out over the link, byte for byte, and takes the merged memory', () => {
    const { story, codingId, old, donor } = fitted();
    const read = readMemory(story.car, story.unit);
    expect(read.refused).toBeNull();
    expect(Buffer.from(read.bytes!).equals(Buffer.from(donor.image[0]!.bytes))).toBeTrue();
    const { merged } = merge(
      book.layout!,
      old.image,
      donor.image,
      { VIN: 'original', Keys: 'original', Coding: 'original', Distance: { set: '01ce1c' } },
      { recordedOdometer: 118_300 },
    );
    const back = writeMemory(story.car, story.unit, merged!.image);
    expect(back.refused).toBeNull();
    expect(Buffer.from(back.bytes!).equals(Buffer.from(merged!.image[0]!.bytes))).toBeTrue();
    story.keep(codingId, 'merged', writeImage(merged!.image, 'ihex'));
    expect(story.codes).toEqual(foreign);
    story.keep(codingId, 'read-back', writeImage([{ address: 0, bytes: back.bytes! }], 'ihex'), linkReader);
    story.enter('clearings', {});
    expect(story.codes).toEqual([]);
    const kept = readImage(writeImage(story.car.memoryOf('body')!.image, 'ihex'), 'ihex');
    expect(kept).toEqual(readImage(writeImage(merged!.image, 'ihex'), 'ihex'));
  });

  it('keeps a code of a memory that is not whole', () => {
    const { story, codingId, old } = fitted();
    const bytes = old.image[0]!.bytes.slice();
    bytes[0x24]! ^= 1;
    story.keep(codingId, 'read-back', writeImage([{ address: 0, bytes }], 'ihex'), linkReader);
    story.enter('clearings', {});
    expect(story.codes).toContain('B1F02-46 active');
  });

  it('is coded line by line: identity, distance upwards alone, coding, keys, end stops', () => {
    const { story, codingId } = fitted();
    const [supply] = story.line('check:supply')!.entries as unknown as { volts: number }[];
    // Less than the battery’s 12.6 V: its own supply line carries current.
    expect(supply!.volts).toBeGreaterThan(12.2);
    expect(supply!.volts).toBeLessThan(12.6);
    expect(story.line('check:codes-read')!.entries[0]).toEqual({
      what: 'check',
      check: 'codes-read',
      note: foreign.join(', '),
    });
    expect(story.line('item:maker')).toBeNull();
    expect(story.line('item:memory')).toBeNull();
    const vin = story.line('item:vin')!;
    expect(vin.asked.map((said) => said.split(':')[0])).toEqual([
      'session extended',
      'ask for a seed',
      'send a key',
      'read data f190',
      'write data f190',
    ]);
    // The keys are those of the donor still.
    expect(story.codes).toEqual(['B1F01-56 stored', 'B1F03-56 active']);
    expect(story.line('item:distance')!.entries).toEqual([
      { what: 'item', item: 'distance', as: 'done' },
      { what: 'odometer', store: 'Cluster', of: 'car', moment: 'after', km: 118_300 },
      { what: 'odometer', store: 'Body module', of: 'car', moment: 'after', km: 118_300 },
    ]);
    expect(story.line('item:options')!.refused).toContain('Work the coding bytes out first');
    const options: CodingEntry = { what: 'options', base: '0000', bytes: '1000', options: ['trailer'] };
    story.enter('codingEntries', { codingId, entry: options });
    expect(story.line('item:options')!.refused).toBeNull();
    expect(story.codes).toContain('B1F04-56 active');
    story.enter('codingEntries', { codingId, entry: { ...options, bytes: '0000', options: [] } });
    expect(story.line('check:codes-order')!.refused).toBeNull();
    expect(story.line('item:keys')!.refused).toBeNull();
    expect(story.line('item:windows')!.refused).toBeNull();
    expect(story.line('check:codes-clear-again')!.refused).toBeNull();
    expect(story.line('check:codes-read-again')!.entries[0]).toEqual({
      what: 'check',
      check: 'codes-read-again',
      note: 'no codes',
    });
  });

  it('has no memory to be read where its layout reaches too far, and answers all the same', () => {
    const story = new Story();
    const field = { name: 'VIN', address: 0xffff_fff0, length: 17, role: 'vin' as const };
    story.enter('codingPlans', { unit: 'body module', book: { ...book, layout: { fields: [field] } } });
    expect(story.codes).toEqual(['B1C10-13 active', 'B1C12-13 active']);
    expect(readMemory(story.car, story.unit).refused).toBe('This module has no memory that can be read.');
  });

  it('never shows a smaller distance than before', () => {
    const { story } = fitted();
    const lower = { ...story.record, vehicle: { ...story.record.vehicle, odometerKm: 90_000 } };
    story.record = lower;
    expect(story.line('item:distance')!.refused).toBe('write data refused: conditions not correct');
  });
});

describe('a module that came from another car', () => {
  const taught = (unit: string, more: object = {}) => ({
    unit,
    teachOnly: true,
    book: {
      title: `${unit} of the simulated car`,
      make: 'any make',
      unit,
      carries: [{ id: 'vin', kind: 'identity', how: 'teach', does: 'Write this car’s VIN into the module' }],
      ...more,
    },
  });

  it('belongs to this one once its identity is written over the link, whichever module it is', () => {
    for (const car of ['lumen', 'marn-wagon', 'drover'])
      for (const { name, label } of carFile(car)!.modules) {
        const story = new Story({ car, seed: 4, faults: [], foreign: name });
        const says = (words: string) => reportOf(story.car).text.includes(words);
        expect(says('B1F01-56')).withContext(`${car} ${name}`).toBeTrue();
        story.enter('codingPlans', taught(label));
        expect(story.line('item:vin')?.refused).withContext(`${car} ${name}`).toBeNull();
        story.enter('clearings', {});
        expect(says('B1F01')).withContext(`${car} ${name}`).toBeFalse();
        expect(story.car.isSound).withContext(`${car} ${name}`).toBeTrue();
      }
  });

  it('refuses the sign of a procedure, which a module of this car gives with the ignition as the steps have put it', () => {
    const steps = [
      { id: 'on', does: 'Ignition on', sets: { ignition: 'on' } },
      { id: 'seen', does: 'Wait', sign: 'the lamp flashes twice' },
      { id: 'off', does: 'Ignition off', sets: { ignition: 'off' } },
      { id: 'late', does: 'Look once more', sign: 'the lamp flashes' },
    ];
    const procedures = [{ id: 'zero', title: 'Zero', source: 'x', before: ['supply'], abort: 'x', steps }];
    const storyOf = (foreign: string | null) => {
      const story = new Story({ car: 'quill', seed: 4, faults: [], foreign });
      story.enter('codingPlans', taught('cluster', { procedures }));
      return (step: string | null) => doStep(story.car, story.unit, { procedure: 'zero', step });
    };
    const [own, other] = [storyOf(null), storyOf('cluster')];
    expect(own(null)!.entries[0]).toEqual(
      jasmine.objectContaining({ what: 'check', check: 'zero:supply', volts: jasmine.any(Number) }),
    );
    const done = (step: string) => [{ what: 'step', procedure: 'zero', step, as: 'done' }] as CodingEntry[];
    for (const step of ['on', 'seen', 'off'])
      expect(own(step)!.entries).withContext(step).toEqual(done(step));
    // The step before it has switched the ignition off: nothing gives a sign.
    expect(own('late')).toEqual(jasmine.objectContaining({ entries: [], refused: jasmine.any(String) }));
    expect(other('on')!.entries).toEqual(done('on'));
    expect(other('seen')!.refused).toContain('refused');
    expect([own('constructor'), storyOf(null)('__proto__')]).toEqual([null, null]);
  });
});
