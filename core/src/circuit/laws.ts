/**
 * The laws of the nonlinear elements: current (amps) and its slope (siemens) at a voltage.
 * Source: the product's computation page, section 3.
 */

export interface Law {
  /** A voltage to start the iteration from. */
  readonly start: number;
  /** Slope and offset of the straight line that stands for the law near `volts`: amps = g · v + i. */
  line(volts: number, gentle: boolean): { readonly g: number; readonly i: number };
  /** Holds a step of the iteration where the law is steep. */
  limit(next: number, last: number): number;
}

const coldShare = 1 / 12;
const exponent = 0.45;

/** Ohms of a filament lamp: (volts²/watts) · max(1/12, (|V|/volts)^0.45). */
export function lampOhms(ratedVolts: number, watts: number, volts: number): number {
  return (
    ((ratedVolts * ratedVolts) / watts) * Math.max(coldShare, (Math.abs(volts) / ratedVolts) ** exponent)
  );
}

/** A filament lamp. `gentle` takes the chord (robust), else the tangent (fast near the end). */
export function lampLaw(ratedVolts: number, watts: number): Law {
  const cold = ((ratedVolts * ratedVolts) / watts) * coldShare;
  return {
    start: ratedVolts,
    line(volts, gentle) {
      const ohms = lampOhms(ratedVolts, watts, volts);
      if (gentle || ohms <= cold) return { g: 1 / ohms, i: 0 };
      return { g: (1 - exponent) / ohms, i: (exponent * volts) / ohms };
    },
    // A tangent throws a lamp that no current reaches from one sign to the other, nearer only bit by bit: it is dark there.
    limit: (next, last) => (next * last < 0 ? 0 : next),
  };
}

const thermalVolts = 1.8 * 0.025852;
/** Keeps a blocking diode's far side tied, as circuit simulators do. */
const leakSiemens = 1e-12;

/**
 * A diode: I = Is(exp(V/nVt) − 1), with Is such that `forwardAmps` flow at `forwardVolts`. Reckoned from that point
 * on, since Is itself is too small a number for a string of LEDs.
 */
export function diodeLaw(forwardVolts: number, forwardAmps: number): Law {
  // Is · exp(V/nVt) = known · exp((V − forwardVolts)/nVt).
  const known = forwardAmps / -Math.expm1(-forwardVolts / thermalVolts);
  const saturation = known * Math.exp(-forwardVolts / thermalVolts);
  const critical = forwardVolts + thermalVolts * Math.log(thermalVolts / (Math.SQRT2 * known));
  return {
    start: forwardVolts,
    line(volts) {
      const rises = known * Math.exp((volts - forwardVolts) / thermalVolts);
      const slope = rises / thermalVolts + leakSiemens;
      const amps = rises - saturation + leakSiemens * volts;
      return { g: slope, i: amps - slope * volts };
    },
    limit(next, last) {
      if (next <= critical || Math.abs(next - last) <= 2 * thermalVolts) return next;
      if (last <= 0) return thermalVolts * Math.log(next / thermalVolts);
      const argument = 1 + (next - last) / thermalVolts;
      return argument > 0 ? last + thermalVolts * Math.log(argument) : critical;
    },
  };
}

/** The test lamp: 12 V, 5 W, a filament lamp. */
export const testLampLaw = lampLaw(12, 5);
