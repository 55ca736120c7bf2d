import fc from 'fast-check';
import { fromHex, joinLog, splitMessage, toHex, writeLine } from '../frames/index.js';
import { Car, carFile, carIds } from '../vehicle/index.js';
import { Bus, decodeLog, frameBits, hexOf, Link, Receiver, separationOf, Transfer } from './index.js';

const carWith = (id = 'quill', faults: object[] = []) => {
  const car = new Car(carFile(id)!, { faults: faults as never });
  car.run(10);
  return car;
};
const request = (module: string, hex: string) => ({ module, bytes: fromHex(hex) });
const textOf = (link: Link) => link.log.map(writeLine).join('\n');

describe('the bus', () => {
  it('lets the lowest identifier go first, and a sender’s own frames in their order', () => {
    const bus = new Bus();
    const order: string[] = [];
    bus.listen(({ id, data }) => order.push(`${id} ${toHex(data)}`));
    for (const [id, byte] of [
      ['7E8', 1],
      ['700', 2],
      ['700', 3],
      ['1C000000', 4],
      ['010', 5],
    ] as const)
      bus.send({ id, data: Uint8Array.of(byte) });
    bus.run();
    // 1C000000 begins with the eleven bits of 700: the short one wins.
    expect(order).toEqual(['010 05', '700 02', '700 03', '1C000000 04', '7E8 01']);
  });

  it('takes the time of its bits: 135 of a full frame at most, a quarter of a millisecond', () => {
    expect(frameBits({ id: '7E0', data: new Uint8Array(8) })).toBe(135);
    expect(frameBits({ id: '18DA10F1', data: new Uint8Array(8) })).toBe(160);
    const bus = new Bus();
    bus.send({ id: '7E0', data: new Uint8Array(8) });
    bus.run();
    expect(bus.now).toBeCloseTo(135 / 500_000, 12);
    expect(bus.load).toBe(1);
  });

  it('knows the pauses that flow control asks for', () => {
    expect([0, 0x7f, 0xf1, 0xf9, 0x80, 0xff].map(separationOf)).toEqual([
      0, 0.127, 0.0001, 0.0009, 0.127, 0.127,
    ]);
  });
});

describe('a message on its way', () => {
  it('arrives whole, whatever block and pause its receiver wants', () => {
    fc.assert(
      fc.property(
        fc.uint8Array({ minLength: 1, maxLength: 400 }),
        fc.nat(20),
        fc.constantFrom(0, 1, 0xf1, 0xf9),
        (payload, block, separation) => {
          const bus = new Bus();
          const got: string[] = [];
          let end = '';
          const transfer = new Transfer(bus, '7E0', payload, (how) => (end = how));
          const receiver = new Receiver(
            bus,
            '7E8',
            {
              message: (bytes) => got.push(toHex(bytes)),
              flow: () => undefined,
              problem: (why) => got.push(why),
            },
            { block, separation },
          );
          const sender = new Receiver(bus, '7E0', {
            message: () => undefined,
            flow: (...flow) => transfer.flow(...flow),
            problem: () => undefined,
          });
          bus.listen(({ id, data }) => (id === '7E0' ? receiver : sender).take(data));
          transfer.begin();
          bus.run();
          expect([got, end]).toEqual([[toHex(payload)], 'sent']);
          const frames = bus.log.filter(({ id }) => id === '7E0');
          expect(frames.length).toBe(splitMessage(payload).length);
          // No two consecutive frames are closer than was asked for.
          const pause = separationOf(separation);
          frames.slice(2).forEach(({ at }, n) => expect(at - frames[n + 1]!.at).toBeGreaterThan(pause));
        },
      ),
      { numRuns: 60 },
    );
  });

  it('gives up without flow control, after too many waits, and where there is no room', () => {
    const ending = (answer: (transfer: Transfer, bus: Bus) => void) => {
      const bus = new Bus();
      let end = '';
      const transfer = new Transfer(bus, '7E0', new Uint8Array(30), (how) => (end = how));
      bus.listen(() => answer(transfer, bus));
      transfer.begin();
      bus.run();
      return [end, Math.round(bus.now)];
    };
    expect(ending(() => undefined)).toEqual(['no flow control', 1]);
    expect(ending((transfer) => void setFlow(transfer, 2))).toEqual(['the receiver has no room', 0]);
    const waits = ending((transfer, bus) => {
      const again = (left: number) => {
        transfer.flow(1, 0, 0);
        if (left > 0) bus.after(0.5, () => again(left - 1));
      };
      bus.after(0.001, () => again(20));
    });
    expect(waits[0]).toBe('too many waits');
  });
  // After the first frame was sent: before, no flow control can be meant for it.
  const setFlow = (transfer: Transfer, state: number) => transfer.flow(state, 0, 0);
});

