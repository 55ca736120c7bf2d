export { CarMeasure } from './car-measure';
export { CarStrip } from './car-strip';
export { SimulatedDesk } from './simulated-desk';
