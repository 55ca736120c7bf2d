/** Many codes in many modules, some of one supply, some about a silent module: for measuring. */
import type { ExplainRequest } from '../src/causes/index.js';
import { randomNumbers } from '../src/random/index.js';

export function explainCase(count: number): ExplainRequest {
  const { uniform } = randomNumbers(11);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(uniform() * list.length)]!;
  const modules = Array.from({ length: 20 }, (_, n) => `Module ${String.fromCharCode(65 + n)}`);
  const parts = ['tail lamp', 'mirror', 'window', 'belt', 'seat', 'charge flap', 'brake', 'climate flap'];
  return {
    codes: Array.from({ length: count }, (_, n) => {
      const message = uniform() < 0.3;
      return {
        id: `c${n}`,
        module: pick(modules),
        code: message ? `U01${(40 + (n % 50)).toString()}` : `B${1000 + n}`,
        failureType: message ? '87' : pick(['11', '13', '16', '1F', '29', '64', '93', '54']),
        text: message ? `${pick(modules)} messages` : pick(['Supply voltage', ...parts]),
        status: pick(['active', 'stored'] as const),
      };
    }),
    event: { kind: 'water', place: 'rear' },
    battery: { restingVolts: 12.0 },
    silentModules: ['Module C'],
    links: modules.map((module, n) => ({
      module,
      supplies: [`F${n % 5}`],
      grounds: [`G${n % 4}`],
      networks: [n % 2 ? 'comfort' : 'drive'],
    })),
  };
}
