import { jobPolicyOf, defaultShopSettings } from '../../shop/index.js';
import { drive, flap, Story } from '../../testing/story.js';
import { switchInput } from '../../trace/templates/switch-input.js';
import { handBackDocument } from './index.js';

const shop = { ...defaultShopSettings, name: 'Harbour Works', timeZone: 'Europe/Vienna' };
const yuki = { id: '00000000-0000-7000-8000-000000000999', name: 'Yuki Sorensen' };

function documentOf(story: Story, more: object = {}) {
  return handBackDocument({
    record: story.record,
    assessment: story.assess(),
    shop,
    policy: jobPolicyOf(shop),
    people: [yuki],
    code: '9-AAAA BBBB CCCC DDDD',
    now: '2026-11-30T08:00:00Z',
    ...more,
  });
}
const all = (story: Story, reader: string) =>
  documentOf(story).parts.find((part) => part.reader === reader)?.blocks ?? [];
const titled = (story: Story, reader: string, title: string) =>
  all(story, reader).find((block) => block.title === title);

function repaired(beacon: object = {}) {
  const story = new Story();
  const id = story.enter('beacons', { ...flap, ...beacon });
  story.scan('baseline', 'Body\n  B1318-16 Supply (active)\nTelematics: no response\nLamps: no codes\n');
  const traceId = story.enter('traces', { title: 'Flap', beaconIds: [id], case: switchInput.build({}) });
  story.enter('readings', { traceId, test: 'signal', value: 4.92 });
  story.enter('repairs', {
    traceId,
    beaconIds: [id],
    label: 'Replace the end switch',
    part: 'CV-2210-07A',
    method: 'replace',
    root: 'found-and-left',
    rootNote: 'drain blocked',
    chance: 0.9,
    cure: { chance: 0.85, part: 'switching', confirmed: true, like: 0, held: 0, outcomes: 0 },
    cured: true,
  });
  return { story, id };
}

