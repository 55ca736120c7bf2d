/**
 * Ten thousand sequences of entries, drawn without regard to any rule, played against the gates alone: whatever was
 * let through is judged afterwards by what it must not have been.
 */
import { randomUUID } from 'node:crypto';
import type { FactKind } from '@dormant-beacon/contract';
import { type JobRecord, noFacts, type Role } from '@dormant-beacon/core/record';
import { readReport } from '@dormant-beacon/core/scans';
import { defaultRoutePolicy } from '@dormant-beacon/core/shop';
import type { TraceCase } from '@dormant-beacon/core/trace';
import { templates } from '@dormant-beacon/core/trace/templates';
import fc from 'fast-check';
import { HttpProblem } from '../http/problem.js';
import { withFact } from '../jobs/with-fact.js';
import { gates } from './gates.js';
import type { StoredFact } from './repository.js';

const began = Date.UTC(2026, 2, 9, 8, 0);
const shop = {
  route: defaultRoutePolicy,
  safety: { waitingMinutes: 30, secondPerson: false },
  clockJumps: [],
  reached: true,
};
const metered: readonly string[] = ['volts', 'ohms', 'testLamp', 'continuity', 'amps', 'swap'];

const names = [
  'Restraint lamp',
  'Airbag',
  'témoin de ceinture',
  'yellow plug under the seat',
  'Gurtwarner',
  'Tail lamp out',
];
const isRestraintName = (name: string) => name !== 'Tail lamp out';
const reports = [
  'Restraint control\n  B1049-13 Left belt loop (active)\nBody\n  B1318-16 Supply (stored)\n',
  'Body\n  B1318-16 Supply (stored)\n',
  'Restraint control: no codes\nBody: no codes\n',
  'Restraint control: no response\n',
];
const sources: readonly TraceCase[] = [
  'squib-loop',
  'impact-sensor',
  'belt-buckle',
  'fused-lamp',
  'module-supply',
].map((id) => templates.find((template) => template.id === id)!.build({}));
/** The loop as somebody drew it: no class, no word of restraints but the squib itself, a meter at every point. */
const drawn: TraceCase = {
  ...sources[0]!,
  guarded: false,
  cavities: [],
  circuit: {
    elements: sources[0]!.circuit.elements.map((element, n) => ({ ...element, label: `part ${n}` })),
  },
  tests: ['u1', 'h2', 'loop+'].flatMap((from) =>
    (['volts', 'ohms', 'continuity'] as const).map((kind) => ({
      id: `${kind} ${from}`,
      kind,
      from,
      to: 'h3',
      minutes: 1,
    })),
  ),
};
const cases = [...sources, drawn];
const isRestraintCase = (n: number) => n < 3 || n === 5;

const entry = fc.oneof(
  fc.record({ kind: fc.constant<FactKind>('beacons'), name: fc.nat(5) }),
  fc.record({
    kind: fc.constant<FactKind>('scans'),
    report: fc.nat(3),
    as: fc.constantFrom('baseline', 'interim', 'final'),
  }),
  fc.record({ kind: fc.constant<FactKind>('traces'), of: fc.nat(3), n: fc.nat(5), ticked: fc.boolean() }),
  fc.record({
    kind: fc.constant<FactKind>('readings'),
    of: fc.nat(3),
    test: fc.nat(30),
    value: fc.constantFrom(0, 2.4, 12),
  }),
  fc.record({
    kind: fc.constant<FactKind>('repairs'),
    of: fc.nat(3),
    traced: fc.boolean(),
    cured: fc.boolean(),
    reason: fc.constantFrom(null, 'x', 'The maker’s text asks for it to be done live'),
  }),
  fc.record({
    kind: fc.constant<FactKind>('safeties'),
    step: fc.constantFrom(
      'asleep',
      'ignition-off',
      'battery-off',
      'power-on',
      'power-was-on',
      'wait-set',
      'silent',
      'fuses-pulled',
    ),
    minutes: fc.constantFrom(null, 1, 60),
  }),
  fc.record({
    kind: fc.constant<FactKind>('code-ends'),
    note: fc.constantFrom('x', 'The customer takes it to the dealer'),
  }),
  fc.record({ kind: fc.constant<FactKind>('clearings') }),
  fc.record({ kind: fc.constant<FactKind>('exposures'), of: fc.nat(3) }),
  fc.record({ kind: fc.constant<FactKind>('hand-backs') }),
);
type Drawn = ReturnType<typeof entry.generate>['value'];

class Play {
  record = {
    id: randomUUID(),
    number: 'J-1',
    seq: 0,
    revision: 1,
    openedAt: new Date(began).toISOString(),
    head: { event: 'wear' },
    vehicle: { make: 'Ostrel', model: 'Marn wagon' },
    ...noFacts(),
  } as unknown as JobRecord;
  private minutes = 0;
  /** Minutes at which the three steps were confirmed in a row without power since, or null. */
  private off = new Map<string, number>();
  private lastSafe = -1;
  readonly wrong: string[] = [];

