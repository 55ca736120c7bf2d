import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fromHex, writeLine } from '@dormant-beacon/bench/frames';
import { decodeLog, Link } from '@dormant-beacon/bench/link';
import { Car, carFile, carIds } from '@dormant-beacon/bench/vehicle';

/** A dissector of networks that anybody can install; without it there is nothing to hold the log against. */
const dissector = 'tshark';
const isThere = spawnSync(dissector, ['--version']).status === 0;

/** What it finds in a message, in the order of `fields`; empty where it finds none. */
const fields = [
  'can.id',
  'uds.sid',
  'uds.reply',
  'uds.err.sid',
  'uds.err.code',
  'uds.rdtci.record',
  'uds.rdbi.data_record',
];

/** Of ISO 14229: the bit of an answer, a refusal, and the two services whose bytes are held against each other. */
const [replies, negative, readCodes, readData] = [0x40, 0x7f, 0x19, 0x22];

/** Everything that is asked of a car: short and long, answered and refused, several modules at once. */
function logOf(car: Car): string {
  const link = new Link(car);
  const all = (bytes: string) =>
    car.file.modules.map(({ name: module }) => ({ module, bytes: fromHex(bytes) }));
  for (const bytes of [
    '1902af',
    '22f190',
    '22ffff',
    '1003',
    '2701',
    '2702deadbeef',
    '31010202',
    '3e00',
    '14ffffff',
  ])
    link.ask(all(bytes));
  return link.log.map(writeLine).join('\n');
}

describe('a log of the link', () => {
  it('reads in a public dissector as it reads here: who, which service, which answer, which codes', () => {
    if (!isThere) pending(`${dissector} is not installed`);
    const folder = mkdtempSync(join(tmpdir(), 'beacon-log-'));
    try {
      for (const id of carIds) {
        const car = new Car(carFile(id)!, {
          faults: [
            { element: 'TAIL-L-PIN', mode: 'open' },
            { element: 'DRIVER-BAG-LINE', mode: 'open' },
            { element: 'C93-HIGH', mode: 'open' },
          ],
        });
        car.run(20);
        const log = logOf(car);
        const file = join(folder, `${id}.log`);
        writeFileSync(file, `${log}\n`);
        const seen = execFileSync(
          dissector,
          [
            ...[
              '-r',
              file,
              '-Y',
              'uds',
              '-d',
              'can.subdissector,iso15765',
              '-d',
              'iso15765.subdissector,uds',
            ],
            ...['-T', 'fields', ...fields.flatMap((field) => ['-e', field])],
          ],
          { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] },
        )
          .trimEnd()
          .split('\n')
          .map((line) => line.split('\t'));
        const { messages, problems } = decodeLog(log);
        expect(problems).withContext(id).toEqual([]);
        expect(seen.length).withContext(id).toBe(messages.length);
        const said = messages.map(({ id: can, payload }) => {
          const bytes = fromHex(payload);
          const service = bytes[0]! & ~replies;
          const refused = bytes[0] === negative;
          return {
            can: Number.parseInt(can, 16),
            service,
            reply: bytes[0] !== service,
            refused: refused ? [bytes[1]!, bytes[2]!] : [],
            codes: service === readCodes ? payload.slice(4) : '',
            data: bytes[0] === (readData | replies) ? payload.slice(6) : '',
          };
        });
        const dissected = seen.map(([can, sid, reply, of, why, codes, data]) => ({
          can: Number(can),
          service: Number(sid),
          reply: Number(reply) !== 0,
          refused: why ? [Number(of), Number(why)] : [],
          codes: (codes ?? '').replaceAll(':', ''),
          data: (data ?? '').replaceAll(':', ''),
        }));
        expect(dissected).withContext(id).toEqual(said);
      }
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
});
