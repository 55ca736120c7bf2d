import { randomNumbers } from '@dormant-beacon/core/random';
import { fromHex, toHex } from '../frames/index.js';
import { file, StillCar } from '../testing/still-car.js';
import { DiagnosticModule, keyOf } from './index.js';

const states = ['default', 'extended', 'extended, unlocked', 'programming', 'programming, unlocked'] as const;
type StateName = (typeof states)[number];

/** A module in a state, by the requests that lead there. */
function moduleIn(state: StateName) {
  const car = new StillCar();
  const module = new DiagnosticModule(file, car);
  const ask = (hex: string, now = 0, addressing: 'physical' | 'functional' = 'physical') => {
    const answer = module.answer(fromHex(hex), now, addressing);
    return answer && toHex(answer);
  };
  if (state !== 'default') ask('1003');
  if (state.startsWith('programming')) ask('1002');
  if (state.endsWith('unlocked')) unlock(ask);
  car.done.length = 0;
  return { car, module, ask };
}

function unlock(ask: (hex: string) => string | null): string | null {
  const seed = Number.parseInt(ask('2701')!.slice(4), 16);
  return ask(`2702${keyOf(seed, file.secret).toString(16).padStart(8, '0')}`);
}

/**
 * Each request with what it is answered in each state, in their order: `ok`, or the refusal. Written down from the
 * standard, apart from the code: a request that is cut short or too long is refused by its length (13), unless its
 * service is not there in the session (7f) or its sub-function is unknown (12).
 */
const everywhere = (end: string) => [end, end, end, end, end] as const;
const notInDefault = (end: string) => ['7f', end, end, end, end] as const;
const table: readonly (readonly [request: string, ends: readonly string[]])[] = [
  ['1001', everywhere('ok')],
  ['1003', everywhere('ok')],
  ['1002', ['7e', 'ok', 'ok', 'ok', 'ok']],
  ['1004', everywhere('12')],
  ['1000', everywhere('12')],
  ['1101', everywhere('ok')],
  ['1102', everywhere('ok')],
  ['1103', everywhere('ok')],
  ['1104', everywhere('12')],
  ['14ffffff', everywhere('ok')],
  ['14000001', everywhere('31')],
  ['1901ff', everywhere('ok')],
  ['190208', everywhere('ok')],
  ['190a', everywhere('ok')],
  ['190490491301', everywhere('ok')],
  ['1904904913ff', everywhere('ok')],
  ['190490491302', everywhere('31')],
  ['190412345601', everywhere('31')],
  ['190690491301', everywhere('ok')],
  ['190690491302', everywhere('ok')],
  ['1906c14000ff', everywhere('ok')],
  ['190690491377', everywhere('31')],
  ['1907', everywhere('12')],
  ['22f190', everywhere('ok')],
  ['22f1900101', everywhere('ok')],
  ['22f190abcd', everywhere('ok')],
  ['22abcd', everywhere('31')],
  ['220300', ['31', '33', 'ok', '33', 'ok']],
  ['2312000804', ['7f', '33', 'ok', '33', 'ok']],
  ['2312003e04', notInDefault('31')],
  ['2312000000', notInDefault('31')],
  ['3d12000804aabbccdd', ['7f', '7f', '7f', '33', 'ok']],
  ['3d12003e04aabbccdd', ['7f', '7f', '7f', '31', '31']],
  ['2701', notInDefault('ok')],
  ['2703', notInDefault('12')],
  ['280001', notInDefault('ok')],
  ['280301', notInDefault('ok')],
  ['280401', notInDefault('12')],
  ['280000', notInDefault('31')],
  ['2e020001020304', ['7f', 'ok', 'ok', '31', '31']],
  [`2ef190${'41'.repeat(17)}`, ['7f', '33', 'ok', '33', 'ok']],
  ['2e0101ffff', notInDefault('31')],
  ['2f04010301', notInDefault('ok')],
  ['2f040100', notInDefault('ok')],
  ['2f040102', notInDefault('ok')],
  ['2f040104', notInDefault('31')],
  ['2f999900', notInDefault('31')],
  ['3101020301', ['7f', 'ok', 'ok', '31', '31']],
  ['3101ff00', ['7f', '31', '31', '33', 'ok']],
  ['3102ff00', ['7f', '31', '31', '33', '24']],
  ['31030203', ['7f', '24', '24', '31', '31']],
  ['31019999', notInDefault('31')],
  ['31040203', notInDefault('12')],
  ['3e00', everywhere('ok')],
  ['3e01', everywhere('12')],
  ['8501', notInDefault('ok')],
  ['8502', notInDefault('ok')],
  ['8503', notInDefault('12')],
];

