import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { CircuitRow, Rates } from '@dormant-beacon/contract';
import { element, type ElementKind } from '@dormant-beacon/core/circuit';
import { provideEffects } from '@ngrx/effects';
import { type Action, provideStore, Store } from '@ngrx/store';
import { Client } from '../api';
import { circuitFields, kindNames } from '../library/circuit-fields';
import { CircuitEvents, circuitsFeature, loadCircuits, loadGrounds, loadRates } from './circuits.state';

const rates: Rates = { version: 1, note: null, rates: [], learned: [] };
const row = (title: string): CircuitRow => ({
  circuitId: title,
  version: 1,
  make: 'Velanta',
  model: 'Quill',
  title,
  note: null,
  personId: 'p',
  addedAt: '2026-11-17T08:00:00Z',
});

describe('what is known of a vehicle’s circuits', () => {
  let asked: string[];
  let away: boolean;
  const settled = () => new Promise((resolve) => setTimeout(resolve));
  beforeEach(() => {
    asked = [];
    away = false;
    const answer = <T>(name: string, value: T) => {
      asked.push(name);
      return away ? Promise.reject(new Error('The server does not answer.')) : Promise.resolve(value);
    };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore({ [circuitsFeature.name]: circuitsFeature.reducer }),
        provideEffects({ loadGrounds, loadRates, loadCircuits }),
        {
          provide: Client,
          useValue: {
            rates: () => answer('rates', rates),
            weaknesses: (make: string, model: string) => answer(`weaknesses ${make} ${model}`, []),
            circuits: (make: string | null) => answer(`circuits ${make ?? 'all'}`, [row(make ?? 'all')]),
          },
        },
      ],
    });
  });
  const state = () => TestBed.inject(Store).selectSignal(circuitsFeature.selectCircuitsState)();
  const dispatch = async (event: Action) => {
    TestBed.inject(Store).dispatch(event);
    await settled();
  };

  it('is read once it is wanted, all of it together', async () => {
    await dispatch(CircuitEvents.groundsWanted({ make: 'Velanta', model: 'Quill' }));
    expect(asked).toEqual(['rates', 'weaknesses Velanta Quill', 'circuits Velanta']);
    expect([state().rates, state().circuits?.length]).toEqual([rates, 1]);
  });

  it('is of one vehicle: another one’s circuits are not shown for it', async () => {
    await dispatch(CircuitEvents.groundsWanted({ make: 'Velanta', model: 'Quill' }));
    TestBed.inject(Store).dispatch(CircuitEvents.groundsWanted({ make: 'Ostrel', model: 'Marn' }));
    expect(state().circuits).toBeNull();
    await dispatch(
      CircuitEvents.groundsLoaded({
        make: 'Velanta',
        model: 'Quill',
        rates,
        weaknesses: [],
        circuits: [row('late')],
      }),
    );
    expect(state().circuits?.map(({ title }) => title)).toEqual(['Ostrel']);
  });

  it('of the whole library takes the place of a vehicle’s', async () => {
    await dispatch(CircuitEvents.groundsWanted({ make: 'Velanta', model: 'Quill' }));
    await dispatch(CircuitEvents.circuitsWanted());
    expect([state().make, state().circuits?.map(({ title }) => title)]).toEqual(['', ['all']]);
  });

  it('is simply not there while the server is away', async () => {
    away = true;
    await dispatch(CircuitEvents.groundsWanted({ make: 'Velanta', model: 'Quill' }));
    await dispatch(CircuitEvents.ratesWanted());
    expect([state().rates, state().circuits]).toEqual([null, null]);
    expect(state().unread).toBe('The server does not answer.');
    away = false;
    await dispatch(CircuitEvents.groundsWanted({ make: 'Velanta', model: 'Quill' }));
    expect([state().unread, state().circuits?.length]).toEqual([null, 1]);
    away = true;
    await dispatch(CircuitEvents.groundsWanted({ make: 'Velanta', model: 'Quill' }));
    expect([state().unread, state().circuits?.length]).withContext('what was read stays').toEqual([null, 1]);
    away = false;
    await dispatch(CircuitEvents.ratesWanted());
    expect(state().rates).toEqual(rates);
  });
});

describe('what can be said of an element', () => {
  it('is a figure of its schema, for every kind, and no figure is forgotten', () => {
    const silent = new Set(['id', 'label', 'kind', 'pins']);
    for (const option of element.options) {
      const kind = option.shape.kind.value as ElementKind;
      const known = Object.keys(option.shape).filter((key) => !silent.has(key));
      expect(circuitFields[kind].map(({ key }) => key).sort())
        .withContext(kind)
        .toEqual(known.sort());
      expect(kindNames[kind].length).toBeGreaterThan(1);
    }
  });
});
