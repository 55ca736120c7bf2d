import { TestBed } from '@angular/core/testing';
import type { Rates } from '@dormant-beacon/contract';
import { suppliedRates, type TraceCase } from '@dormant-beacon/core/trace';
import { templates } from '@dormant-beacon/core/trace/templates';
import { Client } from '../api';
import { CircuitEvents } from '../knowledge';
import { anId, type Bench, benchFor, fact, flap, recordOf, scanFact } from '../testing/bench';
import { TemplateChooser } from './template-chooser';

const lampTitle = 'Lamp with fuse and switchBattery, fuse, switch, plug, lamp, ground, in one line.';
const lamp = templates.find(({ id }) => id === 'fused-lamp')!.build({});
const rates: Rates = {
  version: 4,
  note: null,
  rates: [...suppliedRates],
  learned: [{ kind: 'ground', mode: 'resistive', closures: 2, expected: 1 }],
};

describe('the choice of a circuit', () => {
  beforeEach(() =>
    TestBed.configureTestingModule({
      providers: [
        {
          provide: Client,
          useValue: {
            circuit: (circuitId: string) =>
              circuitId === 'gone'
                ? Promise.reject(new Error('There is no such circuit.'))
                : Promise.resolve({ title: 'Our tail lamp', version: 3, case: lamp }),
          },
        },
      ],
    }),
  );

  async function chooser(more: object = {}): Promise<Bench<TemplateChooser>> {
    const record = recordOf({
      head: { event: 'water' },
      vehicle: { make: 'Velanta', model: 'Quill', year: 2010 },
      beacons: [fact(anId('b'), flap)],
      scans: [scanFact('s', 'baseline', 'Body\n  B1C11-1B Right tail lamp (active)\n  B1C12 Other (stored)')],
      ...more,
    });
    const bench = await benchFor(TemplateChooser, record, { beaconIds: [anId('b')] });
    const row = {
      model: 'Quill',
      make: 'Velanta',
      personId: 'p',
      addedAt: '2026-11-17T08:00:00Z',
      note: null,
    };
    bench.store.dispatch(
      CircuitEvents.groundsLoaded({
        make: 'Velanta',
        model: 'Quill',
        rates,
        weaknesses: [
          {
            id: 'w',
            personId: 'p',
            addedAt: '2026-11-17T08:00:00Z',
            make: 'Velanta',
            model: 'Quill',
            template: 'fused-lamp',
            suspect: 'plug',
            says: 'stands in the wet',
            source: 'own jobs',
            credibility: 'own-job',
            times: 2,
          },
        ],
        circuits: [
          { ...row, circuitId: 'kept', title: 'Our tail lamp', version: 3 },
          { ...row, circuitId: 'gone', title: 'Lost lamp', version: 1 },
        ],
      }),
    );
    await bench.fixture.whenStable();
    return bench;
  }
  async function chooserText(head: object): Promise<string> {
    TestBed.resetTestingModule();
    const bench = await benchFor(TemplateChooser, recordOf({ head, beacons: [fact(anId('b'), flap)] }), {
      beaconIds: [anId('b')],
    });
    return bench.text();
  }
  const began = (bench: Bench<TemplateChooser>) =>
    bench.desk.entered[0]!.data as { case: TraceCase; ratesVersion: number; circuit: unknown };

  it('weighs the suspects by base rates, event, age, weaknesses, and the codes that are picked', async () => {
    const bench = await chooser();
    await bench.press(lampTitle);
    await bench.press('Body B1C11-1B Right tail lamp');
    await bench.press('Start the trace');
    const { case: source, ratesVersion, circuit } = began(bench);
    const words = (id: string) =>
      source.suspects!.find((suspect) => suspect.id === id)!.because?.map(({ what }) => what) ?? [];
    expect(words('plug')).toEqual([
      'water raises contacts and grounds',
      'the code says too much resistance',
      'a fault that comes in the cold raises joints, switches and relays',
      'known weakness: stands in the wet (own jobs)',
    ]);
    expect(words('ground')[0]).toContain('with 2 proven');
    expect(words('lamp')).toEqual(['a car of 16 years raises lamps']);
    expect([ratesVersion, circuit]).toEqual([4, null]);
  });

  it('asks whether the circuit lies where the water was, and raises nothing elsewhere', async () => {
    const head = { event: 'water', eventDetails: { waterPlace: 'rear left' } };
    const bench = await chooser({ head });
    expect(bench.text()).toContain('Does this circuit run where the water was (rear left)?');
    await bench.press('no');
    await bench.press(lampTitle);
    await bench.press('Start the trace');
    const plug = began(bench).case.suspects!.find(({ id }) => id === 'plug')!;
    expect(plug.because?.map(({ what }) => what)).toEqual([
      'a fault that comes in the cold raises joints, switches and relays',
      'known weakness: stands in the wet (own jobs)',
    ]);
    expect(await chooserText({ event: 'collision', eventDetails: { zones: [2, 1] } })).toContain(
      'where the car was hit (1, 2 o’clock)?',
    );
    expect(await chooserText({ event: 'wear' })).not.toContain('Does this circuit run');
  });

  it('offers codes with a failure type only', async () => {
    const bench = await chooser();
    await bench.press(lampTitle);
    expect(bench.text()).toContain('B1C11-1B');
    expect(bench.text()).not.toContain('B1C12');
  });

  it('begins with a circuit that the shop keeps, by its version', async () => {
    const bench = await chooser();
    await bench.press('Our tail lampversion 3');
    expect(began(bench).circuit).toEqual({ id: 'kept', version: 3 });
  });

  it('says so where a kept circuit cannot be had', async () => {
    const bench = await chooser();
    await bench.press('Lost lampversion 1');
    expect(bench.text()).toContain('There is no such circuit.');
    expect(bench.desk.entered).toEqual([]);
  });

  it('begins without anything of the library where it could not be read', async () => {
    const bench = await benchFor(TemplateChooser, recordOf({ beacons: [fact(anId('b'), flap)] }), {
      beaconIds: [anId('b')],
    });
    expect(bench.text()).toContain('Looking up what the shop knows of this model');
    expect(bench.text()).withContext('offers would move under a finger').not.toContain('Lamp with fuse');
    const { make, model } = recordOf({}).vehicle;
    bench.store.dispatch(CircuitEvents.groundsNotLoaded({ make, model, reason: 'The server is away.' }));
    await bench.fixture.whenStable();
    expect(bench.text()).toContain('could not be read: The server is away.');
    await bench.press(lampTitle);
    await bench.press('Start the trace');
    const { case: source, ratesVersion } = began(bench);
    expect([source.suspects!.length, ratesVersion]).toEqual([lamp.suspects!.length, null as never]);
  });
});
