import { codeNumber } from '@dormant-beacon/core/codes';
import { canHave, type FaultMode } from '@dormant-beacon/core/circuit';
import { readCodeBytes } from '@dormant-beacon/core/codes';
import { randomNumbers } from '@dormant-beacon/core/random';
import { check, isRefusal } from '@dormant-beacon/core/refusal';
import { fromHex, toHex } from '../frames/index.js';
import { askVehicle, Car, carFile, carIds, listVehicles, vehicleAskRequest } from './index.js';

/** What every module says that has failed since it was cleared: `restraint B1049-13`. */
function codesOf(car: Car): string[] {
  return car.file.modules.flatMap(({ name }) => {
    const answer = car.ask(name, fromHex('190208'));
    if (!answer) return [`${name} silent`];
    const bytes = toHex(answer.subarray(3));
    return (bytes.match(/.{8}/g) ?? []).map((one) => {
      const read = readCodeBytes(one.slice(0, 6))!;
      return `${name} ${read.code}-${read.failureType}`;
    });
  });
}
const carWith = (
  id: string,
  faults: readonly { element: string; mode: FaultMode; ohms?: number; chance?: number }[],
  state = {},
) => {
  const car = new Car(carFile(id)!, { faults, state });
  car.run(10);
  return car;
};
const lit = (car: Car) => car.beacons().flatMap(({ name, state }) => (state === 'lit' ? [name] : []));

