import fc from 'fast-check';
import { coldFuseOhms } from '../circuit/index.js';
import { check } from '../refusal/index.js';
import { fuseDropAmps, fuseDropSheet } from './fuse-drop.js';
import { judgeProvoked, provokeSheet } from './provoke.js';
import { judgeRelay, relaySheet } from './relay.js';
import { sheet, sheetSays } from './sheets.js';
import { judgeTyres, tyresSheet } from './tyres.js';

describe('fuse drop to current', () => {
  const fuse = (more: object) =>
    fuseDropAmps(
      check(fuseDropSheet, { sheet: 'fuse-drop', fuse: 'F7', ratingAmps: 10, millivolts: 13, ...more }),
    );

  it('is the current that makes the drop, its warming counted, by hand', () => {
    // 1.7 A through 7.5 milliohms, warmed by 0.3 * 0.17^2: 12.86 mV.
    const millivolts = 1000 * 1.7 * 0.0075 * (1 + 0.3 * 0.17 ** 2);
    const { amps, valid } = fuse({ millivolts });
    expect(amps).toBeCloseTo(1.7, 9);
    expect(valid).toBeTrue();
  });

  it('comes back to any current that a fuse can carry', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(5, 10, 15, 30),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        (rating, share) => {
          const current = share * rating;
          const volts = current * coldFuseOhms(rating) * (1 + 0.3 * share ** 2);
          expect(fuse({ ratingAmps: rating, millivolts: 1000 * volts }).amps).toBeCloseTo(current, 6);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('says where it is not valid: below the meter’s steps, above what the fuse carries', () => {
    expect(fuse({ millivolts: 0.2 })).toEqual(jasmine.objectContaining({ valid: false }));
    expect(fuse({ millivolts: 0.2 }).says).toContain('Below 0.04 A');
    expect(fuse({ millivolts: 500 }).says).toContain('more than this fuse carries');
    expect(fuse({ millivolts: -13 }).says).toContain('The tips are the other way round.');
  });
});

describe('a relay on the bench', () => {
  const relay = (more: object) =>
    judgeRelay(check(relaySheet, { sheet: 'relay', relay: 'R5', ratedVolts: 12, ratedWatts: 1.6, ...more }));
  const good = {
    coilOhms: 91,
    contactMillivolts: 60,
    contactAmps: 5,
    pullInVolts: 7.4,
    releaseVolts: 2.1,
    clicks: true,
  };

  it('is judged by ohms and volts alone where no watts are printed', () => {
    const plain = (coilOhms: number) =>
      judgeRelay(check(relaySheet, { sheet: 'relay', relay: 'R5', ratedVolts: 12, coilOhms }));
    // 144/2.4 and 144/1.1 Ω, a tenth wider.
    expect(plain(90).coilBand.map(Math.round)).toEqual([54, 144]);
    expect(plain(90).checks[0]!.good).toBeTrue();
    expect(plain(30).verdict).toBe('replace');
  });

  it('is good within the band of its rated watts, by hand', () => {
    const { coilBand, verdict, checks } = relay(good);
    // 144 / 1.6 = 90 ohms.
    expect(coilBand[0]).toBeCloseTo(81, 9);
    expect(coilBand[1]).toBeCloseTo(99, 9);
    expect(verdict).toBe('good');
    expect(checks.find(({ what }) => what === 'contact')!.says).toBe('60 mV at 5 A is 12.0 mΩ.');
  });

  it('judges a warm coil as it would be at 20 °C', () => {
    expect(relay({ ...good, coilOhms: 104, celsius: 60 }).verdict).toBe('good');
    expect(relay({ ...good, coilOhms: 104, celsius: 20 }).verdict).toBe('replace');
  });

  for (const [fault, says] of [
    [{ coilOpen: true }, 'The coil is open.'],
    [{ coilOhms: 40 }, 'turns are shorted'],
    [{ pullInVolts: 10 }, 'drop out on a weak battery'],
    [{ releaseVolts: 0.3 }, 'it sticks'],
    [{ contactMillivolts: 900 }, 'the contact is burnt'],
    [{ clicks: false }, 'stays silent'],
    [{ suppression: 'diode', coilOhmsReversed: 91 }, 'the diode is open'],
    [{ suppression: 'none', coilOhmsReversed: 30 }, 'a diode is inside'],
  ] as const)
    it(`is replaced where ${says}`, () => {
      const { verdict, checks } = relay({ ...good, ...fault });
      expect(verdict).toBe('replace');
      expect(checks.find((one) => !one.good)!.says).toContain(says);
    });

  it('cannot be judged by its click', () => {
    expect(relay({ clicks: true }).verdict).toBe('cannot judge yet');
  });
});

describe('tyres against the placard', () => {
  const tyres = (pressures: readonly number[], more: object = {}) =>
    judgeTyres(
      check(tyresSheet, {
        sheet: 'tyres',
        unit: 'bar',
        placardFront: 2.3,
        placardRear: 2.1,
        tyreCelsius: 20,
        coldCelsius: 20,
        tyres: (['front-left', 'front-right', 'rear-left', 'rear-right'] as const)
          .slice(0, pressures.length)
          .map((place, n) => ({ place, pressure: pressures[n]! })),
        ...more,
      }),
    );

  it('lets the lamp be right before its sensor is blamed', () => {
    expect(tyres([2.3, 1.8, 2.1, 2.15]).says).toContain('The lamp is right: front-right');
    expect(tyres([2.3, 2.1, 2.1, 2.4]).rows.map(({ verdict }) => verdict)).toEqual([
      'good',
      'low',
      'good',
      'high',
    ]);
    expect(tyres([2.3, 2.3, 2.1, 2.1]).says).toContain('the sensor’s or the module’s');
  });

  it('takes a warm tyre back to the cold morning, by hand', () => {
    // (230 + 101.3) * 278.15 / 313.15 - 101.3 = 192.97 kPa.
    const [row] = tyres([2.3], { tyreCelsius: 40, coldCelsius: 5 }).rows;
    expect(row!.coldKilopascals).toBeCloseTo((331.3 * 278.15) / 313.15 - 101.3, 9);
    expect(row!.verdict).toBe('low');
  });
});

describe('a provoked fault', () => {
  const provoked = (rounds: string) =>
    judgeProvoked(
      check(provokeSheet, {
        sheet: 'provoke',
        cause: 'cold spray on the switch',
        // Upper case: applied; s: shows.
        rounds: rounds.split(' ').map((round) => ({ applied: round[0] === 'A', shows: round.endsWith('s') })),
      }),
    );

  it('is made by what it comes and goes with, by Fisher’s test by hand', () => {
    const { byChance, verdict } = provoked('As - As - As -');
    // Three and three in perfect agreement: 1 of 20 ways.
    expect(byChance).toBeCloseTo(0.05, 12);
    expect(verdict).toBe('makes it');
  });

  it('asks for the removal and the second time', () => {
    expect(provoked('As As').verdict).toBe('go on');
    expect(provoked('As As').says).toContain('Remove it and apply it again');
    expect(provoked('As -s A -s').byChance).toBeGreaterThan(0.5);
    expect(provoked('A - A - A -').verdict).toBe('not shown');
  });
});

describe('every sheet', () => {
  it('says what it amounts to, in one sentence', () => {
    const sheets = [
      { sheet: 'sides', what: 'tail lamp', unit: 'V', rows: [{ name: 'C12', suspect: 1, reference: 12 }] },
      {
        sheet: 'drops',
        what: 'tail lamp',
        supplyVolts: 12,
        loadVolts: 11.9,
        sections: [{ name: 'G3', kind: 'ground', volts: 0.1 }],
      },
      { sheet: 'fuse-drop', fuse: 'F7', ratingAmps: 10, millivolts: 13 },
      { sheet: 'relay', relay: 'R5', ratedVolts: 12, ratedWatts: 1.6 },
      {
        sheet: 'tyres',
        unit: 'bar',
        placardFront: 2.3,
        placardRear: 2.1,
        tyreCelsius: 20,
        coldCelsius: 20,
        tyres: [{ place: 'front-left', pressure: 2.3 }],
      },
      {
        sheet: 'wiggle',
        what: 'X8.7',
        unit: 'V',
        series: [0, 1, 2, 3].map((at) => ({ at, value: 5 })),
        marks: [],
      },
      {
        sheet: 'provoke',
        cause: 'cold',
        rounds: [
          { applied: true, shows: true },
          { applied: false, shows: false },
        ],
      },
    ];
    for (const one of sheets)
      expect(sheetSays(check(sheet, one)).length)
        .withContext(one.sheet)
        .toBeGreaterThan(10);
  });
});
