import fc from 'fast-check';
import { fromHex, joinLog, Joiner, readLine, splitMessage, toHex, writeLine } from './index.js';

const hexOf = (frames: readonly Uint8Array[]) => frames.map(toHex);
const bytes = (length: number) => Uint8Array.from({ length }, (_, n) => (7 * n + 1) & 0xff);
const log = (frames: readonly (readonly [id: string, data: Uint8Array | string])[]) =>
  frames
    .map(([id, data], n) =>
      writeLine({ at: n / 1000, channel: 'can0', id, data: typeof data === 'string' ? fromHex(data) : data }),
    )
    .join('\n');

describe('splitMessage', () => {
  it('gives the worked example, and pads as it is told', () => {
    expect(hexOf(splitMessage(fromHex('22f190')))).toEqual(['0322f19000000000']);
    expect(hexOf(splitMessage(fromHex('22f190'), 0xaa))).toEqual(['0322f190aaaaaaaa']);
    expect(hexOf(splitMessage(fromHex('11223344556677')))).toEqual(['0711223344556677']);
  });

  it('begins with the length in twelve bits, and counts from 1 to 15 and on from 0', () => {
    expect(hexOf(splitMessage(fromHex('1122334455667788')))).toEqual([
      '1008112233445566',
      '2177880000000000',
    ]);
    const frames = splitMessage(bytes(6 + 7 * 17));
    expect(toHex(frames[0]!).slice(0, 4)).toBe('107d');
    expect(frames.slice(1).map(([head]) => head! & 0x0f)).toEqual(
      [...Array(15).keys()].map((n) => n + 1).concat([0, 1]),
    );
    expect(frames.every(({ length }) => length === 8)).toBeTrue();
    expect(toHex(splitMessage(bytes(4095))[0]!).slice(0, 4)).toBe('1fff');
  });

  it('refuses what no message is', () => {
    expect(() => splitMessage(bytes(0))).toThrowError('payload: expected 1 to 4095 bytes, got 0');
    expect(() => splitMessage(bytes(4096))).toThrowError('payload: expected 1 to 4095 bytes, got 4096');
  });
});

