import { check } from '../../refusal/index.js';
import { editedCase } from './edit-case.js';
import { nextTests } from '../plan/next-tests.js';
import { traceCase, type TraceCase } from '../model/schema.js';
import { templates } from '../templates/index.js';

const built = (id: string) => templates.find((template) => template.id === id)!.build({});
const flap = built('switch-input');
const labels = ({ tests }: TraceCase) => tests.map(({ label }) => label!);

describe('a case whose circuit is edited', () => {
  it('measures at a point by its new name, in its words too', () => {
    const renamed = editedCase(flap, { do: 'rename', point: 'C31.2', to: 'X9.14' });
    check(traceCase, renamed);
    expect(renamed.tests.length).toBe(flap.tests.length);
    const signal = renamed.tests.find(({ id }) => id === 'signal')!;
    expect([signal.label, 'from' in signal && signal.from]).toEqual([
      'Measure X9.14 to ground with the flap shut',
      'X9.14',
    ]);
    const bridge = renamed.tests.find(({ id }) => id === 'bridge')!;
    expect(bridge.state!.jumpers).toEqual([['X9.14', 'C31.1']]);
    expect(bridge.label).toContain('bridge X9.14 to C31.1');
    expect(renamed.cavities!.some(({ point }) => point === 'X9.14')).toBeTrue();
    expect(JSON.stringify(renamed)).not.toContain('"C31.2"');
    expect(nextTests(renamed).next.length).toBe(nextTests(flap).next.length);
  });

  it('keeps ground and its tests where ground is joined with another point', () => {
    const joined = editedCase(flap, { do: 'join', point: 'gnd', with: 'switch.out' });
    check(traceCase, joined);
    expect(joined.tests.filter((test) => 'from' in test && test.kind === 'volts').length).toBe(
      flap.tests.filter((test) => 'from' in test && test.kind === 'volts').length,
    );
    expect(JSON.stringify(joined)).not.toContain('"switch.out"');
  });

  it('keeps the faults of a state where their element or point is called otherwise', () => {
    const faults = [{ element: 'PLUG', mode: 'bridged' as const, to: 'C31.2' }];
    const faulty = { ...flap, state: { ...flap.state, faults } };
    const renamed = editedCase(faulty, { do: 'rename', point: 'C31.2', to: 'X9.14' });
    expect(renamed.state!.faults).toEqual([{ element: 'PLUG', mode: 'bridged', to: 'X9.14' }]);
  });

  it('renames whole words only', () => {
    const lamp = built('fused-lamp');
    const renamed = editedCase(lamp, { do: 'rename', point: 'F7', to: 'F70' });
    expect(labels(renamed)).toContain('Look at fuse F70');
    expect(labels(editedCase(renamed, { do: 'rename', point: 'C12.1', to: 'F7' }))).toContain(
      'Look at fuse F70',
    );
    // C12.1 is no part of the name C12.
    expect(labels(renamed)).toContain('Look into plug C12 for green or brown pins');
  });

  it('keeps everything of an element that is called otherwise, and of its connector', () => {
    const plug = flap.circuit.elements.find(({ id }) => id === 'PLUG')!;
    const changed = editedCase(flap, {
      do: 'change',
      id: 'PLUG',
      element: { ...plug, id: 'PLUG-FLAP', connector: 'C99' } as typeof plug,
    });
    check(traceCase, changed);
    const of = (list: readonly { element: string }[]) =>
      list.filter(({ element }) => element === 'PLUG-FLAP').length;
    expect(of(changed.suspects!)).toBe(2);
    // Cleaned, and its terminals renewed.
    expect(of(changed.repairs)).toBe(2);
    expect(of(changed.roots!)).toBe(flap.roots!.filter(({ element }) => element === 'PLUG').length);
    expect(changed.tests.find(({ id }) => id === 'switch-ohms')!.state!.unplugged).toEqual(['C99']);
    expect(changed.suspects!.length).toBe(flap.suspects!.length);
  });

  it('takes along what cannot be made any more, and adds what is usual for what is new', () => {
    const without = editedCase(flap, { do: 'remove', id: 'SWITCH' });
    expect(without.suspects!.some(({ element }) => element === 'SWITCH')).toBeFalse();
    expect(without.tests.some((test) => 'from' in test && test.to === 'switch.out')).toBeTrue();
    const added = editedCase(flap, {
      do: 'add',
      element: { id: 'C7', kind: 'contact', pins: ['harness', 'x'], ohms: 0.005, connector: 'C7' },
    });
    expect(added.repairs.some(({ element }) => element === 'C7')).toBeTrue();
    expect(added.tests.length).toBeGreaterThan(flap.tests.length);
  });

  it('leaves out of its usual state, and of what a repair covers, what is taken out of the circuit', () => {
    const twoWay = built('two-way-motor');
    const without = editedCase(twoWay, { do: 'remove', id: 'OTHER-REST' });
    expect(without.state).toEqual({ closed: ['ONE-FEED'], open: ['ONE-REST', 'OTHER-FEED'] });
    expect(without.repairs.find(({ element }) => element === 'ONE-FEED')!.covers).toEqual([
      'ONE-REST',
      'OTHER-FEED',
    ]);
    const rest = twoWay.circuit.elements.find(({ id }) => id === 'OTHER-REST')!;
    const called = editedCase(twoWay, { do: 'change', id: rest.id, element: { ...rest, id: 'REST' } });
    expect(called.repairs.find(({ element }) => element === 'ONE-FEED')!.covers).toContain('REST');
  });

  it('moves the tests of a point that is joined to another', () => {
    const lamp = built('fused-lamp');
    const joined = editedCase(editedCase(lamp, { do: 'remove', id: 'SWITCH' }), {
      do: 'join',
      point: 'switched',
      with: 'F7',
    });
    const switched = joined.tests.find(({ id }) => id === 'switched')!;
    expect('from' in switched && switched.from).toBe('F7');
    expect(nextTests(joined).suspects.length).toBeGreaterThan(5);
  });

  it('is the same again after an edit and its reverse', () => {
    const there = editedCase(flap, { do: 'rename', point: 'C31.2', to: 'X9.14' });
    expect(editedCase(there, { do: 'rename', point: 'X9.14', to: 'C31.2' })).toEqual(flap);
  });
});