describe('the link to a car', () => {
  it('brings every module’s answer as the module gives it', () => {
    for (const id of carIds) {
      const faults = [{ element: 'DRIVER-BAG-LINE', mode: 'open' }];
      const [linked, asked] = [carWith(id, faults), carWith(id, faults)];
      const modules = linked.file.modules.map(({ name }) => name);
      for (const hex of ['22f190', '1902ff', '3e00', '22ffff', '1003']) {
        const answers = new Link(linked).ask(modules.map((module) => request(module, hex)));
        expect(answers.map(hexOf))
          .withContext(`${id} ${hex}`)
          .toEqual(modules.map((module) => toHex(asked.ask(module, fromHex(hex))!)));
      }
    }
  });

  it('writes a log that reads back as what was said, in words', () => {
    const link = new Link(carWith('quill', [{ element: 'DRIVER-TENSIONER-LINE', mode: 'open' }]));
    link.ask([request('restraint', '1902ff'), request('body', '22f190')]);
    link.ask([request('restraint', '22ffff'), request('restraint', '14ffffff')]);
    const { messages, problems } = decodeLog(textOf(link));
    expect(problems).toEqual([]);
    expect(
      messages.map(({ id, kind, says }) => `${id} ${kind} ${says}`).filter((one) => !one.includes('f190')),
    ).toEqual([
      '737 request read codes 02, ff',
      '73F answer read codes: B1049-13 active',
      '737 request read data ffff',
      '73F refusal read data refused: request out of range',
      '737 request clear all codes',
      '73F answer clear codes: done',
    ]);
    expect(joinLog(textOf(link)).messages.length).toBe(8);
  });

  it('hears nothing of a module without supply, and says so after its patience', () => {
    const car = carWith('quill', [{ element: 'F21', mode: 'open' }]);
    const [silent, there] = new Link(car).ask([request('restraint', '3e00'), request('body', '3e00')]);
    expect([silent!.bytes, silent!.why]).toEqual([null, 'no answer']);
    expect(hexOf(there!)).toBe('7e00');
    expect(car.seconds).toBeCloseTo(12, 0);
    expect(new Link(car).ask([request('nobody', '3e00')])[0]!.why).toBe('there is no such module');
  });

  it('tells a frame that was lost from an answer, and goes on with the next request', () => {
    for (let frame = 0; frame < 8; frame++) {
      const link = new Link(carWith(), { lost: (n) => n === frame });
      const [first, second] = link.ask([request('body', '22f190'), request('body', '3e00')]);
      const whole = first!.bytes !== null && first!.bytes.length === 20;
      expect(whole || first!.why !== null)
        .withContext(`frame ${frame}`)
        .toBeTrue();
      if (frame < 5) expect(hexOf(second!)).withContext(`frame ${frame}`).toBe('7e00');
    }
  });

  it('keeps a session through several requests, and scans nine modules in a tenth of a second of its time', () => {
    const car = carWith();
    const link = new Link(car);
    expect(link.ask([request('body', '1003'), request('body', '31010202')]).map(hexOf)).toEqual([
      '5003003201f4',
      '71010202',
    ]);
    const before = car.seconds;
    const answers = link.ask(car.file.modules.map(({ name }) => request(name, '1902ff')));
    expect(answers.every(({ bytes }) => bytes !== null)).toBeTrue();
    expect(car.seconds - before).toBeLessThan(0.1);
    expect(link.load).toBeGreaterThan(0.1);
  });

  it('leaves bytes that it does not understand as they are', () => {
    const { messages } = decodeLog('(1.0) can0 123#0511223344550000\n(1.1) can0 7E8#037F2231AAAAAAAA\n');
    expect(messages.map(({ kind, says }) => [kind, says])).toEqual([
      ['request', 'reset 22'],
      ['refusal', 'read data refused: request out of range'],
    ]);
    expect(decodeLog('(1.0) can0 123#03AABBCC').messages[0]!.kind).toBe('unknown');
  });
});