const withSub = new Set(['10', '11', '19', '27', '28', '31', '3e', '85']);
const endOf = (answer: string | null) =>
  answer === null ? 'silent' : answer.startsWith('7f') ? answer.slice(4) : 'ok';

describe('a module', () => {
  it('answers every service in every session and state of security as the standard says, at every length', () => {
    let cases = 0;
    const wrong: string[] = [];
    const hold = (state: StateName, request: string, expected: string) => {
      cases += 1;
      const end = endOf(moduleIn(state).ask(request));
      if (end !== expected) wrong.push(`${request} in ${state}: ${end}, expected ${expected}`);
    };
    for (const [request, ends] of table)
      states.forEach((state, n) => {
        hold(state, request, ends[n]!);
        const service = request.slice(0, 2);
        // Both are looked at before the whole length is.
        const unknownSub = ends[n] === '12' || ends[n] === '7e';
        const notHere = ends[n] === '7f' || (state === 'default' && ends[0] === '7f');
        const bytes = request.length / 2;
        for (let length = 1; length < bytes; length++) {
          if (service === '22' && length > 1 && length % 2 === 1) continue;
          // Shorter than a routine’s number or with its sub-function alone, nothing else is looked at.
          const subKnown = unknownSub && length >= (service === '31' ? 4 : 2);
          // What the number stands for comes before its length.
          const early = length >= earlyFrom(service) ? earlyEnd(ends[n]!) : null;
          hold(state, request.slice(0, 2 * length), notHere ? '7f' : subKnown ? ends[n]! : (early ?? '13'));
        }
        if (service === '22') return;
        for (const more of ['00', '0000', 'ff'.repeat(30)])
          hold(
            state,
            request + more,
            notHere ? '7f' : unknownSub ? ends[n]! : (earlyEnd(ends[n]!, service) ?? '13'),
          );
      });
    const known = new Set(table.map(([request]) => request.slice(0, 2)));
    for (let service = 0; service < 256; service++) {
      const hex = service.toString(16).padStart(2, '0');
      if (known.has(hex)) continue;
      for (const state of states) hold(state, `${hex}01`, '11');
    }
    expect(wrong).toEqual([]);
    expect(cases).toBeGreaterThan(2000);
  });

  it('gives and takes its memory byte by byte, with addresses and lengths of any size', () => {
    const { ask, car } = moduleIn('programming, unlocked');
    expect(ask('2312000804')).toBe('6308090a0b');
    expect(ask('23440000000800000004')).toBe('6308090a0b');
    expect(ask('3d11080211ff')).toBe('7d110802');
    expect(ask('23110803')).toBe('6311ff0a');
    for (const format of ['00', '10', '01', '51', '15']) expect(endOf(ask(`23${format}0804`))).toBe('31');
    car.volts = 9;
    expect(endOf(ask('3d11080211ff'))).toBe('93');
  });

  it('is silent where it is asked to be, unless it refuses', () => {
    for (const [request, ends] of table) {
      const service = request.slice(0, 2);
      if (!withSub.has(service)) continue;
      const sub = (Number.parseInt(request.slice(2, 4), 16) | 0x80).toString(16);
      states.forEach((state, n) => {
        const end = endOf(moduleIn(state).ask(service + sub + request.slice(4)));
        expect(end)
          .withContext(`${request} in ${state}`)
          .toBe(ends[n] === 'ok' ? 'silent' : ends[n]!);
      });
    }
  });

  it('keeps back before everybody what it does not know', () => {
    const { ask } = moduleIn('default');
    expect(ask('aa', 0, 'functional')).toBeNull();
    expect(ask('22abcd', 0, 'functional')).toBeNull();
    expect(ask('2e020001020304', 0, 'functional')).toBeNull();
    expect(ask('10', 0, 'functional')).toBe('7f1013');
    expect(ask('3e00', 0, 'functional')).toBe('7e00');
  });

  it('tells its codes by status, one with what stood around, one with how often', () => {
    const { ask } = moduleIn('default');
    expect(ask('190201')).toBe('5902ff9049132f');
    expect(ask('1902ff')).toBe('5902ff9049132fc1400028');
    expect(ask('190108')).toBe('5901ff010002');
    expect(ask('190490491301')).toBe('59049049132f0101010104ec');
    expect(ask('1904c1400001')).toBe('5904c1400028');
    expect(ask('1906c14000ff')).toBe('5906c1400028010102ff');
    expect(ask('14ffffff')).toBe('54');
    expect(ask('1902ff')).toBe('5902ff');
  });

  it('opens for its key alone, waits after three wrong ones, and locks again with the session', () => {
    const { ask, module } = moduleIn('extended');
    expect(ask('270200000000')).toBe('7f2724');
    for (const expected of ['7f2735', '7f2735', '7f2736']) {
      ask('2701', 0);
      expect(ask('270200000000', 0)).toBe(expected);
    }
    expect(ask('2701', 4000)).toBe('7f2737');
    expect(ask('3e00', 8000)).toBe('7e00');
    expect(module.answer(fromHex('2701'), 10_001)![0]).toBe(0x67);
    const seed = toHex(module.answer(fromHex('2701'), 10_002)!).slice(4);
    const key = keyOf(Number.parseInt(seed, 16), file.secret).toString(16).padStart(8, '0');
    expect(ask(`2702${key}`, 10_003)).toBe('6702');
    expect(ask('2701', 10_004)).toBe('670100000000');
    expect(module.state(10_005).unlocked).toBeTrue();
    ask('1003', 10_006);
    expect(module.state(10_007).unlocked).toBeFalse();
    expect(ask(`2702${key}`, 10_008)).toBe('7f2724');
  });

  it('falls back to the default session five seconds after the last request, and lets go of what it held', () => {
    const { ask, car, module } = moduleIn('extended');
    ask('2f04010301', 1000);
    ask('8502', 2000);
    expect(ask('3e00', 6900)).toBe('7e00');
    expect(module.state(11_800).session).toBe('extended');
    expect(module.state(11_901).session).toBe('default');
    expect(car.done).toEqual(['control 401 3', 'codes off', 'control 401 0', 'codes on', 'communication 0']);
    expect(ask('2e020001020304', 12_000)).toBe('7f2e7f');
  });

  it('refuses while the supply is low, on the road, and where the car refuses', () => {
    const { ask, car } = moduleIn('extended');
    car.volts = 9;
    for (const request of ['2e020001020304', '3101020301', '2f04010301', '14ffffff'])
      expect(endOf(ask(request)))
        .withContext(request)
        .toBe('93');
    car.volts = 12.6;
    car.stands = false;
    for (const request of ['3101020301', '2f04010301', '8502', '280301', '1101', '1002'])
      expect(endOf(ask(request)))
        .withContext(request)
        .toBe('22');
    car.stands = true;
    car.refused = 0x22;
    expect(endOf(ask('2e020001020304'))).toBe('22');
    expect(toHex(car.memory.get(0x0200)!)).toBe('00000000');
  });

  it('says of a routine that it still runs, and what came of it', () => {
    const { ask, car } = moduleIn('extended');
    expect(ask('3101020301')).toBe('71010203');
    car.running = true;
    expect(ask('31030203')).toBe('7103020301');
    car.running = false;
    expect(ask('31030203')).toBe('7103020300');
    expect(ask('31020203')).toBe('71020203');
    expect(car.done).toEqual(['start 203', 'stop 203']);
  });

  it('is not to be brought down by a million random requests', () => {
    const { module } = moduleIn('default');
    const random = randomNumbers(7);
    const first = [0x10, 0x11, 0x14, 0x19, 0x22, 0x23, 0x27, 0x28, 0x2e, 0x2f, 0x31, 0x3d, 0x3e, 0x85];
    let now = 0;
    for (let n = 0; n < 1_000_000; n++) {
      const request = Uint8Array.from({ length: Math.floor(12 * random.uniform()) }, () =>
        Math.floor(256 * random.uniform()),
      );
      if (request.length > 0 && n % 2 === 0) request[0] = first[n % first.length]!;
      now += 20 * random.uniform();
      const answer = module.answer(request, now);
      if (answer?.length === 0 || (answer && answer[0] === 0x7f && answer.length !== 3)) fail(toHex(request));
    }
    expect(toHex(module.answer(fromHex('3e00'), now)!)).toBe('7e00');
  });
});

/** Length from which the number in a request is looked at before the request’s whole length. */
function earlyFrom(service: string): number {
  return ({ '2e': 4, '2f': 4, '31': 4 } as Record<string, number>)[service] ?? Infinity;
}

/** Of a number that is unknown, locked or out of sequence the length is not looked at. */
function earlyEnd(end: string, service = '2e'): string | null {
  if (!['2e', '2f', '31'].includes(service)) return null;
  return end === '31' || end === '33' ? end : null;
}
