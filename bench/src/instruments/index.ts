export {
  type Consequence,
  type Gate,
  gateOfPlug,
  gateOfTips,
  isSafe,
  squibAt,
  squibsBehind,
} from './gate.js';
export { type Shown, Tray, type TwoTips } from './tray.js';
