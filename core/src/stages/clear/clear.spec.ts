import { drive, flap, goodBattery, Story } from '../../testing/story.js';
import { codeEnds } from '../../record/index.js';
import { accessorySocket } from '../../trace/templates/accessory-socket.js';
import {
  bornOfWork,
  clearOrder,
  endKey,
  moduleRows,
  moduleWords,
  monitorDrive,
  relightOf,
  waitingMonitors,
} from './index.js';

const scanned = (...texts: string[]) => {
  const story = new Story();
  texts.forEach((text, n) => story.scan(n === 0 ? 'baseline' : 'final', text));
  return story.record;
};
const order = (text: string) => clearOrder(scanned(text).scans[0]!).map(({ module, why }) => [module, why]);

describe('the order of clearing', () => {
  it('begins with what the others miss, and ends with what only tells of others', () => {
    expect(
      order(
        'Cluster\n  U0121-00 Lost communication with brake control\nRestraint control\n  B1049-13 Belt loop\nBrake control\n  C1234-11 Sensor\n  U0140-00 Lost communication with body\nBody\n  B1318-16 Supply\n',
      ),
    ).toEqual([
      ['Brake control', 'first: Cluster misses it'],
      ['Body', 'first: Brake control misses it'],
      ['Restraint control', null],
      ['Cluster', 'last: it only tells of others'],
    ]);
  });

  it('leaves out what does not answer, and what holds no code', () => {
    expect(order('Body\n  B1318-16 Supply\nTelematics: no response\nLamps: no codes\n')).toEqual([
      ['Body', null],
    ]);
  });
});

describe('modules before and after', () => {
  it('tells silent, not read and clean apart, and puts what asks for a word first', () => {
    const record = scanned(
      'Body\n  B1318-16 Supply\nTelematics: no response\nLamps: no codes\nDoor: no codes\n',
      'Body: no codes\nTelematics: no codes\nLamps: no response\n',
    );
    const rows = moduleRows(record, record.scans[1]!).map(({ module, before, after, asks }) => [
      module,
      moduleWords(before),
      moduleWords(after),
      asks,
    ]);
    expect(rows).toEqual([
      ['Lamps', 'clean', 'silent', 'end'],
      ['Door', 'clean', 'not read', 'read'],
      ['Body', 'one code', 'clean', null],
      ['Telematics', 'silent', 'clean', null],
    ]);
  });
});

describe('a module that is silent at the end', () => {
  it('needs an end, which is told with what it costs', () => {
    const story = new Story();
    story.scan('baseline', 'Body: no codes\nLamps: no codes\n');
    story.scan('final', 'Body: no codes\nLamps: no response\n');
    const asks = () => moduleRows(story.record, story.record.scans[1]!).map((row) => row.asks);
    expect(asks()).toEqual(['end', null]);
    story.enter('moduleEnds', { module: 'Lamps', end: 'out-of-scope', note: 'water in it, customer told' });
    expect(asks()).toEqual([null, null]);
  });

  it('is none where the report says that it is not fitted', () => {
    const record = scanned('Body: no codes\nTow: not fitted\n', 'Body: no codes\nTow: not fitted\n');
    expect(moduleRows(record, record.scans[1]!).map(({ asks }) => asks)).toEqual([null, null]);
  });
});

