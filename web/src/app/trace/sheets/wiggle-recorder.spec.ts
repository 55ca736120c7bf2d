import { type Bench, benchFor, recordOf } from '../../testing/bench';
import { WiggleRecorder } from './wiggle-recorder';

interface Kept {
  readonly unit: string;
  readonly series: { at: number; value: number | null }[];
  readonly marks: { at: number; moved: string }[];
}

describe('a recording that is held', () => {
  const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
  const recorder = () => benchFor(WiggleRecorder, recordOf(), { watched: 'X8.7', places: ['hinge'] });
  const hold = (bench: Bench<WiggleRecorder>, event: string) => {
    bench.page.querySelector('.hold')!.dispatchEvent(new Event(event));
    return bench.fixture.whenStable();
  };
  const kept = (bench: Bench<WiggleRecorder>) => bench.desk.entered[0]!.data['data'] as Kept;

  it('samples by itself, bad while the button is down, with what is moved meanwhile', async () => {
    const bench = await recorder();
    await bench.press('hinge');
    await wait(450);
    await hold(bench, 'pointerdown');
    expect(bench.text()).toContain('It is bad now');
    await wait(450);
    await hold(bench, 'pointerup');
    await wait(250);
    await bench.press('hinge');
    await bench.press('Stop');
    await bench.press('Keep the recording');
    const { series, marks, unit } = kept(bench);
    expect(unit).toBe('bad');
    expect(marks.map(({ moved }) => moved)).toEqual(['hinge', '']);
    expect(new Set(series.map(({ value }) => value))).toEqual(new Set([0, 1]));
    expect(series.every(({ at }, n) => n === 0 || at >= series[n - 1]!.at)).toBeTrue();
  });

  it('lets go when the finger slides off, and stops when the page is left', async () => {
    const bench = await recorder();
    await bench.press('Begin recording');
    await hold(bench, 'pointerdown');
    await hold(bench, 'pointerleave');
    expect(bench.text()).toContain('Hold while it is bad');
    bench.fixture.destroy();
    await wait(450);
    expect(bench.desk.entered).toEqual([]);
  });

  it('goes on where it stopped, and begins anew when told', async () => {
    const bench = await recorder();
    await bench.press('I type the values');
    const enter = async (value: string) => {
      await bench.fill('The value now', value);
      await bench.press('Enter');
    };
    await enter('4.9');
    await bench.press('Stop');
    await wait(300);
    await bench.press('Go on recording');
    await enter('4.8');
    await enter('not a value');
    expect(bench.text()).toContain('is not a reading');
    await enter('1,200');
    expect(bench.text()).toContain('Write it without the comma');
    await bench.press('Begin anew');
    await enter('1');
    expect(bench.text()).toContain('Begin anew');
    expect(bench.page.querySelector('button[disabled]')!.textContent).toContain('Keep the recording');
  });

  it('takes another place to move, once', async () => {
    const bench = await recorder();
    for (const _ of [1, 2]) {
      await bench.fill('Something else to move', 'seat rail');
      await bench.press('Add it');
    }
    expect([...bench.page.querySelectorAll('.moved button')].map((one) => one.textContent.trim())).toEqual([
      'hinge',
      'seat rail',
    ]);
  });
});
