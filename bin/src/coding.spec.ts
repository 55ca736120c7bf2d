import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isRefusal } from '@dormant-beacon/core/refusal';
import fc from 'fast-check';
import { answer, answerLine, type Call, readArguments } from './command.js';
import * as examples from './examples.js';

const call = (...args: string[]) => readArguments(args) as Call;
const ask = (args: string[], input: unknown) =>
  answer(call(...args), input instanceof Uint8Array ? input : JSON.stringify(input));
const told = (args: string[], input: unknown): string => {
  try {
    return `answered ${String(ask(args, input))}`;
  } catch (error) {
    if (!isRefusal(error)) throw error;
    return error.message;
  }
};
const read = (file: Uint8Array, form: string): unknown =>
  JSON.parse(String(ask(['image', 'read', '--as', form], file)));
const text = (file: string) => new TextEncoder().encode(file);

/** VIN 0–2, distance 3–5, keys 6–7, crash record 8, sum 9. */
const layout = {
  fields: [
    { name: 'vin', address: 0, length: 3, encoding: 'ascii', role: 'vin' },
    { name: 'distance', address: 3, length: 3, encoding: 'uint', role: 'odometer' },
    { name: 'keys', address: 6, length: 2, role: 'pairing' },
    { name: 'crash', address: 8, length: 1, role: 'crash' },
  ],
  checksums: [{ name: 'sum', from: 0, to: 8, kind: 'xor8', at: 9 }],
};
const unit = (bytes: string) => {
  const sum = Buffer.from(bytes, 'hex').reduce((value, byte) => value ^ byte, 0);
  return [{ address: 0, bytes: bytes + sum.toString(16).padStart(2, '0') }];
};
const original = unit('4c55410003e8a1b2ff');
const merge = (donor: object, recipe: object, more = {}) =>
  told(['image', 'merge'], {
    layout,
    original,
    donor,
    recipe,
    recordedOdometer: 1000,
    drivenInJob: 5,
    ...more,
  });
const all = { vin: 'original', distance: 'original', keys: 'original' };
const donor = unit('4c5542002328c3d400');

describe('beacon image', () => {
  it('reads and writes files, and answers lines', () => {
    expect(read(text(examples.imageFile), 'ihex')).toEqual(examples.imageSegments);
    expect(ask(['image', 'write', '--as', 'bin'], [{ address: 0, bytes: '00ff' }])).toEqual(
      Uint8Array.of(0, 255),
    );
    expect(answerLine(call('image', 'read', '--as', 'hextext'), '"00 ff"')).toBe(
      '{"segments":[{"address":0,"bytes":"00ff"}]}',
    );
    expect(answerLine(call('image', 'write', '--as', 'hextext'), '[{"address":0,"bytes":"00FF"}]')).toBe(
      '"00 ff\\n"',
    );
    expect(told(['image', 'read'], text(''))).toBe('--as: expected ihex, srec, bin, hextext, got nothing');
    expect(told(['image', 'write', '--as', 'srec'], { segments: [{ address: 0, bytes: '0' }] })).toMatch(
      /^segments\[0\].bytes: /,
    );
  });

  it('refuses a merge for each of the reasons, in one line', () => {
    expect(merge(donor, all)).toMatch(/^answered \{"segments":\[\{"address":0,"bytes":"4c55410003e8a1b200/);
    const set = (distance: string) => ({ ...all, distance: { set: distance } });
    expect(merge(donor, set('0003e7'))).toMatch(
      /^recipe.distance: the result would show 999 km; .* at least 1\u202f000 km/,
    );
    expect(merge(donor, set('0003ee'))).toMatch(
      /^recipe.distance: the result would show 1\u202f006 km; .* explain 1\u202f005 km/,
    );
    expect(merge(donor, { vin: 'original', keys: 'original' })).toMatch(
      /^recipe.distance: .* show 9\u202f000 km/,
    );
    expect(merge(donor, { ...all, keys: 'donor' })).toMatch(/^recipe.keys: “keys” would stay another car’s/);
    expect(merge(donor, { vin: 'original', distance: 'original' })).toMatch(/^recipe.keys: /);
    expect(merge(donor, { ...all, keys: 'donor' }, { override: { authority: 'short' } })).toMatch(
      /^override.authority: /,
    );
    expect(merge(donor, { ...all, keys: 'donor' }, { override: { authority: 'owner’s papers' } })).toMatch(
      /^answered/,
    );
    expect(merge(donor, { ...all, crash: { set: 'ff' } })).toMatch(/^recipe.crash: .* evidence/);
    expect(merge(unit('4c5542002328c3d412'), all)).toMatch(/^donor: the donor’s unit holds a crash record/);
    const broken = [{ address: 0, bytes: `${donor[0]!.bytes.slice(0, -2)}00` }];
    expect(merge(broken, all)).toMatch(/^donor: the checksum “sum”/);
    expect(merge(broken, all, { acceptBrokenChecksum: true })).toMatch(/^answered/);
    expect(merge(donor, { constructor: 'original' })).toBe(
      'recipe.constructor: the layout has no such field',
    );
  });

  it('agrees with objcopy both ways, where it is installed', () => {
    try {
      execFileSync('objcopy', ['--version'], { stdio: 'ignore' });
    } catch {
      return pending('objcopy is not installed');
    }
    const folder = mkdtempSync(join(tmpdir(), 'beacon-image-'));
    const through = (file: Uint8Array, from: string, to: string) => {
      writeFileSync(join(folder, 'in'), file);
      execFileSync('objcopy', ['-I', from, '-O', to, join(folder, 'in'), join(folder, 'out')]);
      return readFileSync(join(folder, 'out'));
    };
    const form = fc.constantFrom('ihex', 'srec');
    const runs = fc.array(
      fc.tuple(fc.integer({ min: 1, max: 70_000 }), fc.uint8Array({ minLength: 1, maxLength: 60 })),
      {
        minLength: 1,
        maxLength: 5,
      },
    );
    try {
      fc.assert(
        fc.property(fc.nat(0x7f00_0000), runs, form, form, (start, gaps, from, to) => {
          let next = start;
          const segments = gaps.map(([gap, data]) => {
            const address = next + gap;
            next = address + data.length;
            return { address, bytes: Buffer.from(data).toString('hex') };
          });
          const file = ask(['image', 'write', '--as', from], segments) as Uint8Array;
          expect(read(through(file, from, to), to)).toEqual({ segments });
        }),
        { numRuns: 60 },
      );
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
});