  enter(drawnEntry: Drawn, after: number, role: Role): void {
    this.minutes += after;
    const { kind } = drawnEntry;
    const data = this.dataOf(drawnEntry);
    if (data === null) return;
    const fact = {
      ...data,
      id: randomUUID(),
      seq: this.record.seq + 1,
      personId: 'p',
      observedAt: new Date(began).toISOString(),
      recordedAt: new Date(began + this.minutes * 60_000).toISOString(),
      corrects: null,
      withdrawn: false,
    } as unknown as StoredFact;
    try {
      gates[kind](this.record, fact, role, shop);
    } catch (error) {
      if (!(error instanceof HttpProblem) && (error as Error).name !== 'Refusal') throw error;
      return;
    }
    this.judge(kind, fact, role);
    this.record = withFact({ ...this.record, seq: this.record.seq }, kind, fact);
    this.follow(kind, fact);
  }

  private at = <T>(list: readonly T[], n: number): T | undefined => list[n % Math.max(1, list.length)];

  private dataOf(one: Drawn): object | null {
    const beacon = 'of' in one ? this.at(this.record.beacons, one.of) : undefined;
    const trace = 'of' in one ? this.at(this.record.traces, one.of) : undefined;
    switch (one.kind) {
      case 'beacons': {
        const { name } = one as { name: number };
        return {
          kind: 'beacon',
          name: names[name],
          seen: 'lit',
          thereBefore: 'no',
          conditions: [],
          shown: 20,
          exposures: 20,
        };
      }
      case 'scans': {
        const { report, as } = one as { report: number; as: string };
        return { kind: as, reader: null, scan: readReport(reports[report]!), marks: null };
      }
      case 'traces': {
        const { n, ticked } = one as { n: number; ticked: boolean };
        if (!beacon) return null;
        return { title: 'Lamp', beaconIds: [beacon.id], case: { ...cases[n]!, guarded: ticked, n } };
      }
      case 'readings': {
        const { test, value } = one as { test: number; value: number };
        const own = trace && this.at(trace.case.tests, test);
        if (!own) return null;
        const given =
          own.kind === 'swap'
            ? { moved: true }
            : 'from' in own || 'through' in own
              ? { value }
              : { found: true };
        return { traceId: trace.id, test: own.id, ...given };
      }
      case 'repairs': {
        const { traced, cured, reason } = one as { traced: boolean; cured: boolean; reason: string | null };
        if (!beacon) return null;
        const own = traced ? trace : undefined;
        return {
          traceId: own?.id ?? null,
          element: own?.case.repairs[0]?.element ?? null,
          beaconIds: [beacon.id],
          label: 'Done',
          method: 'clean',
          root: 'unknown',
          cured,
          notMadeSafe: reason,
        };
      }
      case 'safeties': {
        const { step, minutes } = one as { step: string; minutes: number | null };
        return { step, minutes, note: 'F14, left carrier' };
      }
      case 'code-ends':
        return {
          module: 'Restraint control',
          code: 'B1049',
          failureType: '13',
          end: 'out-of-scope',
          note: (one as { note: string }).note,
        };
      case 'exposures':
        return beacon
          ? {
              beaconId: beacon.id,
              shown: false,
              coldStart: true,
              conditions: [],
              bulbCheck: 'passed',
              monitorRan: true,
              reportedBy: 'technician',
            }
          : null;
      default:
        return {};
    }
  }

  /** Half an hour at least since the last of the three, by battery or by fuses. */
  private get safe(): boolean {
    const need = ['asleep', 'ignition-off', this.off.has('battery-off') ? 'battery-off' : 'fuses-pulled'];
    return need.every((step) => (this.off.get(step) ?? Infinity) <= this.minutes - 30);
  }

  /** Held since the last report that had it, until the restraint module has answered without it. */
  private restraintCodeHeld(): boolean {
    const told = this.record.scans.flatMap(({ scan }) => {
      if (scan.codes.some(({ code }) => code === 'B1049')) return [true];
      return scan.modules.some(({ name, answered }) => name === 'Restraint control' && answered)
        ? [false]
        : [];
    });
    return told.at(-1) ?? false;
  }

