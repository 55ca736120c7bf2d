export { AccessDrawing } from './access-drawing';
export { WayPlanner } from './way-planner';