describe('codes that the work itself made', () => {
  const worked = (enter: (story: Story) => void, final: string) => {
    const story = new Story();
    story.scan('baseline', 'Body\n  B1A27-64 End switch (stored)\nLamps: no codes\nEngine: no codes\n');
    enter(story);
    story.scan('final', final);
    const last = story.record.scans.at(-1)!;
    return [...bornOfWork(story.record, last)].map(([key, { says }]) => [key, says]);
  };
  const unplug = (story: Story) =>
    story.enter('temporaries', { kind: 'unplugged', where: 'plug C31', removes: null });

  it('are those of what was unplugged, with the step', () => {
    expect(
      worked(unplug, 'Body\n  B1A29-13 Signal at plug C31 (stored)\n  B1B00-62 Rain sensor (stored)\n'),
    ).toEqual([['Body B1A29-13', 'plug C31 was unplugged']]);
  });

  it('are none of another plug, of a code that is active, or of one that was there before', () => {
    expect(worked(unplug, 'Body\n  B1A29-13 Signal at plug C310 (stored)\n')).toEqual([]);
    expect(worked(unplug, 'Body\n  B1A29-13 Signal at plug C31 (active)\n')).toEqual([]);
    expect(worked(unplug, 'Body\n  B1A27-64 End switch (stored)\n')).toEqual([]);
    expect(worked(unplug, 'Telematics\n  B1A29-13 Signal at plug C31 (stored)\n')).toEqual([]);
  });

  it('are those that a test made by its unplugging, after the test alone', () => {
    const traced = (story: Story) => {
      const id = story.enter('beacons', { ...flap, name: 'Dead socket' });
      const source = accessorySocket.build({});
      const traceId = story.enter('traces', { title: 'Socket', beaconIds: [id], case: source });
      story.enter('readings', { traceId, test: 'chafe', value: 4.2 });
    };
    const [born] = worked(traced, 'Body\n  B1C40-13 Front accessory socket, plug C50 (stored)\n');
    expect(born![0]).toBe('Body B1C40-13');
    expect(born![1]).toContain('was unplugged (“Fuse F19 pulled and C50 off');
    expect(worked(() => undefined, 'Body\n  B1C40-13 Front accessory socket (stored)\n')).toEqual([]);
  });

  it('are those of a test that came into the trace by its correction too', () => {
    const traced = (story: Story) => {
      const id = story.enter('beacons', { ...flap, name: 'Dead socket' });
      const source = accessorySocket.build({});
      const trace = { title: 'Socket', beaconIds: [id] };
      const before = { ...source, tests: source.tests.filter((test) => test.id !== 'chafe') };
      const traceId = story.enter('traces', { ...trace, case: before });
      story.enter('traces', { ...trace, case: source }, traceId);
      story.enter('readings', { traceId, test: 'chafe', value: 4.2 });
    };
    expect(worked(traced, 'Body\n  B1C40-13 Front accessory socket, plug C50 (stored)\n').length).toBe(1);
  });

  it('are those of the supply and of missing messages where the power was off, in whatever module', () => {
    const down = (story: Story) => story.enter('safeties', { step: 'battery-off' });
    expect(
      worked(
        down,
        'Lamps\n  U0140-00 Lost communication with body (stored)\nEngine\n  P0562-00 System voltage low (stored)\n  P0420-00 Catalyst (stored)\n',
      ),
    ).toEqual([
      ['Lamps U0140-00', 'the battery was disconnected'],
      ['Engine P0562-00', 'the battery was disconnected'],
    ]);
  });

  it('ask for one more clear, by name of the step, where no other code is left', () => {
    const story = new Story();
    const id = story.enter('beacons', { ...flap, conditions: [] });
    story.scan('baseline', 'Body\n  B1A27-64 End switch (stored)\n');
    story.enter('batteries', goodBattery);
    unplug(story);
    story.enter('repairs', { beaconIds: [id], label: 'It', method: 'replace', root: 'unknown', cured: true });
    story.enter('clearings', {});
    story.scan('final', 'Body\n  B1A29-13 Signal at plug C31 (stored)\n');
    expect(story.next.sentence).toContain('Clear once more: one code came from the work itself.');
    expect(story.next.detail).toContain('plug C31 was unplugged');
  });
});

describe('a code that relights', () => {
  const relit = (texts: readonly [string, string][], driven: boolean) => {
    const story = new Story();
    const beaconId = story.enter('beacons', flap);
    story.scan('baseline', 'Body\n  B1A27-64 End switch (active)\n');
    story.enter('clearings', {});
    for (const [kind, text] of texts) {
      if (driven) story.enter('exposures', { ...drive, beaconId });
      story.scan(kind as 'final', text);
    }
    const final = story.record.scans.at(-1)!;
    const [end] = codeEnds(story.record, final);
    return relightOf(story.record, story.record.clearings[0]!, final, end!);
  };
  const there = 'Body\n  B1A27-64 End switch (active)\n';

  it('came back at once, or after a drive', () => {
    expect(relit([['final', there]], false)).toBe('at-once');
    expect(relit([['final', there]], true)).toBe('after-drive');
    expect(
      relit(
        [
          ['final', 'Body: no codes\n'],
          ['after-road', there],
        ],
        false,
      ),
    ).toBe('after-drive');
  });

  it('is nothing of the kind where it is gone, or only remembered', () => {
    expect(relit([['final', 'Body: no codes\n']], false)).toBeNull();
    expect(relit([['final', 'Body\n  B1A27-64 End switch (stored)\n']], false)).toBeNull();
  });
});

describe('monitors', () => {
  it('are completed by a drive of the area that the code speaks of', () => {
    const id = (module: string, code: string, text = '') => monitorDrive({ module, code, text }).id;
    expect(id('Engine', 'P0420')).toBe('powertrain');
    expect(id('Brake control', 'C1234')).toBe('chassis');
    expect(id('Body', 'U0140')).toBe('message');
    expect(id('Body', 'B1318')).toBe('body');
    expect(id('Airbag', 'B0001')).toBe('restraint');
  });

  it('wait for permanent codes and for those that are gone untested, by their drive', () => {
    const record = scanned(
      'Engine\n  P0420-00 Catalyst (active)\n  P0171-00 Lean (stored)\nBody\n  B1A27-64 Switch (active)\n',
      'Engine\n  P0420-00 Catalyst (permanent)\nBody: no codes\n',
    );
    const final = record.scans[1]!;
    expect(codeEnds(record, final)[0]!.end).toBe(
      'permanent: it goes by itself once its monitor has run clean',
    );
    const waiting = waitingMonitors(codeEnds(record, final), final);
    expect(waiting.map(({ id, permanent, codes }) => [id, permanent, codes.map(({ code }) => code)])).toEqual(
      [
        ['powertrain', true, ['P0420', 'P0171']],
        ['body', false, ['B1A27']],
      ],
    );
    expect(endKey({ module: 'Body', code: 'B1A27', failureType: '64' })).toBe('Body B1A27-64');
  });
});
