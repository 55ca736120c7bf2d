/** Agreement with an independent circuit simulator, where one is on this machine. */
import { spawnSync } from 'node:child_process';
import { type Element, solve } from '../src/circuit/index.js';
import { randomNumbers } from '../src/random/index.js';
import { line } from './measure.js';

const random = randomNumbers(20261117);
const pick = (count: number) => Math.floor(random.uniform() * count);

/** A connected network of `count` elements: every new point hangs on an earlier one, the rest close loops. */
function network(count: number, bent: boolean): Element[] {
  const points = ['gnd', 'n1'];
  const elements: Element[] = [
    {
      id: 'B0',
      kind: 'battery',
      pins: ['n1', 'gnd'],
      volts: 9 + 6 * random.uniform(),
      ohms: 0.01 + 0.05 * random.uniform(),
    },
  ];
  while (elements.length < count) {
    const from = points[pick(points.length)]!;
    let to = points[pick(points.length)]!;
    if (random.uniform() < 0.6 || to === from) points.push((to = `n${points.length}`));
    const id = `E${elements.length}`;
    const kind = random.uniform();
    if (bent && kind < 0.25)
      elements.push({ id, kind: 'lamp', pins: [from, to], volts: 12, watts: [5, 10, 21, 55][pick(4)]! });
    else if (bent && kind < 0.4) elements.push({ id, kind: 'diode', pins: [from, to] });
    else
      elements.push({
        id,
        kind: 'resistor',
        pins: [from, to],
        ohms: 10 ** (4 * random.uniform() - (bent ? 0 : 1.5)),
      });
  }
  return elements;
}

function netlist(elements: readonly Element[]): string {
  const node = (point: string) => (point === 'gnd' ? '0' : point);
  const saturation = 0.1 / Math.expm1(0.7 / (1.8 * 0.025852));
  const rows = elements.flatMap((element) => {
    const [a, b] = element.pins.map(node) as [string, string];
    switch (element.kind) {
      case 'battery':
        return [
          `V${element.id} ${element.id}x ${b} DC ${element.volts}`,
          `R${element.id} ${element.id}x ${a} ${element.ohms}`,
        ];
      case 'resistor':
        return [`R${element.id} ${a} ${b} ${element.ohms}`];
      case 'lamp': {
        const cold = (element.volts * element.volts) / element.watts;
        return [
          `B${element.id} ${a} ${b} I = v(${a},${b}) / (${cold} * max(${1 / 12}, pow(abs(v(${a},${b}))/${element.volts}, 0.45)))`,
        ];
      }
      default:
        return [`D${element.id} ${a} ${b} dd`];
    }
  });
  // The thermal voltage of the product's law is that of 300 kelvin.
  const kelvin = (0.025852 * 1.602176634e-19) / 1.380649e-23;
  return [
    'agreement',
    ...rows,
    `.model dd D(IS=${saturation} N=1.8)`,
    `.options temp=${kelvin - 273.15} tnom=${kelvin - 273.15} reltol=1e-10 abstol=1e-15 vntol=1e-12 gmin=1e-12 itl1=500`,
    '.control',
    'set numdgt=14',
    'op',
    'print allv',
    '.endc',
    '.end',
  ].join('\n');
}

/** The largest relative difference at any point, or null where the simulator gave no answer. */
function difference(elements: readonly Element[]): number | null {
  const { stdout } = spawnSync('ngspice', ['-b'], { input: netlist(elements), encoding: 'utf8' });
  const volts = new Map(
    [...stdout.matchAll(/^(n\d+)\s*=\s*([-+\d.e]+)/gm)].map(([, point, value]) => [point!, Number(value)]),
  );
  const { points } = solve({ circuit: { elements: [...elements] } });
  let worst = 0;
  for (const [point, value] of Object.entries(points)) {
    if (value === null || point === 'gnd') continue;
    const other = volts.get(point);
    if (other === undefined) return null;
    worst = Math.max(worst, Math.abs(value - other) / Math.max(Math.abs(other), 1e-6));
  }
  return worst;
}

const found = spawnSync('ngspice', ['--version']).status === 0;
if (!found)
  process.stdout.write('No independent circuit simulator on this machine: agreement is not measured here.\n');
else
  for (const [what, bent, sizes, aim] of [
    ['linear networks', false, [10, 30, 60, 100, 200, 300], 1e-6],
    ['lamps and diodes', true, [6, 10, 16, 24, 40], 1e-3],
  ] as const) {
    const results = sizes.flatMap((size) => Array.from({ length: 8 }, () => difference(network(size, bent))));
    const answered = results.filter((result) => result !== null);
    const worst = Math.max(...answered);
    line(
      `${what}: ${answered.length} of ${results.length} compared, worst relative difference`,
      worst.toExponential(1),
      `aim under ${aim.toExponential(0)}`,
    );
    if (worst > aim) process.exitCode = 1;
  }
