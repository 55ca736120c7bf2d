import type { TraceTest } from '@dormant-beacon/core/trace';
import { templates } from '@dormant-beacon/core/trace/templates';
import { anId, type Bench, benchFor, recordOf, shown } from '../testing/bench';
import { type GivenReading, TestAnswer } from './test-answer';

const flap = templates[0]!.build({});
const lamp = templates.find(({ id }) => id === 'fused-lamp')!.build({});

describe('the answer to a test', () => {
  let given: GivenReading[];
  const answer = async (
    source: typeof flap,
    id: string,
    more: Partial<TraceTest> = {},
  ): Promise<Bench<TestAnswer>> => {
    given = [];
    const test = { ...source.tests.find((one) => one.id === id)!, ...more };
    const bench = await benchFor(TestAnswer, recordOf(), { test, case: source, traceId: anId('t') });
    bench.fixture.componentInstance.given.subscribe((reading) => given.push(reading));
    return bench;
  };

  it('is a word for a look, a swap and a test lamp', async () => {
    const look = await answer(flap, 'listen');
    await look.press('Yes');
    expect(given).toEqual([{ found: true }]);
  });

  it('of a swap says whether the fault moved, stayed, or hid', async () => {
    const bench = await answer(lamp, 'swap');
    for (const word of ['The fault moved', 'It stayed', 'It is gone']) await bench.press(word);
    expect(given).toEqual([{ moved: true }, { moved: false }, { gone: true }]);
  });

  it('of a test lamp is bright, dim or dark', async () => {
    const bench = await answer(lamp, 'lamp-feed');
    for (const word of ['Bright', 'Dim', 'Dark']) await bench.press(word);
    expect(given.map(({ value }) => value)).toEqual([12, 6, 0]);
  });

  it('is typed for a meter, with the kind of line and what is dangerous about it', async () => {
    const bench = await answer(flap, 'switch-ohms');
    expect(bench.text()).toContain('Ignition off before the plug is opened.');
    expect(bench.text()).toContain('Ohms only with the power off');
    await bench.fill('Tips together read', '0.3');
    const field = bench.page.querySelector<HTMLInputElement>('#reading')!;
    field.value = '0.9';
    field.dispatchEvent(new Event('input'));
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('means 0.6 Ω without the leads');
    await bench.press('Enter the reading');
    expect(given[0]!.value).toBeCloseTo(0.6, 9);
  });

  it('names a line that is more than a supply', async () => {
    expect((await answer(flap, 'signal')).text()).toContain('C31.2 is a switch line.');
  });

  it('names no supply line', async () => {
    expect((await answer(lamp, 'feed')).text()).not.toContain(' line.');
  });

  it('of amperes may come from the drop across a fuse', async () => {
    const supply = templates.find(({ id }) => id === 'module-supply')!.build({});
    const bench = await answer(supply, 'draw');
    expect(bench.text()).toContain('From the drop across fuse F44');
    await bench.fill('Millivolts across it', '2.0');
    await bench.press('Enter these amperes');
    // 2 mV over the 4.6 milliohms of a 15 A fuse.
    expect(given[0]!.value).toBeCloseTo(0.434, 2);
  });

  it('of a wiggle may be recorded, of a cause counted round by round', async () => {
    const wiggle = await answer(flap, 'wiggle');
    expect(wiggle.text()).toContain('Record it while it is moved');
    await shown(wiggle, '.moved button');
    expect(wiggle.page.querySelector('.moved button')!.textContent).toContain('harness over the hinge');
  });

  it('of a provoked fault is counted', async () => {
    const bench = await answer(flap, 'chill');
    expect(bench.text()).toContain('Count it round by round');
    await bench.fill('What is applied', 'cold spray');
    for (const _ of [1, 2, 3]) {
      await bench.press('Applied: it shows');
      await bench.press('Removed: it is gone');
    }
    await bench.press('Keep the sheet');
    expect(given).toEqual([{ found: true }]);
    given.length = 0;
    await bench.press('No');
    expect(given).toEqual([{ found: false }]);
  });
});