describe('a car on the bench', () => {
  it('is sound: no code, no beacon, every module answers', () => {
    for (const id of carIds) {
      const car = carWith(id, []);
      expect(codesOf(car)).withContext(id).toEqual([]);
      expect(lit(car)).withContext(id).toEqual([]);
    }
  });

  it('has no module that is asked where another one answers', () => {
    for (const id of carIds) {
      const addresses = carFile(id)!.modules.flatMap(({ address }) => [address, address + 8]);
      expect(new Set(addresses).size).withContext(id).toBe(addresses.length);
    }
  });

  it('knows a loop that is open, that has resistance, and one that is shorted by its bar', () => {
    expect(codesOf(carWith('quill', [{ element: 'DRIVER-TENSIONER-LINE', mode: 'open' }]))).toEqual([
      'restraint B1049-13',
    ]);
    const resistive = carWith('quill', [{ element: 'PASSENGER-BAG-PIN', mode: 'resistive', ohms: 4 }]);
    expect(codesOf(resistive)).toEqual(['restraint B1041-1B']);
    expect(lit(resistive)).toEqual(['Restraint lamp']);
    expect(codesOf(carWith('quill', [{ element: 'DRIVER-BAG-BAR', mode: 'stuckClosed' }]))).toEqual([
      'restraint B1040-1A',
    ]);
    const ground = carWith('quill', [{ element: 'DRIVER-BAG-RETURN', mode: 'shortToGround' }]);
    expect(codesOf(ground)).toContain('restraint B1040-11');
  });

  it('makes a code of its own by a plug that is unplugged, and clears it once the plug is back', () => {
    const car = carWith('lumen', [], { unplugged: ['C33'] });
    expect(codesOf(car)).toEqual(['charge B1A27-64']);
    expect(lit(car)).toEqual(['Charge flap open']);
    car.set({});
    car.run(10);
    expect(codesOf(car)).toEqual(['charge B1A27-64']);
    expect(toHex(car.ask('charge', fromHex('14ffffff'))!)).toBe('54');
    car.run(10);
    expect(codesOf(car)).toEqual([]);
    expect(lit(car)).toEqual([]);
  });

  it('is missed by the others where a module has no supply, and misses nobody where the ground is shared', () => {
    const car = carWith('quill', [{ element: 'F21', mode: 'open' }]);
    expect(codesOf(car)).toEqual(['gateway U0151-87', 'restraint silent', 'cluster U0151-87']);
    expect(lit(car)).toEqual(['Restraint lamp']);
    // Gateway and cluster share a fuse.
    expect(
      codesOf(carWith('quill', [{ element: 'F22', mode: 'open' }])).filter((one) => one.endsWith('silent')),
    ).toEqual(['gateway silent', 'cluster silent']);
  });

  it('tells of low volts in the modules, and of nothing else', () => {
    const weak = codesOf(carWith('drover', [], { volts: 9.2 }));
    expect(weak.length).toBe(carFile('drover')!.modules.length);
    expect(weak.every((one) => one.endsWith('U3003-16'))).toBeTrue();
  });

  it('hears nobody where a line of its pair is off, and is missed by those that listen for it', () => {
    const codes = codesOf(carWith('quill', [{ element: 'C93-HIGH', mode: 'open' }]));
    expect(codes).toContain('brake silent');
    expect(codes).toContain('cluster U0121-87');
    expect(codes).not.toContain('brake U0140-87');
  });

  it('keeps what comes and goes as it came, and forgets it after forty clean cycles', () => {
    const car = carWith('quill', [{ element: 'TAIL-L-PIN', mode: 'intermittent', chance: 0.7 }]);
    car.run(60);
    expect(codesOf(car)).toEqual(['body B1C10-13']);
    car.set({ ignition: 'off' }, []);
    for (let cycle = 0; cycle < 41; cycle++) {
      car.set({ ignition: 'on' });
      car.run(5);
      car.set({ ignition: 'off' });
      car.run(5);
    }
    car.set({ ignition: 'on' });
    expect(codesOf(car)).toEqual([]);
  });

  it('answers nothing with the ignition off, and says its supply with it on', () => {
    const car = carWith('quill', [], { ignition: 'off' });
    expect(car.ask('body', fromHex('3e00'))).toBeNull();
    car.set({ ignition: 'on' });
    const volts = toHex(car.ask('body', fromHex('220101'))!);
    expect(Number.parseInt(volts.slice(6), 16) / 100).toBeCloseTo(12.5, 0);
    expect(toHex(car.ask('body', fromHex('22f190'))!).length).toBe(2 * (3 + 17));
  });

  it('raises for each fault of each element its own codes, clears when it is mended, and changes nothing else', () => {
    const modes: FaultMode[] = ['open', 'shortToGround', 'stuckOpen', 'stuckClosed'];
    let raised = 0;
    // One with a combustion engine and a trailer, one without either.
    for (const id of ['marn-wagon', 'lumen']) {
      const file = carFile(id)!;
      for (const element of file.circuit.elements)
        for (const mode of modes) {
          if (!canHave(element.kind, mode)) continue;
          const fault = { element: element.id, mode };
          const car = new Car(file, { faults: [fault] });
          car.run(8);
          const codes = codesOf(car);
          if (codes.some((one) => !one.endsWith('silent'))) raised += 1;
          car.set({ ignition: 'off' }, []);
          car.set({ ignition: 'on' });
          car.run(1);
          for (const { name } of file.modules) car.ask(name, fromHex('14ffffff'));
          car.run(8);
          const after = [...codesOf(car), ...lit(car)];
          if (after.length > 0) fail(`${id} ${element.id} ${mode} left ${after.join(', ')}`);
        }
    }
    expect(raised).toBeGreaterThan(500);
  });

  it('has a fault in its condition alone', () => {
    const car = new Car(carFile('quill')!, {
      faults: [{ element: 'WHEEL-L-LINE', mode: 'open', when: 'rain' }],
    });
    car.run(10);
    expect(codesOf(car)).toEqual([]);
    car.set({ around: { wet: 'rain' } });
    car.run(10);
    expect(codesOf(car)).toEqual(['brake C0035-15']);
  });

  it('leaks to ground where a plug stands in water', () => {
    const soaked = (plug: string) => codesOf(carWith('quill', [], { around: { soaked: [plug] } }));
    expect(soaked('C103')).toEqual(['restraint B1049-11']);
    // Water may fail a sensor, and never a neighbour.
    for (const plug of ['C71', 'C72', 'C61', 'C31'])
      expect(new Set(soaked(plug).map((one) => one.split(' ')[0])).size)
        .withContext(plug)
        .toBeLessThan(2);
  });

  it('empties its battery with the ignition left on, until the modules complain, and fills it as the engine runs', () => {
    const car = new Car(carFile('quill')!);
    const volts = () => Number.parseInt(toHex(car.ask('body', fromHex('220101'))!).slice(6), 16) / 100;
    const full = volts();
    expect(full).toBeGreaterThan(12.3);
    car.run(3600);
    expect(volts()).toBeLessThan(full - 0.1);
    expect(codesOf(car)).toEqual([]);
    car.run(24 * 3600);
    expect(car.ask('body', fromHex('220101')))
      .withContext('it is flat')
      .toBeNull();
    car.set({ around: { running: true } });
    car.run(60);
    expect(volts()).toBeGreaterThan(12);
    expect(codesOf(car).some((one) => one.endsWith('U3003-16'))).toBeTrue();
  });

  it('refuses what asks for a standing car while it is driven', () => {
    const car = carWith('quill', []);
    const control = () => {
      car.ask('body', fromHex('1003'));
      return toHex(car.ask('body', fromHex('2f04000301'))!).slice(0, 2);
    };
    const handle = car.handleOf('TAIL-L-OUTPUT')!;
    expect(handle.did).toBe(0x0400);
    expect(control()).toBe('6f');
    car.set({ around: { kmh: 50, running: true } });
    expect(control()).toBe('7f');
  });

  it('knows a relay that does not close, one that does not open, its coil, and a motor that binds', () => {
    const of = (element: string, mode: FaultMode) => codesOf(carWith('quill', [{ element, mode }]));
    expect(of('FAN-RELAY', 'stuckOpen')).toEqual(['engine P0480-73']);
    expect(of('FAN-RELAY', 'stuckClosed')).toEqual(['engine P0480-72']);
    expect(of('FAN-COIL-BACK', 'open')).toContain('engine P0480-13');
    expect(of('FAN', 'binding')).toEqual(['engine P0480-71']);
    expect(of('WINDOW-L', 'open')).toEqual(['driver-door B1E10-13']);
    expect(of('WINDOW-L', 'binding')).toEqual(['driver-door B1E10-71']);
  });

  it('is the same for the same seed, and quick', () => {
    const run = () => {
      const car = new Car(carFile('quill')!, {
        seed: 9,
        faults: [{ element: 'TAIL-R-PIN', mode: 'intermittent', chance: 0.3 }],
      });
      car.run(24 * 3600);
      return [
        codesOf(car),
        toHex(car.ask('body', fromHex('19061c11' + '13ff').subarray(0, 6)) ?? new Uint8Array()),
      ];
    };
    expect(run()).toEqual(run());
  });
});

