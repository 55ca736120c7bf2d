import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { suppliedRates } from '@dormant-beacon/core/trace';
import { Client } from '../api';
import { benchFor, recordOf, sessionOf } from '../testing/bench';
import { PeopleEvents } from '../session';
import { BaseRates } from './base-rates';
import { CircuitEvents } from '../knowledge';

class FakeClient {
  readonly kept: Record<string, unknown>[] = [];
  keepRates(body: Record<string, unknown>) {
    this.kept.push(body);
    return Promise.resolve({ version: 1 });
  }
}

describe('base rates', () => {
  let client: FakeClient;
  beforeEach(() => {
    client = new FakeClient();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: Client, useValue: client }],
    });
  });

  const rates = {
    version: 3,
    note: null,
    rates: [...suppliedRates],
    learned: [{ kind: 'ground' as const, mode: 'resistive' as const, closures: 2, expected: 0.5 }],
  };

  it('show what closures have taught, to a technician without a way to change them', async () => {
    const bench = await benchFor(BaseRates, recordOf());
    bench.store.dispatch(CircuitEvents.ratesLoaded({ rates }));
    await bench.fixture.whenStable();
    const row = [...bench.page.querySelectorAll('tr')].find((line) =>
      line.textContent.includes('ground: resistive'),
    )!;
    expect([...row.querySelectorAll('td')].map((cell) => cell.textContent.trim())).toEqual([
      'ground: resistive',
      '2',
      '2',
      '2, 0.5',
      '3.2',
    ]);
    expect(bench.page.querySelector('input')).toBeNull();
    expect(bench.text()).toContain('The lead changes the table.');
  });

  it('are kept by the lead as the next version, every weight a number', async () => {
    const bench = await benchFor(BaseRates, recordOf());
    const lead = { id: 'l', name: 'Ines Okafor', initials: 'IO', role: 'lead' as const };
    bench.store.dispatch(PeopleEvents.sessionKnown({ session: sessionOf(lead) }));
    bench.store.dispatch(CircuitEvents.ratesLoaded({ rates }));
    await bench.fixture.whenStable();
    const field = bench.page.querySelector<HTMLInputElement>('[aria-label="Weight of lamp: open"]')!;
    const type = async (value: string) => {
      field.value = value;
      field.dispatchEvent(new Event('input'));
      await bench.press('Keep it as version 4');
    };
    await type('many');
    expect(bench.text()).toContain('The weight of “lamp: open” is a number between 0 and 1000.');
    await type('12,5');
    const kept = client.kept[0] as { basedOn: number; rates: { kind: string; weight: number }[] };
    expect([kept.basedOn, kept.rates.find(({ kind }) => kind === 'lamp')!.weight]).toEqual([3, 12.5]);
  });
});