describe('the hand-back', () => {
  it('has real dates in the shop’s zone, the shop, and the code', () => {
    const { head } = documentOf(repaired().story);
    expect(head.printed).toBe('30 Nov 2026 09:00');
    expect([head.shop, head.code, head.number]).toEqual(['Harbour Works', '9-AAAA BBBB CCCC DDDD', 'J-0145']);
  });

  it('puts what is open first, what can hurt before the rest, in words for a layman', () => {
    const { story } = repaired();
    story.enter('beacons', { ...flap, name: 'Airbag lamp', seen: 'lit', conditions: [] });
    const { open } = documentOf(story);
    expect(open[0]).toEqual({ says: '“Airbag lamp” is open: lit.', safety: true });
    expect(open.some(({ says }) => says.includes('is dark but not yet proven'))).toBeTrue();
    expect(open.at(-1)!.says).toContain('is still there: the fault may return');
  });

  it('keeps an open point whatever is said in a note', () => {
    const { story } = repaired();
    const before = documentOf(story).open.length;
    story.enter('notes', { stage: 'hand-back', text: 'Nothing is open.' });
    story.enter('handBacks', { acceptedBy: 'Ada', signature: null });
    expect(documentOf(story).open.length).toBe(before);
    expect(documentOf(story).accepted).toEqual(jasmine.objectContaining({ by: 'Ada' }));
  });

  it('says which module is silent and which code stays, with what it costs, and what the work made', () => {
    const { story } = repaired();
    story.enter('temporaries', { kind: 'unplugged', where: 'plug C31', removes: null });
    story.enter('clearings', {});
    story.scan(
      'final',
      'Body\n  B1318-16 Supply (stored)\n  B1A29-13 Signal at plug C31 (stored)\nTelematics: no response\nAirbag: no response\n',
    );
    const end = { end: 'out-of-scope', note: 'aerial torn off', priceCents: 34_000 };
    story.enter('moduleEnds', { ...end, module: 'Telematics' });
    story.enter('codeEnds', { ...end, note: 'old', priceCents: null, module: 'Body', code: 'B1318' });
    const { open } = documentOf(story);
    const says = open.map((point) => point.says);
    expect(says).toContain(
      'Telematics does not answer. Why: aerial torn off; putting it right costs about €340.',
    );
    expect(says).toContain('B1318 in Body stays: old.');
    const airbag = open.find((point) => point.says.startsWith('Airbag does not answer'));
    expect(airbag).toEqual({
      says: 'Airbag does not answer. Whether bags and belts work in a crash cannot be told.',
      safety: true,
    });
    const codes = titled(story, 'insurer', 'Every code, and its end') as unknown as { rows: string[][] };
    expect(codes.rows.map(([code, , how]) => [code, how])).toContain([
      'B1A29-13',
      'made by the work: plug C31 was unplugged',
    ]);
  });

  it('tells silent, not read and clean apart', () => {
    const { story } = repaired();
    story.enter('clearings', {});
    story.scan('final', 'Body: no codes\nTelematics: no response\n');
    const block = titled(story, 'insurer', 'Modules before and after');
    expect(block?.kind === 'table' ? block.rows : []).toEqual([
      ['Telematics', 'silent', 'silent'],
      ['Lamps', 'clean', 'not read'],
      ['Body', 'one code', 'clean'],
    ]);
  });

  it('says how surely it is proven, and no figure once it came back', () => {
    const { story, id } = repaired();
    const sure = () => {
      const block = titled(story, 'customer', 'What is proven, and how surely');
      return block?.kind === 'table' ? block.rows[0]![2] : null;
    };
    expect(sure()).toBe('85\u202f%');
    story.later(60).enter('exposures', { ...drive, shown: true, beaconId: id });
    expect(sure()).toBe('–');
    expect(documentOf(story).open[0]!.says).toBe('“Charge flap open” has come back after its repair.');
  });

  it('is not taken over any more once it came back', () => {
    const { story, id } = repaired();
    story.enter('handBacks', { acceptedBy: 'Ada' });
    expect(documentOf(story).accepted!.by).toBe('Ada');
    story.later(60).enter('exposures', { ...drive, shown: true, beaconId: id });
    expect(documentOf(story).accepted).toBeNull();
  });

  it('holds what was promised against what it comes to', () => {
    const { story } = repaired();
    story.enter('approvals', {
      item: 'End switch',
      answer: 'yes',
      ceilingCents: 16_000,
      origin: 'maker-new',
      how: 'telephone',
      by: 'Noor',
    });
    const block = titled(story, 'customer', 'What was agreed, and what it comes to');
    expect(block?.kind === 'table' ? block.rows[0]!.slice(0, 4) : null).toEqual([
      'End switch',
      'agreed',
      '€160',
      '–',
    ]);
  });

  it('gives the next technician readings, circuit and root', () => {
    const { story } = repaired();
    const text = JSON.stringify(all(story, 'technician'));
    for (const part of ['4.92 V', 'found, left as it is: drain blocked', 'Flap: ', 'Yuki Sorensen'])
      expect(text).withContext(part).toContain(part);
  });

  it('writes figures as the shop’s country does', () => {
    const { story } = repaired();
    const cells = (locale: string) =>
      documentOf(story, { shop: { ...shop, locale } })
        .parts.flatMap(({ blocks }) => blocks)
        .flatMap((block) => (block.kind === 'table' ? block.rows.flat() : []));
    expect(cells('en-GB')).toContain('4.92 V');
    expect(cells('de-AT')).toContain('4,92 V');
    expect(cells('de-AT')).toContain('CV-2210-07A');
  });

  it('stays a document where a report holds thousands of codes', () => {
    const story = new Story();
    story.enter('beacons', flap);
    const codes = Array.from({ length: 2000 }, (_, n) => `  B${String(1000 + n)}-16 Supply (active)`).join(
      '\n',
    );
    story.scan('baseline', `Body\n${codes}\n`);
    story.enter('repairs', {
      beaconIds: [story.record.beacons[0]!.id],
      label: 'It',
      method: 'replace',
      root: 'unknown',
      chance: null,
      cured: true,
    });
    story.enter('clearings', {});
    story.scan('final', `Body\n${codes}\n`);
    const block = titled(story, 'insurer', 'Every code, and its end');
    const rows = block?.kind === 'table' ? block.rows : [];
    expect(rows.length).toBe(301);
    expect(rows.at(-1)![0]).toBe('and 1700 more; the record holds all');
  });
});
