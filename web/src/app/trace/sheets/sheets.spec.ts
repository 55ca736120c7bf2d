import { templates } from '@dormant-beacon/core/trace/templates';
import { anId, type Bench, benchFor, fact, flap, recordOf, shown } from '../../testing/bench';
import { DropsForm } from './drops-form';
import { FuseDropForm } from './fuse-drop-form';
import { ProvokeForm } from './provoke-form';
import { RelayForm } from './relay-form';
import { SheetDesk } from './sheet-desk';
import { SidesForm } from './sides-form';
import { TyresForm } from './tyres-form';
import { WiggleRecorder } from './wiggle-recorder';

const lamp = templates.find(({ id }) => id === 'fused-lamp')!.build({});

/** Types into a cell, which is named for readers alone. */
async function type(bench: Bench<unknown>, label: string, value: string): Promise<void> {
  const cell = bench.page.querySelector<HTMLInputElement>(`[aria-label="${label}"]`)!;
  cell.value = value;
  cell.dispatchEvent(new Event('input'));
  await bench.fixture.whenStable();
}

describe('sheets', () => {
  it('the drop sheet begins with the circuit’s own sections and names the one that takes too much', async () => {
    const bench = await benchFor(DropsForm, recordOf(), { case: lamp, traceId: anId('t') });
    expect([...bench.page.querySelectorAll('tbody tr')].length).toBe(6);
    await bench.fill('Volts at the battery', '12,5');
    await bench.fill('Volts across the load', '10.5');
    const plug = bench.page.querySelector<HTMLInputElement>('[aria-label="Volts of plug C12"]')!;
    plug.value = '1.9';
    plug.dispatchEvent(new Event('input'));
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('plug C12 takes too much');
    await bench.press('Keep the sheet');
    expect(bench.desk.entered).toEqual([
      {
        kind: 'sheets',
        data: {
          traceId: anId('t'),
          data: {
            sheet: 'drops',
            what: 'the load',
            supplyVolts: 12.5,
            loadVolts: 10.5,
            sections: [{ name: 'plug C12', kind: 'contact', volts: 1.9 }],
          },
        },
      },
    ]);
  });

  it('side to side compares in any unit, each with its own width', async () => {
    const bench = await benchFor(SidesForm, recordOf(), { case: lamp });
    for (const unit of ['°C', 'bar', 'mm']) expect(bench.text()).withContext(unit).toContain(unit);
    expect(bench.text())
      .withContext('no unit of another shop')
      .not.toMatch(/psi|°F/);
    await bench.press('flashes per minute');
    await type(bench, 'Place 1', 'left front');
    await type(bench, 'Bad side at left front', '85');
    await type(bench, 'Good side at left front', '88');
    await bench.press('Keep the sheet');
    const { data } = bench.desk.entered[0]!.data as { data: { unit: string } };
    expect(data.unit).toBe('/min');
    expect(bench.text()).not.toContain('different at');
  });

  it('side to side says where both sides part', async () => {
    const bench = await benchFor(SidesForm, recordOf(), { case: lamp });
    await bench.press('Keep the sheet');
    expect(bench.text()).toContain('Type both sides of one place at least.');
    await type(bench, 'Bad side at C12.1', '12.4');
    await type(bench, 'Good side at C12.1', '12.42');
    await type(bench, 'Bad side at C12.2', '3.2');
    await type(bench, 'Good side at C12.2', '0.03');
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('Alike up to C12.1, different at C12.2');
    await bench.press('Keep the sheet');
    expect(bench.desk.entered.length).toBe(1);
  });

  it('a fuse’s drop becomes amperes, for a test too, and is refused where it says nothing', async () => {
    const known = { name: 'fuse F7', amps: 10, style: null };
    const bench = await benchFor(FuseDropForm, recordOf(), { known, forTest: true });
    const given: number[] = [];
    bench.fixture.componentInstance.amps.subscribe((amps) => given.push(amps));
    await bench.fill('Millivolts across it', '0.1');
    await bench.press('Enter these amperes');
    expect(bench.text()).toContain('gives no current that can be entered');
    await bench.fill('Millivolts across it', '13');
    expect(bench.text()).toContain('About 1.72 A flow through fuse F7');
    await bench.press('Enter these amperes');
    expect(given).toEqual([1.718]);
    expect(bench.desk.entered.map(({ data }) => (data['data'] as { sheet: string }).sheet)).toEqual([
      'fuse-drop',
    ]);
  });

  it('a relay is judged by what was measured', async () => {
    const bench = await benchFor(RelayForm, recordOf(), { known: 'relay R5' });
    await bench.fill('Coil watts, where printed', '1.6');
    await bench.fill('Coil, Ω', 'OL');
    expect(bench.text()).toContain('The coil is open.');
    expect(bench.page.querySelector('.says strong')!.textContent).toBe('replace');
    await bench.press('Keep the sheet');
    expect(bench.desk.entered[0]!.data['data']).toEqual(
      jasmine.objectContaining({ relay: 'relay R5', coilOpen: true }),
    );
  });

  it('tyres are judged before their sensor', async () => {
    const bench = await benchFor(TyresForm, recordOf());
    await bench.fill('Placard front', '2.3');
    await bench.fill('Placard rear', '2.1');
    await bench.fill('front right', '1.7');
    expect(bench.text()).toContain('The lamp is right: front-right');
  });

  it('what is provoked is counted round by round, and the last can be taken back', async () => {
    const bench = await benchFor(ProvokeForm, recordOf());
    await bench.fill('What is applied', 'cold spray');
    for (const _ of [1, 2, 3]) {
      await bench.press('Applied: it shows');
      await bench.press('Removed: it is gone');
    }
    expect(bench.text()).toContain('“cold spray” makes it');
    await bench.press('Applied: it does not');
    await bench.press('Take the last back');
    await bench.press('Keep the sheet');
    expect((bench.desk.entered[0]!.data['data'] as { rounds: unknown[] }).rounds.length).toBe(6);
  });

  it('a wiggle is typed or held, with marks, and answers its test', async () => {
    const bench = await benchFor(WiggleRecorder, recordOf(), { watched: 'X21.4', places: ['guide track'] });
    const verdicts: string[] = [];
    bench.fixture.componentInstance.judged.subscribe((verdict) => verdicts.push(verdict));
    await bench.press('I type the values');
    const enter = async (value: string) => {
      await bench.fill('The value now', value);
      await bench.press('Enter');
    };
    for (const _ of [1, 2, 3, 4]) await enter('0.05');
    await bench.press('guide track');
    for (const value of ['4.9', '4.9', '4.9', '0.05', '0.05', '0.05', 'OL', '0.05']) await enter(value);
    await bench.press('Stop');
    await shown(bench, 'canvas');
    await bench.press('Keep the recording');
    const { series, marks, what, unit } = bench.desk.entered[0]!.data['data'] as {
      series: { value: number | null }[];
      marks: { moved: string }[];
      what: string;
      unit: string;
    };
    expect([series.length, series.at(-2)!.value, marks.map(({ moved }) => moved), what, unit]).toEqual([
      12,
      null,
      ['guide track'],
      'X21.4',
      'V',
    ]);
    expect(verdicts).toEqual(['follows']);
  });

  it('are offered as they fit the circuit, listed, and taken back', async () => {
    const data = { sheet: 'fuse-drop', fuse: 'F7', ratingAmps: 10, millivolts: 13 };
    const record = recordOf({
      sheets: [fact('s', { traceId: anId('t'), data }), fact('o', { traceId: 'other', data })],
    });
    const bench = await benchFor(SheetDesk, record, { case: lamp, traceId: anId('t') });
    const offered = [...bench.page.querySelectorAll('mat-button-toggle button')].map((button) =>
      button.textContent.trim(),
    );
    expect(offered).toEqual([
      'Voltage drops',
      'Side to side',
      'Current of a fuse',
      'Wiggle recording',
      'Provoke it',
    ]);
    expect(bench.page.querySelectorAll('li').length).toBe(1);
    await bench.press('Take back');
    expect(bench.desk.withdrawn).toEqual(['s']);
  });

  it('offer tyres first where a tyre lamp is lit, and a relay where the circuit has one', async () => {
    const tyre = { ...flap, name: 'Tyre pressure', lamp: 'tyre-pressure' };
    const bare = await benchFor(SheetDesk, recordOf({ beacons: [fact('b', tyre)] }));
    const offered = (page: HTMLElement) =>
      [...page.querySelectorAll('mat-button-toggle button')].map((button) => button.textContent.trim());
    expect(offered(bare.page)[0]).toBe('Tyres');
    expect(offered(bare.page)).toContain('A relay');
  });

  it('offer a relay’s bench where the circuit has one', async () => {
    const relay = templates.find(({ id }) => id === 'relay-motor')!.build({});
    const bench = await benchFor(SheetDesk, recordOf(), { case: relay, traceId: anId('t') });
    await bench.press('A relay');
    expect(bench.page.querySelector('db-relay-form')).not.toBeNull();
    await bench.press('A relay');
    expect(bench.page.querySelector('db-relay-form')).toBeNull();
  });

  it('say what is missing instead of guessing', async () => {
    const drops = await benchFor(DropsForm, recordOf(), { case: lamp });
    await drops.press('Keep the sheet');
    expect(drops.text()).toContain('Type the volts at the battery and across the load.');
    await drops.fill('Volts at the battery', '12.5');
    await drops.fill('Volts across the load', 'all of them');
    await drops.press('Keep the sheet');
    expect(drops.text()).toContain('Type the volts of one section at least.');
    await drops.press('Another section');
    expect(drops.page.querySelectorAll('tbody tr').length).toBe(7);
    expect(drops.desk.entered).toEqual([]);
  });

  it('stay in the form where they are refused, and survive a reload until they are kept', async () => {
    const bench = await benchFor(ProvokeForm, recordOf(), { traceId: anId('t') });
    await bench.fill('What is applied', 'hot air');
    await bench.press('Applied: it shows');
    await bench.press('Removed: it is gone');
    bench.desk.refusal = 'Sign in first.';
    await bench.press('Keep the sheet');
    expect(bench.text()).toContain('Sign in first.');
    expect([...bench.storeRoom.drafts.values()].some((draft) => draft.includes('hot air'))).toBeTrue();
    bench.desk.refusal = null;
    await bench.press('Keep the sheet');
    expect(bench.storeRoom.drafts.size).toBe(0);
    expect(bench.page.querySelectorAll('ol li').length).toBe(0);
  });
});
