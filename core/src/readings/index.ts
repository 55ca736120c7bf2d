export { type Accuracy, withoutLeads } from './accuracy.js';
export {
  type BasicsAnswer,
  chargingLimits,
  isMeasured,
  judgeBasics,
  linkVolts,
  type MeasuredBasics,
} from './basics.js';
export {
  type BatteryAnswer,
  batteryLimits,
  batteryVerdict,
  type BatteryVerdict,
  judgeBattery,
} from './battery.js';
export {
  dropLimits,
  type DropsAnswer,
  type DropsSheet,
  judgeDrops,
  type SectionKind,
  sectionKind,
} from './drops.js';
export { fuseDropAmps, type FuseDropAnswer, type FuseDropSheet } from './fuse-drop.js';
export { type ReadingKind, readingKinds, usualAccuracy } from './kinds.js';
export { judgeProvoked, type ProvokeAnswer, type ProvokeSheet } from './provoke.js';
export { judgeRelay, type RelayAnswer, type RelaySheet } from './relay.js';
export { type BatteryReading, batteryReading, type BatteryType } from './schema.js';
export { type Sheet, sheet, sheetSays } from './sheets.js';
export { type Section, sectionsOf } from './sections.js';
export { compareSides, type SidesAnswer, type SidesSheet } from './sides.js';
export { judgeTyres, type TyresAnswer, type TyresSheet } from './tyres.js';
export { judgeWiggle, type WiggleAnswer, type WiggleSheet } from './wiggle.js';
