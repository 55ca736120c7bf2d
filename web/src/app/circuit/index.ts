export { CircuitDrawing } from './circuit-drawing';
