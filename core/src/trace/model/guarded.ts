/** Whether a circuit is one on which nobody stops early: restraints, high voltage, brakes, steering. */
import { cavitiesOf, guardOfText, guardOfWords } from './cavities.js';
import type { TraceCase } from './schema.js';

type Source = Pick<TraceCase, 'circuit' | 'cavities' | 'guarded'>;

/** What was ticked adds care; what the circuit itself shows is guarded whatever was ticked. */
export function isGuarded(source: Source): boolean {
  if (source.guarded === true) return true;
  const classes = [...cavitiesOf(source).values()].map((found) => found.class);
  return (
    classes.some((kind) => kind === 'squib' || kind === 'sensor' || kind === 'high-voltage') ||
    source.circuit.elements.some((element) => guardOfWords(element) !== 'none')
  );
}

/** Whether its work lies in the restraint system: by a squib or sensor that it reaches, or by its words. */
export function isRestraintCircuit(source: Source & Pick<TraceCase, 'tests' | 'repairs'>): boolean {
  if ([...cavitiesOf(source).values()].some((found) => found.class === 'squib' || found.class === 'sensor'))
    return true;
  return (
    source.circuit.elements.some((element) => guardOfWords(element) === 'restraint') ||
    [...source.tests, ...source.repairs].some(({ label }) => label && guardOfText(label) === 'restraint')
  );
}