describe('joinLog', () => {
  it('comes round for every length', () => {
    for (let length = 1; length <= 4095; length++) {
      const payload = bytes(length);
      const joiner = new Joiner();
      const ends = splitMessage(payload).flatMap((frame, n) => joiner.push(frame, n));
      const [end] = ends.filter(({ kind }) => kind === 'message');
      if (
        end?.kind !== 'message' ||
        toHex(end.payload) !== toHex(payload) ||
        ends.some(({ kind }) => kind === 'problem')
      )
        fail(`${length} bytes`);
    }
    expect().nothing();
  });

  it('joins senders apart however their frames lie between each other', () => {
    const sender = fc.record({
      id: fc.constantFrom('7E0', '7E8', '18DA10F1', '701'),
      channel: fc.constantFrom('can0', 'can1'),
      payloads: fc.array(fc.uint8Array({ minLength: 1, maxLength: 60 }), { minLength: 1, maxLength: 4 }),
    });
    fc.assert(
      fc.property(
        fc.uniqueArray(sender, {
          minLength: 1,
          maxLength: 5,
          selector: ({ id, channel }) => `${channel} ${id}`,
        }),
        fc.array(fc.nat(1000), { minLength: 200, maxLength: 200 }),
        (senders, order) => {
          const queues = senders.map(({ id, channel, payloads }) => ({
            id,
            channel,
            frames: payloads.flatMap((payload) => splitMessage(payload)),
          }));
          const lines: string[] = [];
          for (let n = 0; queues.some(({ frames }) => frames.length > 0); n++) {
            const waiting = queues.filter(({ frames }) => frames.length > 0);
            const { id, channel, frames } = waiting[order[n % order.length]! % waiting.length]!;
            lines.push(writeLine({ at: n / 100, channel, id, data: frames.shift()! }));
          }
          const { messages, problems } = joinLog(lines.join('\n'));
          expect(problems).toEqual([]);
          for (const { id, channel, payloads } of senders)
            expect(
              messages
                .filter((one) => one.id === id && one.channel === channel)
                .map(({ payload }) => payload),
            ).toEqual(payloads.map(toHex));
        },
      ),
      { numRuns: 60 },
    );
  });

  it('never makes a message that nobody sent of frames that were lost, repeated or swapped', () => {
    fc.assert(
      fc.property(
        fc.array(fc.uint8Array({ minLength: 8, maxLength: 80 }), { minLength: 1, maxLength: 4 }),
        fc.constantFrom('lost', 'repeated', 'swapped'),
        fc.nat(1000),
        (payloads, slip, where) => {
          const parts = payloads.map((payload) => splitMessage(payload));
          const part = parts[where % parts.length]!;
          const at = where % part.length;
          // Of two messages swapped frames may look like one that was sent: nothing in them could tell.
          const next = at + 1 < part.length ? at + 1 : at - 1;
          if (slip === 'lost') part.splice(at, 1);
          if (slip === 'repeated') part.splice(at, 0, part[at]!);
          if (slip === 'swapped') [part[at], part[next]] = [part[next]!, part[at]!];
          const frames = parts.flat();
          const { messages, problems } = joinLog(log(frames.map((frame) => ['7E0', frame] as const)));
          const sent = new Set(payloads.map(toHex));
          expect(messages.every(({ payload }) => sent.has(payload))).toBeTrue();
          expect(messages.length < payloads.length || problems.length > 0).toBeTrue();
        },
      ),
    );
  });

  it('says of each message that breaks where and why, once', () => {
    const [first, second, third] = splitMessage(bytes(20)) as [Uint8Array, Uint8Array, Uint8Array];
    const why = (...frames: (Uint8Array | string)[]) =>
      joinLog(log(frames.map((frame) => ['7E0', frame] as const))).problems.map(
        (one) => `${one.line} ${one.why}`,
      );
    expect(why(first, third, second, third)).toEqual(['2 sequence 2 where 1 was expected']);
    expect(why(first, second, '023e000000000000')).toEqual(['3 a new message begins after 13 of 20 bytes']);
    expect(why(first, second)).toEqual(['1 the log ends before the message does']);
    expect(why(second, third)).toEqual(['1 a consecutive frame without a first one']);
    expect(why('0000000000000000', '09', '4000000000000000')).toEqual([
      '1 a single frame of 0 bytes; 1 to 7 are possible',
      '2 a single frame of 9 bytes; 1 to 7 are possible',
      '3 no kind of frame begins with 40',
    ]);
    expect(why('1004aabbccdd0000', '1014aabb', '3000')).toEqual([
      '1 a first frame of a message of 4 bytes, which one frame holds',
      '2 a first frame of 4 bytes; it has 8',
      '3 a flow-control frame of 2 bytes; it has 3',
    ]);
  });

  it('takes flow control for none, and keeps the time of the first frame', () => {
    const text = [
      '(1736.250000) can0 7E0#0322F19000000000',
      '(1736.260000) can0 7E8#1014620102030405',
      '(1736.261000) can0 7E0#3000000000000000',
      '(1736.262000) can0 7E8#210607080910AA11',
      '',
      '(1736.263000) can0 7E8#2212131415161718',
    ].join('\r\n');
    expect(joinLog(text)).toEqual({
      messages: [
        { at: 1736.25, channel: 'can0', id: '7E0', payload: '22f190' },
        {
          at: 1736.26,
          channel: 'can0',
          id: '7E8',
          payload: '620102030405' + '0607080910aa11' + '12131415161718',
        },
      ],
      problems: [],
    });
  });

  it('says of a line that is no frame what is wrong with it, and goes on', () => {
    const { messages, problems } = joinLog(
      [
        'garbage',
        '(1.0) can0 7E0',
        '(1.0) can0 7EX#00',
        '(1.0) can0 7E0#R',
        '(1.0) can0 7E0##1AABB',
        '(1.0) can0 7E0#0',
        '(1.0) can0 7E0#001122334455667788',
        '(1.0) can0 7E0#023E00',
      ].join('\n'),
    );
    expect(messages.map(({ payload }) => payload)).toEqual(['3e00']);
    expect(problems.map(({ line }) => line)).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect(readLine('(1.0) can0 7e0#023e00 R')).toEqual(jasmine.objectContaining({ id: '7E0' }));
  });

  it('reads a hundred thousand lines of nothing good in a moment', () => {
    const { problems } = joinLog(Array(100_000).fill('(((((((( ################').join('\n'));
    expect(problems.length).toBe(100_000);
  });
});
