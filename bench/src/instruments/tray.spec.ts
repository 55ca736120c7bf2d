import { Car, carFile } from '../vehicle/index.js';
import { fromHex, toHex } from '../frames/index.js';
import { isSafe, Tray } from './index.js';

const tray = (faults: object[] = [], state: object = {}) => {
  const car = new Car(carFile('quill')!, { faults: faults as never, state });
  car.run(5);
  return { car, tray: new Tray(car) };
};
const value = (shown: { kind: string }) => (shown as unknown as { value: number }).value;
const codes = (car: Car) => toHex(car.ask('restraint', fromHex('190208')) ?? new Uint8Array());

describe('instruments', () => {
  it('show volts, ohms and amps within their accuracy', () => {
    const { tray: own } = tray();
    expect(value(own.between('volts', 'b+', 'gnd'))).toBeGreaterThan(12.3);
    expect(value(own.between('volts', 'b+', 'gnd'))).toBeLessThan(12.7);
    // The lamp, cold and off, with the leads: some two ohms and more.
    const lamp = own.between('ohms', 'brake-l.lamp', 'brake-l.back');
    expect(value(lamp)).toBeGreaterThan(0.3);
    expect(own.between('continuity', 'g4', 'gnd')).toEqual({ kind: 'sounds', continuous: true });
    expect(value(own.amps('BODY-FEED'))).toBeCloseTo(12.5 / 15, 0);
  });

  it('light a test lamp where there is a feed', () => {
    const { tray: own } = tray([{ element: 'F13', mode: 'open' }]);
    expect(own.between('testLamp', 'f12', 'gnd')).toEqual({ kind: 'lamp', is: 'bright' });
    expect(own.between('testLamp', 'f13', 'gnd')).toEqual({ kind: 'lamp', is: 'dark' });
  });

  it('are refused on a loop; done all the same, the bag fires and the car keeps it', () => {
    const { car, tray: own } = tray();
    const refused = own.between('ohms', 'driver-bag.feed', 'driver-bag.back');
    expect(refused.kind).toBe('refused');
    expect(refused.kind === 'refused' && refused.gate.why).toContain('can fire the driver frontal bag');
    expect(own.consequences).toEqual([]);
    own.between('ohms', 'driver-bag.feed', 'driver-bag.back', true);
    expect(own.consequences.map(({ says }) => says)).toEqual(['The driver frontal bag fires.']);
    car.run(5);
    expect(codes(car)).toContain('904013');
    expect(own.between('volts', 'passenger-bag.plus', 'gnd', true).kind).toBe('value');
    expect(own.consequences.at(-1)!.kind).toBe('breach');
  });

  it('measure no ohms on a live line; done all the same, the meter is without its fuse until it has a new one', () => {
    const { tray: own } = tray();
    expect(own.between('ohms', 'f12', 'gnd').kind).toBe('refused');
    expect(own.between('ohms', 'f12', 'gnd', true)).toEqual({ kind: 'nothing' });
    expect(own.amps('BODY-FEED')).toEqual({ kind: 'nothing' });
    expect(own.between('volts', 'f12', 'gnd').kind).toBe('value');
    own.renewFuse();
    expect(own.amps('BODY-FEED').kind).toBe('value');
  });

  it('part a yellow plug only when the car was made safe, and make its code by that', () => {
    const { car, tray: own } = tray();
    expect(own.unplug('C101')!.why).toContain('thirty minutes waited');
    expect(own.unplug('C12')).toBeNull();
    own.plug('C12');
    car.set({ ignition: 'off', deadSeconds: 0 });
    car.run(29 * 60);
    expect(isSafe(car)).toBeFalse();
    car.run(61);
    expect(own.unplug('C101')).toBeNull();
    car.set({ ignition: 'on', unplugged: ['C101'] });
    car.run(5);
    // Its bar closes the loop: low resistance, no open circuit.
    expect(codes(car)).toContain('90401a');
    own.plug('C101');
    expect(own.consequences).toEqual([]);
  });

  it('say of the battery what a tester prints', () => {
    expect(tray([], { volts: 11.8 }).tray.battery().volts).toBeCloseTo(11.8, 0);
    expect(tray().tray.battery()).toEqual(jasmine.objectContaining({ milliohms: 15, healthPercent: 100 }));
  });
});
