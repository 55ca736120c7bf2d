/** The planner as a learner: it reads through the link, measures with the instruments alone, repairs, clears and reads again. */
import { randomNumbers, type RandomNumbers } from '@dormant-beacon/core/random';
import {
  nextTests,
  type NextTests,
  type TraceCase,
  type TraceReading,
  type TraceRepair,
} from '@dormant-beacon/core/trace';
import { readingWords, testName } from '@dormant-beacon/core/words';
import { fromHex } from '../frames/index.js';
import { Tray } from '../instruments/index.js';
import { Link } from '../link/index.js';
import { type ToldCode, toldCodes } from '../services/index.js';
import type { Car, Monitor } from '../vehicle/index.js';
import { carOf } from './car-of.js';
import { clearMinutes, costOf, scanMinutes, usualRepair } from './costs.js';
import type { HiddenCase } from './hidden.js';
import { lightUp, measured } from './measured.js';
import { mend } from './mend.js';
import { traceOfPart } from './part.js';
import { surroundingsOf } from './provoke.js';

type RepairMethod = NonNullable<TraceRepair['method']>;

/** Actions after which it is given up. */
const mostActions = 40;
/** Parts that are traced, one after the other. */
const mostParts = 4;
const looksSeconds = 20;
/** Scans without a code after which it is given up too. */
const mostScans = 3;
/** A test or a repair, and what came of it, in words. */
export interface Step {
  readonly did: string;
  readonly came: string;
  /** How likely, with all that was read until then, was what it turned out to be; null where it is not told. */
  readonly belief: number | null;
}

/** How likely the planner holds a fault of one of those elements to be. */
export const beliefIn = (elements: readonly string[], { suspects }: NextTests): number =>
  suspects.reduce(
    (sum, { element, probability }) => (elements.includes(element) ? sum + probability : sum),
    0,
  );

/** What is wrong, part by part. */
export const elementsOf = ({ faults }: HiddenCase): string[] => faults.map(({ element }) => element);

export interface Played {
  readonly mended: boolean;
  readonly minutes: number;
  readonly cents: number;
  /** Repairs that did not mend it, whatever the codes said then. */
  readonly inVain: number;
  readonly breaches: number;
  /** How sure it was of the first repair, and whether that was right; null where it made none. */
  readonly first: { readonly sure: number; readonly right: boolean } | null;
  /** Everything that was done, in its order. */
  readonly steps: readonly Step[];
}

interface Told extends ToldCode {
  readonly module: string;
}

/** What the modules said when they were read, and which of them said nothing. */
interface Scan {
  readonly codes: readonly Told[];
  readonly silent: readonly string[];
}

/** What is done next: a test that has not been read, or a repair. */
export type Choice =
  | { readonly action: 'test'; readonly test: string }
  | { readonly action: 'repair'; readonly element: string; readonly method?: RepairMethod };

/** @returns null where nothing is left to do */
export type Chooser = (source: TraceCase, answer: NextTests) => Choice | null;

/** As the planner says. */
export const asPlanned: Chooser = (_source, { next }) => next[0] ?? null;

/** A repair that has not failed yet, of the likeliest suspect. */
const likeliest = (source: TraceCase, { suspects }: NextTests): Choice | null => {
  const failed = new Set((source.done ?? []).map(({ element }) => element));
  const found = suspects.find(
    ({ element }) => !failed.has(element) && source.repairs.some((repair) => repair.element === element),
  );
  return found ? { action: 'repair', element: found.element } : null;
};

/** A habit: the part that fails most often is renewed, then the next. */
export const partsFirst: Chooser = likeliest;

/** A habit: every test in the order of its minutes, until one part is likely. */
export const quickestFirst: Chooser = (source, answer) => {
  const read = new Set((source.readings ?? []).map(({ test }) => test));
  const [test] = source.tests.filter(({ id }) => !read.has(id)).sort((a, b) => a.minutes - b.minutes);
  const sure = answer.suspects[0]?.probability ?? 0;
  return test && sure < likelyFrom ? { action: 'test', test: test.id } : likeliest(source, answer);
};
const likelyFrom = 0.8;

const cameOf = ({ codes, silent }: Scan): string => {
  if (codes.length > 0) return 'the code is back';
  return silent.length === 0 ? 'no code is left' : 'a module is silent still';
};

/** @param choose who plays; the planner, where nobody is named */
export function playCase(hidden: HiddenCase, choose: Chooser = asPlanned): Played {
  return new Player(hidden, choose).play();
}

class Player {
  private readonly car: Car;
  private readonly link: Link;
  private readonly tray: Tray;
  private readonly random: RandomNumbers;
  private minutes = 0;
  private cents = 0;
  private inVain = 0;
  private first: Played['first'] = null;
  private readonly steps: Step[] = [];

  constructor(
    private readonly hidden: HiddenCase,
    private readonly choose: Chooser,
  ) {
    this.car = carOf(hidden);
    this.car.run(looksSeconds);
    this.link = new Link(this.car);
    this.tray = new Tray(this.car, hidden.seed);
    this.random = randomNumbers(hidden.seed ^ 0x51ed);
    // Its driver says when it comes: it is looked for as it is then.
    const when = hidden.faults.find((fault) => fault.when != null)?.when;
    if (when != null) this.car.set({ ...this.car.standing.state, around: surroundingsOf(when) });
  }

