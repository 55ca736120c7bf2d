import { benchFor, recordOf } from '../testing/bench';
import { CircuitEvents } from '../knowledge';
import { CureReliability } from './cure-reliability';

const tenth = { from: 0.9, count: 40, stated: 0.94, held: 0.8 };

describe('CureReliability', () => {
  it('holds what was stated against what held', async () => {
    const bench = await benchFor(CureReliability, recordOf());
    const cures = {
      stated: { count: 40, tenths: [tenth], brier: 0.18, few: false },
      called: { count: 0, tenths: [], brier: null, few: true },
    };
    bench.store.dispatch(CircuitEvents.curesLoaded({ cures }));
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('40 repairs. On the whole 14 % too sure; Brier score 0.18');
    expect(bench.text()).toContain('90 to 100 %4080 %');
    expect(bench.text()).toContain('Nothing is known yet.');
    expect(bench.page.querySelectorAll('canvas').length).toBe(1);
  });

  it('says so where there are too few', async () => {
    const bench = await benchFor(CureReliability, recordOf());
    const few = { count: 12, tenths: [{ ...tenth, count: 12 }], brier: 0.1, few: true };
    bench.store.dispatch(CircuitEvents.curesLoaded({ cures: { stated: few, called: few } }));
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('12 repairs are too few to judge by; thirty would do.');
  });
});
