export {
  type DepthTable,
  depthTable,
  type LockRequest,
  lockRequest,
  type WaferHand,
  waferHands,
} from './schema.js';
