/** What may not be done at a car as it stands, why, and what it would do. */
import type { Car } from '../vehicle/index.js';

/** Seconds without the battery after which a restraint circuit is opened. */
const waitSeconds = 30 * 60;

export interface Gate {
  readonly why: string;
  /** What happens where it is done all the same. */
  readonly then: Consequence;
}

export type Consequence =
  | { readonly kind: 'fires'; readonly element: string; readonly says: string }
  | { readonly kind: 'meter-fuse'; readonly says: string }
  /** Nothing broke this time. */
  | { readonly kind: 'breach'; readonly says: string };

/** The squib on whose loop a point lies; null where it lies on none. */
export function squibAt({ file }: Car, point: string): string | null {
  const at = point.slice(0, point.lastIndexOf('.'));
  const squib = file.circuit.elements.find(({ kind, id }) => kind === 'squib' && id.toLowerCase() === at);
  return squib?.id ?? null;
}

/** Squibs whose loops a connector parts, at the unit or at the module. */
export function squibsBehind(car: Car, connector: string): string[] {
  const parted = car.file.circuit.elements.flatMap((element) =>
    'connector' in element && element.connector === connector ? (element.pins as readonly string[]) : [],
  );
  return [...new Set(parted.flatMap((point) => squibAt(car, point) ?? []))];
}

const labelOf = ({ file }: Car, element: string): string =>
  file.circuit.elements.find(({ id }) => id === element)?.label ?? element;

/** Whether a restraint circuit may be opened now. */
export const isSafe = (car: Car): boolean => (car.standing.state.deadSeconds ?? 0) >= waitSeconds;

/** Tips of a meter or lamp at two points. */
export function gateOfTips(
  car: Car,
  kind: 'volts' | 'ohms' | 'continuity' | 'testLamp' | 'amps',
  points: readonly string[],
): Gate | null {
  const squib = points.map((point) => squibAt(car, point)).find((found) => found !== null);
  if (squib == null) return null;
  const label = labelOf(car, squib);
  const why = `A meter’s current can fire the ${label}: its loop is read as its module reads it, never with a meter.`;
  return kind === 'volts'
    ? {
        why,
        then: {
          kind: 'breach',
          says: `The tips were on the loop of the ${label}. It did not fire this time.`,
        },
      }
    : { why, then: { kind: 'fires', element: squib, says: `The ${label} fires.` } };
}

/** A connector that is to be parted. */
export function gateOfPlug(car: Car, connector: string): Gate | null {
  const [squib] = squibsBehind(car, connector);
  if (squib === undefined || isSafe(car)) return null;
  const label = labelOf(car, squib);
  return {
    why: `${connector} belongs to the ${label}: battery off and insulated, thirty minutes waited, then it is parted.`,
    then: { kind: 'breach', says: `The ${label} was parted live. It did not fire this time.` },
  };
}
