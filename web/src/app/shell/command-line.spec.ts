import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { templates } from '@dormant-beacon/core/trace/templates';
import { Client } from '../api';
import { benchFor, fact, flap, recordOf } from '../testing/bench';
import { CommandLine } from './command-line';

const record = () =>
  recordOf({
    beacons: [fact('b', flap)],
    traces: [fact('t', { title: 'Flap', beaconIds: ['b'], case: templates[0]!.build({}) })],
  });

async function open(own = record()) {
  const bench = await benchFor(CommandLine, own);
  const field = bench.page.querySelector('input')!;
  const type = async (text: string) => {
    field.value = text;
    field.dispatchEvent(new Event('input'));
    await bench.fixture.whenStable();
    return bench.page.querySelector('#command-says')!.textContent;
  };
  const enter = async () => {
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', cancelable: true }));
    await bench.fixture.whenStable();
  };
  return { ...bench, field, type, enter };
}

describe('CommandLine', () => {
  it('says what a reading means before it enters it', async () => {
    const line = await open();
    expect(await line.type('c31.2 4,92 v')).toBe(
      'Measure C31.2 to ground with the flap shut: 4.92 V · Enter',
    );
    expect(line.desk.entered).toEqual([]);
    await line.enter();
    expect(line.desk.entered).toEqual([
      { kind: 'readings', data: { traceId: 't', test: 'signal', value: 4.92 } },
    ]);
    expect(line.field.value).toBe('');
  });

  it('enters nothing that is doubtful', async () => {
    const line = await open();
    const doubtful: [string, string][] = [
      ['c31.2 1,200', 'Is it 1.2 V or 1.2 kV? Type it without the comma.'],
      ['c31.2 5 ohm', 'Measure C31.2 to ground with the flap shut reads in V.'],
      ['z9 5', 'No test of this trace measures at z9.'],
      // It opens the page, and declares nothing.
      ['safe', 'Go to make safe · Enter'],
    ];
    for (const [text, says] of doubtful) {
      expect(await line.type(text)).toBe(says);
      await line.enter();
    }
    expect(line.desk.entered).toEqual([]);
    expect(await (await reopened()).type('c31.2 5')).toBe('There is no open trace to enter a reading in.');
  });

  async function reopened() {
    TestBed.resetTestingModule();
    return open(recordOf());
  }

  it('opens jobs and stages', async () => {
    const line = await open();
    const go = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    spyOn(Client.prototype, 'bays').and.resolveTo({
      bays: [{ number: 'J-0131', jobId: 'other', stage: 'trace' } as never],
      after: null,
    });
    expect(await line.type('131')).toBe('Open J-0131 · Enter');
    await line.enter();
    expect(go).toHaveBeenCalledWith(['/jobs', 'other', 'trace']);
    expect(await line.type('prove')).toBe('Go to prove · Enter');
    await line.enter();
    expect(go).toHaveBeenCalledWith(['/jobs', 'job', 'prove']);
    await line.type('J-9999');
    await line.enter();
    expect(line.text()).toContain('There is no job J-9999.');
  });

  it('is reached by a slash and explains itself by a question mark, but not while one types elsewhere', async () => {
    const line = await open();
    const press = async (key: string, target: EventTarget = document.body) => {
      target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
      await line.fixture.whenStable();
    };
    await press('?');
    expect(line.page.querySelector('.help')!.textContent).toContain('a typed word never declares a state');
    await press('Escape');
    expect(line.page.querySelector('.help')).toBeNull();
    await press('?', line.field);
    expect(line.page.querySelector('.help')).toBeNull();
  });
});
