export { blowsAt, coldFuseOhms } from './fuses.js';
export { canHave } from './modes.js';
export { type MeterBench, type Probe, probeOf } from './measure.js';
export {
  type Circuit,
  circuit,
  connectorOf,
  type Element,
  element,
  type ElementKind,
  type Fault,
  fault,
  type FaultMode,
  faultMode,
  fuseStyle,
  type Meter,
  meter,
  type MeterReading,
  positive,
  reference,
  type Solution,
  type SolveAnswer,
  type SolveRequest,
  solveRequest,
  type State,
  state,
  wireMaterial,
} from './schema.js';
export { type Benches, benchesOf, meterBenches, solve } from './solve.js';
