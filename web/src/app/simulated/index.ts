export { CarFeed } from './car-feed';
export { CarLineButton, isOverLink } from './car-line';
export { CarLoops } from './car-loops';
export { CarMeasure } from './car-measure';
export { CarMemoryButtons } from './car-memory';
export { CarStepButton } from './car-step';
export { CarStrip } from './car-strip';
export { SimulatedDesk } from './simulated-desk';