describe('askVehicle', () => {
  const ask = (request: object) => askVehicle(check(vehicleAskRequest, request));

  it('answers as the page says', () => {
    const { answers, beacons } = ask({
      vehicle: 'quill',
      seed: 1,
      state: { ignition: 'on' },
      faults: [{ element: 'DRIVER-TENSIONER-LINE', mode: 'open' }],
      requests: [
        { module: 'restraint', bytes: '1902ff' },
        { module: 'restraint', bytes: '22ffff' },
      ],
    });
    expect(answers[0]!.bytes.startsWith('5902ff')).toBeTrue();
    expect(answers[0]!.bytes).toContain(codeNumber('B1049', '13').toString(16));
    expect(answers[1]!.bytes).toBe('7f2231');
    expect(beacons.find(({ name }) => name === 'Restraint lamp')!.state).toBe('lit');
  });

  it('says what is not there', () => {
    const said = (request: object) => {
      try {
        ask(request);
        return 'answered';
      } catch (error) {
        return (error as Error).message;
      }
    };
    expect(said({ vehicle: 'constructor', requests: [] })).toContain(
      'vehicle: there is no "constructor"; there is quill',
    );
    expect(said({ vehicle: 'quill', requests: [{ module: '__proto__', bytes: '00' }] })).toContain(
      'requests[0].module',
    );
    expect(said({ vehicle: 'quill', faults: [{ element: 'X', mode: 'open' }], requests: [] })).toContain(
      'faults[0].element',
    );
    expect(said({ vehicle: 'quill', requests: [{ module: 'body', bytes: '0' }] })).toContain(
      'requests[0].bytes',
    );
  });

  it('lists vehicles, modules and elements', () => {
    const { vehicles } = listVehicles();
    expect(vehicles.map(({ vehicle }) => vehicle)).toEqual([...carIds]);
    expect(vehicles[0]!.modules.length).toBeGreaterThanOrEqual(9);
    expect(vehicles[0]!.elements.some(({ element }) => element === 'DRIVER-BAG')).toBeTrue();
  });
});

describe('askVehicle, whatever is asked', () => {
  it('answers or refuses with a path, for every fault of every kind and any bytes', () => {
    const modes = [
      'open',
      'resistive',
      'shortToGround',
      'shortToSupply',
      'bridged',
      'stuckOpen',
      'stuckClosed',
      'wrongPart',
      'intermittent',
    ];
    const random = randomNumbers(11);
    const of = <T>(list: readonly T[]): T => list[Math.floor(list.length * random.uniform())]!;
    let answered = 0;
    for (let n = 0; n < 300; n++) {
      const vehicle = of(carIds);
      const file = carFile(vehicle)!;
      const element = of(file.circuit.elements).id;
      const bytes = Array.from({ length: 1 + Math.floor(6 * random.uniform()) }, () =>
        Math.floor(256 * random.uniform())
          .toString(16)
          .padStart(2, '0'),
      ).join('');
      try {
        const { answers, beacons } = askVehicle(
          check(vehicleAskRequest, {
            vehicle,
            seed: n,
            state: n % 3 === 0 ? { ignition: 'on', volts: 16 * random.uniform() } : {},
            faults: [
              { element, mode: of(modes), ...(n % 2 === 0 ? { ohms: 1 + 50 * random.uniform() } : {}) },
            ],
            seconds: 20 * random.uniform(),
            requests: file.modules.map(({ name: module }) => ({ module, bytes })),
          }),
        );
        answered += 1;
        expect(answers.length).toBe(file.modules.length);
        expect(beacons.length).toBe(file.beacons.length);
      } catch (error) {
        if (!isRefusal(error)) throw error;
        expect(error.path).not.toBe('');
      }
    }
    expect(answered).toBeGreaterThan(150);
  });
});
