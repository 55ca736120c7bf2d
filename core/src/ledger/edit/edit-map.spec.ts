import fc from 'fast-check';
import { tailgateMap } from '../../testing/access.js';
import { clipDirections, plugLocks } from '../acts.js';
import { checkMap, itemsOf } from '../index.js';
import { editedMap, type MapEdit } from './edit-map.js';
import {
  readClips,
  readFasteners,
  readMaterials,
  readPlugs,
  readPreconditions,
  writeClips,
  writeFasteners,
  writeMaterials,
  writePlugs,
  writePreconditions,
} from './lines.js';

describe('an access map that is edited', () => {
  it('gets a step behind another, and loses none that something needs', () => {
    const more = editedMap(tailgateMap, { do: 'add-step', after: 'film' });
    expect(more.steps.at(-1)).toEqual(
      jasmine.objectContaining({ id: 'step-6', needs: [['film']], zone: 'tailgate', place: 'tailgate' }),
    );
    expect(editedMap(more, { do: 'remove', id: 'step-6' })).toEqual(tailgateMap);
    expect(() => editedMap(tailgateMap, { do: 'remove', id: 'plug' })).toThrowError(/the motor needs it/);
    expect(() => editedMap(tailgateMap, { do: 'remove', id: 'constructor' })).toThrowError(/no step/);
  });

  it('stays sound through any sequence of edits', () => {
    const edits = fc.array(fc.tuple(fc.constantFrom('add-step', 'add-part', 'remove'), fc.nat(20)), {
      maxLength: 25,
    });
    fc.assert(
      fc.property(edits, (list) => {
        let map = tailgateMap;
        for (const [what, n] of list) {
          const items = itemsOf(map);
          const id = items[n % Math.max(1, items.length)]?.id ?? 'x';
          const edit: MapEdit =
            what === 'remove'
              ? { do: 'remove', id }
              : { do: what as 'add-step', after: map.steps.some((step) => step.id === id) ? id : null };
          try {
            map = editedMap(map, edit);
          } catch (error) {
            expect((error as Error).name).toBe('Refusal');
          }
          expect(() => checkMap(map)).not.toThrow();
        }
      }),
      { numRuns: 100 },
    );
  });
});

describe('lines that are typed', () => {
  it('are read as they are meant, and refused by their own words', () => {
    expect(
      readFasteners('4 screw T20 2 Nm once, left-hand\n\n1 spring pin\n2 x wing nut\n3 nut 10 8 Nm'),
    ).toEqual([
      { kind: 'screw', count: 4, drive: 'T20', torqueNm: 2, oneTime: true, mark: 'left-hand' },
      { kind: 'spring pin', count: 1 },
      { kind: 'wing nut', count: 2 },
      { kind: 'nut', count: 3, drive: '10', torqueNm: 8 },
    ]);
    expect(() => readFasteners('some screws')).toThrowError(/“some screws” is not understood/);
    expect(() => readFasteners('0 screw')).toThrowError(/not understood/);
    expect(() => readClips('5 trim clip sideways')).toThrowError(/sideways/);
    expect(() => readPlugs('X1: glue')).toThrowError(/glue/);
    expect(() => readPlugs('X1: latch (constructor)')).toThrowError(/constructor/);
    expect(readPreconditions('wheels straight ahead (power)\ndoor open')).toEqual([
      { what: 'wheels straight ahead', needsPower: true },
      { what: 'door open' },
    ]);
  });

  it('come back as they were written', () => {
    const word = fc.constantFrom('screw', 'nut', 'spring pin', 'wing nut', 'bolt');
    const fastener = fc
      .record({
        kind: word,
        count: fc.integer({ min: 1, max: 99 }),
        drive: fc.option(fc.constantFrom('T20', '10', 'M16', '21'), { nil: undefined }),
        thread: fc.option(fc.constantFrom('M6x1', 'M10'), { nil: undefined }),
        torqueNm: fc.option(fc.constantFrom(1.2, 9, 120), { nil: undefined }),
        oneTime: fc.option(fc.constant(true as const), { nil: undefined }),
        mark: fc.option(fc.constantFrom('left-hand', 'longest at the rear, hollow'), { nil: undefined }),
      })
      .map((one) => JSON.parse(JSON.stringify(one)) as typeof one);
    const clip = fc.record({
      what: fc.constantFrom('trim clip', 'clip'),
      count: fc.integer({ min: 1, max: 99 }),
      direction: fc.constantFrom(...clipDirections),
    });
    const plug = fc
      .record({
        name: fc.constantFrom('X41', 'plug at the lamp'),
        locks: fc.option(fc.uniqueArray(fc.constantFrom(...plugLocks), { minLength: 1 }), { nil: undefined }),
        cavity: fc.option(fc.constantFrom('squib' as const, 'high-voltage' as const), { nil: undefined }),
      })
      .map((one) => JSON.parse(JSON.stringify(one)) as typeof one);
    fc.assert(
      fc.property(fc.array(fastener), fc.array(clip), fc.array(plug), (fasteners, clips, plugs) => {
        expect(readFasteners(writeFasteners(fasteners)) as unknown).toEqual(fasteners);
        expect(readClips(writeClips(clips))).toEqual(clips);
        expect(readPlugs(writePlugs(plugs)) as unknown).toEqual(plugs);
      }),
    );
    const sealant = [{ name: 'sealant', rule: 'round the seal only, drain open', waitMinutes: 60 }];
    expect(readMaterials(writeMaterials(sealant))).toEqual(sealant);
    const stands = [{ what: 'glass down', needsPower: true }, { what: 'door open' }];
    expect(readPreconditions(writePreconditions(stands))).toEqual(stands);
  });
});