  private judge(kind: FactKind, fact: StoredFact, role: Role): void {
    const caseNumber = (id: unknown) =>
      (this.record.traces.find((trace) => trace.id === id)?.case as unknown as { n: number } | undefined)?.n;
    if (kind === 'readings') {
      const trace = this.record.traces.find(({ id }) => id === fact['traceId'])!;
      const test = trace.case.tests.find(({ id }) => id === fact['test'])!;
      const n = caseNumber(trace.id)!;
      // The switch of a buckle alone may be measured, and that while it is fitted dead.
      if ((n === 0 || n === 1 || n === 5) && metered.includes(test.kind))
        this.wrong.push(`${test.kind} on case ${n}`);
      if (isRestraintCase(n) && test.kind === 'inspect' && !this.safe)
        this.wrong.push('a look into a plug of a live car');
    }
    if (kind === 'traces') {
      const beacon = this.record.beacons.find(({ id }) => id === (fact['beaconIds'] as string[])[0])!;
      const { n } = fact['case'] as { n: number };
      if (isRestraintName(beacon.name) && !isRestraintCase(n))
        this.wrong.push(`“${beacon.name}” behind case ${n}`);
    }
    if (kind === 'repairs') {
      const beacon = this.record.beacons.find(({ id }) => id === (fact['beaconIds'] as string[])[0])!;
      const n = caseNumber(fact['traceId']);
      const restraint = isRestraintName(beacon.name) || (n !== undefined && isRestraintCase(n));
      const signed = role === 'lead' && String(fact['notMadeSafe'] ?? '').length > 20;
      if (restraint && !signed && !this.safe && this.lastSafe < 0)
        this.wrong.push('a restraint repair of a car never safe');
    }
    if (kind === 'code-ends' && role !== 'lead')
      this.wrong.push('a restraint code ended by another than the lead');
    const ended = this.record.codeEnds.length > 0;
    if (kind === 'hand-backs' && this.restraintCodeHeld() && !ended)
      this.wrong.push('handed back with a restraint code');
    if (kind === 'exposures' && (this.restraintCodeHeld() || this.off.size > 0)) this.wrong.push('driven');
  }

  private follow(kind: FactKind, fact: StoredFact): void {
    if (this.safe) this.lastSafe = this.minutes;
    const step = fact['step'] as string | undefined;
    const power =
      kind === 'clearings' ||
      kind === 'exposures' ||
      (kind === 'scans' &&
        (fact['scan'] as { codes: unknown[]; modules: { answered: boolean }[] }).modules.some(
          ({ answered }) => answered,
        )) ||
      step === 'power-on' ||
      step === 'power-was-on';
    if (power) this.off.clear();
    else if (kind === 'safeties' && ['asleep', 'ignition-off', 'battery-off', 'fuses-pulled'].includes(step!))
      this.off.set(step!, this.off.get(step!) ?? this.minutes);
    else if (kind === 'readings') {
      const trace = this.record.traces.find(({ id }) => id === fact['traceId'])!;
      const test = trace.case.tests.find(({ id }) => id === fact['test'])!;
      if (
        test.kind === 'live' ||
        (['volts', 'testLamp', 'amps'].includes(test.kind) && Number(fact['value']) > 1) ||
        ['function', 'listen', 'wiggle', 'provoke'].includes(test.kind)
      )
        if (test.power !== 'dead') this.off.clear();
    }
  }
}

describe('ten thousand sequences of entries', () => {
  it('find no way to a metered step, a repair, a drive or a hand-back round the guard', () => {
    let taken = 0;
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            entry,
            fc.constantFrom(0, 1, 5, 31),
            fc.constantFrom<Role>('technician', 'technician', 'lead'),
          ),
          {
            minLength: 6,
            maxLength: 24,
          },
        ),
        fc.nat(5),
        fc.boolean(),
        (steps, n, safe) => {
          const play = new Play();
          const off = safe ? ['asleep', 'ignition-off', 'battery-off'] : [];
          for (const [one, after, role] of [
            [{ kind: 'beacons', name: 0 }, 0, 'technician'],
            [{ kind: 'scans', report: 0, as: 'baseline' }, 0, 'technician'],
            [{ kind: 'traces', of: 0, n: 0, ticked: false }, 0, 'technician'],
            [{ kind: 'readings', of: 0, test: 0, value: 2.4 }, 0, 'technician'],
            [{ kind: 'traces', of: 0, n, ticked: true }, 0, 'technician'],
            ...off.map((step) => [{ kind: 'safeties', step, minutes: null }, 1, 'technician']),
            // The first of the drawn ones comes after the wait in every second of these.
            ...(safe
              ? [
                  [
                    { kind: 'safeties', step: 'silent', minutes: null },
                    steps[0]![1] > 1 ? 31 : 1,
                    'technician',
                  ],
                ]
              : []),
            ...steps,
          ] as [Drawn, number, Role][])
            play.enter(one, after, role);
          taken += play.record.readings.length + play.record.repairs.length + play.record.handBacks.length;
          if (play.wrong.length > 0) throw new Error(play.wrong.join('; '));
        },
      ),
      { numRuns: 10_000 },
    );
    // They did not all stand before a closed door.
    expect(taken).toBeGreaterThan(2000);
  }, 120_000);
});
