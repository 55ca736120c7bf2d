/** What the eye and the ear find by themselves in a solved circuit: a blown fuse, a silent relay, a lamp that is dim. */
import type { Benches, Element, State } from '../../circuit/index.js';
import { isRefusal } from '../../refusal/index.js';
import type { ReadyCase } from '../model/prepare.js';
import type { LookedTest } from '../model/schema.js';

/** Whether something shows by itself in a solved circuit, 1 or 0; `sound` is the same circuit without a fault. */
export type Shows = (bench: Benches, sound: Benches, state: State) => number;

/** Below so much of its usual current a motor is not heard, and a relay does not click. */
const leastHeard = 0.5;

/** Shares of its rated power below which a thing is off, and weak: judgement. A lamp glows long before a motor turns. */
const seenAs = { lamp: { off: 0.03, weak: 0.65 }, other: { off: 0.25, weak: 0.65 } } as const;

/** Volts at which whatever does not say its power is taken to have it. */
const ratedVolts = 12.6;

/** What shows of a look by the state of the circuit; null where it shows its own element's faults alone. */
export function showsOf({ source, elements }: ReadyCase, test: LookedTest): Shows | null {
  const element = elements.get(test.element);
  if (!element) return null;
  const { id, kind } = element;
  if (test.kind === 'function' && test.shows != null) return solvable(worksAs(element, test.shows));
  if (test.kind === 'inspect' && kind === 'fuse' && (test.mode == null || test.mode === 'open')) {
    const usual = source.state ?? {};
    return solvable((bench) => (bench(usual).blown.includes(id) ? 1 : 0));
  }
  if (test.kind === 'listen' && test.mode == null && (kind === 'motor' || kind === 'relay')) {
    const amps = (bench: Benches, state: State) => Math.abs(bench(state).power(id).amps);
    return solvable((bench, sound, state) => {
      const usual = amps(sound, state);
      return usual > 0 && amps(bench, state) < leastHeard * usual ? 1 : 0;
    });
  }
  return null;
}

/** Whether an element works as is asked, by its power against what it is made for; a motor that is jammed does not. */
function worksAs(element: Element, shows: NonNullable<LookedTest['shows']>): Shows {
  const rated = ratedWatts(element);
  const { off, weak } = element.kind === 'lamp' || element.kind === 'led' ? seenAs.lamp : seenAs.other;
  return (bench, _, state) => {
    const { volts, amps, jammed } = bench(state).power(element.id);
    const share = jammed ? 0 : Math.abs(volts * amps) / rated;
    const is = share < off ? 'off' : share < weak ? 'weak' : 'full';
    return (shows === 'on' ? is !== 'off' : is === shows) ? 1 : 0;
  };
}

function ratedWatts(element: Element): number {
  switch (element.kind) {
    case 'lamp':
      return element.watts;
    case 'led':
      return (element.forwardVolts ?? 2) * 0.02;
    case 'motor':
      return ratedVolts ** 2 / element.runningOhms;
    case 'relay':
      return ratedVolts ** 2 / element.coilOhms;
    default:
      return ratedVolts ** 2 / ('ohms' in element && element.ohms != null ? element.ohms : 1);
  }
}

/** In a circuit that cannot be solved nothing shows by itself. */
const solvable =
  (shows: Shows): Shows =>
  (...all) => {
    try {
      return shows(...all);
    } catch (error) {
      if (isRefusal(error)) return 0;
      throw error;
    }
  };
