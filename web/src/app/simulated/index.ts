export { CarLineButton, isOverLink } from './car-line';
export { CarMeasure } from './car-measure';
export { CarMemoryButtons } from './car-memory';
export { CarStrip } from './car-strip';
export { SimulatedDesk } from './simulated-desk';
