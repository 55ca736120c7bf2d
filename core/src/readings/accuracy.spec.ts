import { copperAt, pooled, uncertainty, withoutLeads } from './accuracy.js';
import { readingKinds, usualAccuracy } from './kinds.js';
import { compareSides, sidesSheet } from './sides.js';
import { dropsSheet, judgeDrops } from './drops.js';
import { check } from '../refusal/index.js';
import { templates } from '../trace/templates/index.js';
import { sectionsOf } from './sections.js';

describe('a reading’s width', () => {
  it('is percent of it and digits, pooled by squares, by hand', () => {
    expect(uncertainty({ percent: 1, digits: 0.02 }, -12)).toBeCloseTo(0.14, 12);
    expect(pooled(3, 4)).toBe(5);
    expect(withoutLeads(0.9, 0.3)).toBeCloseTo(0.6, 12);
    expect(withoutLeads(0.1, 0.3)).toBe(0);
  });

  it('carries copper from one temperature to another', () => {
    // 100 ohms at 80 °C: 1 + 0.00393 * 60 = 1.2358.
    expect(copperAt(100, 80)).toBeCloseTo(100 / 1.2358, 9);
    expect(copperAt(copperAt(90, 5, 70), 70, 5)).toBeCloseTo(90, 9);
  });
});

describe('side to side', () => {
  const rows = [
    { name: 'fuse', suspect: 12.42, reference: 12.45 },
    { name: 'C12.1', suspect: 12.35, reference: 12.4 },
    { name: 'behind C12', suspect: 9.1, reference: 12.38 },
  ];
  const sides = (more: object = {}) =>
    compareSides(check(sidesSheet, { sheet: 'sides', what: 'tail lamp on', unit: 'V', rows, ...more }));

  it('finds the first place where both sides part, beyond their pooled width', () => {
    const { firstDifference, says, rows: judged } = sides();
    expect(firstDifference).toBe('behind C12');
    expect(says).toBe('Alike up to C12.1, different at behind C12: look between the two.');
    // By hand for the fuse: 0.1442, 0.1445 and 2 % of 12.45, pooled.
    expect(judged[0]!.width).toBeCloseTo(Math.hypot(0.1442, 0.1445, 0.249), 9);
  });

  it('takes what is usual for its unit, and an accuracy that is given before it', () => {
    // 85 and 88 flashes a minute, counted by eye: 3 each, and 2 % of 88.
    const flashes = { unit: '/min', rows: [{ name: 'left', suspect: 85, reference: 88 }] };
    expect(sides(flashes).rows[0]!.width).toBeCloseTo(Math.hypot(3, 3, 1.76), 9);
    expect(sides(flashes).firstDifference).toBeNull();
    expect(sides({ ...flashes, digits: 0.5 }).firstDifference).toBe('left');
    expect(usualAccuracy('furlongs')).toEqual({});
    expect(new Set(readingKinds.map(({ unit }) => unit)).size).toBe(readingKinds.length);
  });

  it('says so where nothing differs, or everything does', () => {
    expect(sides({ rows: rows.slice(0, 2) }).says).toContain('read the same');
    expect(sides({ rows: rows.slice(2) }).says).toContain('at or before behind C12');
  });
});

describe('the voltage-drop sheet', () => {
  const sections = [
    { name: 'fuse F7', kind: 'fuse', volts: 0.03 },
    { name: 'harness', kind: 'wire', volts: 0.11 },
    { name: 'plug C12', kind: 'contact', volts: 1.9 },
    { name: 'ground G3', kind: 'ground', volts: 0.04 },
  ];
  const drops = (more: object = {}) =>
    judgeDrops(
      check(dropsSheet, {
        sheet: 'drops',
        what: 'tail lamp',
        supplyVolts: 12.5,
        loadVolts: 10.42,
        sections,
        ...more,
      }),
    );

  it('names the section that takes too much, and finds the sum complete', () => {
    const { worst, complete, lost, found, rows } = drops();
    expect([worst, complete]).toEqual(['plug C12', true]);
    expect(lost).toBeCloseTo(2.08, 9);
    expect(found).toBeCloseTo(2.08, 9);
    expect(rows.map(({ verdict }) => verdict)).toEqual(['good', 'good', 'high', 'good']);
  });

  it('misses the volts that no section has', () => {
    const without = sections.filter(({ name }) => name !== 'plug C12');
    expect(drops({ sections: without }).says).toBe(
      '1.90 V of 2.08 V are in no section: one is missing, or was read without the load.',
    );
  });

  it('takes the maker’s limit before its own, and a value within the meter’s width for near', () => {
    const own = [{ ...sections[2], limitVolts: 2 }];
    expect(drops({ sections: own, supplyVolts: 12.32 }).rows[0]!.verdict).toBe('good');
    expect(drops({ sections: [{ ...sections[2], volts: 0.06 }] }).rows[0]!.verdict).toBe('near');
  });
});

describe('the sections of a circuit', () => {
  it('are what carries the load, each with its sound volts', () => {
    const sections = sectionsOf(templates.find(({ id }) => id === 'fused-lamp')!.build({}).circuit, {});
    expect(sections.map(({ name, kind }) => `${kind}: ${name}`)).toEqual([
      'fuse: fuse F7',
      'switch: light switch',
      'wire: harness to the lamp',
      'contact: plug C12',
      'contact: holder of the right tail lamp',
      'ground: ground G3',
    ]);
    // About 1.8 A through 60 milliohms.
    expect(sections[2]!.soundVolts).toBeCloseTo(0.108, 2);
    const input = templates.find(({ id }) => id === 'switch-input')!.build({}).circuit;
    expect(sectionsOf(input, {})).toEqual([]);
  });
});