  /** One part after the other, as long as codes speak of another one. */
  play(): Played {
    let target = this.targetFound();
    for (let n = 0; n < mostParts && target !== null; n++) target = this.traced(target);
    return this.end();
  }

  /** @returns the part that the codes speak of afterwards; null where nothing is left to do */
  private traced(target: string): string | null {
    let source = traceOfPart(this.car.file, target);
    lightUp(this.car, this.link, source);
    for (let n = 0; n < mostActions; n++) {
      const answer = nextTests(source);
      const last = this.steps.pop();
      if (last) this.steps.push({ ...last, belief: beliefIn(elementsOf(this.hidden), answer) });
      const action = this.choose(source, answer);
      if (!action) return null;
      if (action.action === 'test') {
        source = this.tested(source, action.test);
        continue;
      }
      const sure = beliefIn([action.element], answer);
      const left = this.car.standing.faults.length;
      const scan = this.repaired(source, action.element, action.method ?? null);
      const right = this.car.standing.faults.length < left;
      this.first ??= { sure, right };
      if (!right) this.inVain += 1;
      const now = this.targetOf(scan);
      if (now === null) return null;
      // It says nothing more of itself: another part has a fault of its own.
      const still = scan.codes.some((told) => this.monitorsOf(told).some((own) => own.target === target));
      if (!still && now !== target) return now;
      source = {
        ...source,
        done: [
          ...(source.done ?? []),
          { element: action.element, ...(action.method ? { method: action.method } : {}), cured: false },
        ],
      };
    }
    return null;
  }

  /** By a code; where none is told, it is read again: what comes and goes may keep the modules from answering. */
  private targetFound(): string | null {
    for (let n = 0; n < mostScans; n++) {
      this.minutes += scanMinutes;
      const target = this.targetOf(this.read());
      if (target !== null) return target;
      this.car.run(looksSeconds);
    }
    return null;
  }

  private read(): Scan {
    const modules = this.car.file.modules.map(({ name }) => name);
    const answers = this.link.ask(modules.map((module) => ({ module, bytes: fromHex('190208') })));
    return {
      codes: answers.flatMap(({ module, bytes }) =>
        bytes ? toldCodes(bytes).map((told) => ({ module, ...told })) : [],
      ),
      silent: answers.flatMap(({ module, bytes }) => (bytes ? [] : [module])),
    };
  }

  /** A code of one’s own wiring speaks before those that miss somebody; a silent module where nobody says anything. */
  private targetOf({ codes, silent }: Scan): string | null {
    const monitors = codes.flatMap((told) => this.monitorsOf(told));
    const plain = monitors.find(({ code }) => !code.startsWith('U'));
    const supply = monitors.find(({ code }) => code.startsWith('U3'));
    return (plain ?? supply ?? monitors[0])?.target ?? silent[0] ?? null;
  }

  private monitorsOf(told: Told): Monitor[] {
    return this.car.file.monitors.filter(
      ({ module, code, failureType }) =>
        module === told.module && code === told.code && failureType === told.failureType,
    );
  }

  private tested(source: TraceCase, id: string): TraceCase {
    const test = source.tests.find((own) => own.id === id)!;
    this.minutes += test.minutes;
    lightUp(this.car, this.link, source);
    const shown = measured(this.car, this.tray, test, this.random);
    const reading: TraceReading = 'why' in shown ? { test: id } : shown;
    this.steps.push({
      did: testName(test, id),
      came: 'why' in shown ? shown.why : readingWords(test, reading),
      belief: null,
    });
    return { ...source, readings: [...(source.readings ?? []), reading] };
  }

  private repaired(source: TraceCase, element: string, method: string | null): Scan {
    const repair =
      source.repairs.find((own) => own.element === element && (own.method ?? null) === method) ??
      source.repairs.find((own) => own.element === element);
    const { minutes, priceCents } = repair ?? usualRepair;
    this.minutes += minutes + clearMinutes + scanMinutes;
    this.cents += priceCents;
    mend(this.car, [element]);
    const modules = this.car.file.modules.map(({ name }) => name);
    this.link.ask(modules.map((module) => ({ module, bytes: fromHex('14ffffff') })));
    this.car.run(looksSeconds);
    const scan = this.read();
    this.steps.push({
      did: repair?.label ?? element,
      came: cameOf(scan),
      belief: null,
    });
    return scan;
  }

  /** Whether it is, not whether a code says so: what comes and goes may stay away for a while. */
  private get isMended(): boolean {
    return this.car.isSound;
  }

  private end(): Played {
    const breaches = this.tray.consequences.length;
    const cents = costOf(this.minutes, this.cents);
    return {
      mended: this.isMended,
      minutes: this.minutes,
      cents,
      inVain: this.inVain,
      breaches,
      first: this.first,
      steps: this.steps,
    };
  }
}
