import { accessorySocket } from './accessory-socket.js';
import { beltBuckle } from './belt-buckle.js';
import { columnStalk } from './column-stalk.js';
import { completed } from './completed.js';
import { dischargeHeadlamp } from './discharge-headlamp.js';
import { drivenHeadlamp } from './driven-headlamp.js';
import { flapActuator } from './flap-actuator.js';
import { fusedLamp } from './fused-lamp.js';
import { heldInput } from './held-input.js';
import { impactSensor } from './impact-sensor.js';
import { indicatorSide } from './indicator-side.js';
import { inhibitedFunction } from './inhibited-function.js';
import { instrumentDisplay } from './instrument-display.js';
import { latchMotor } from './latch-motor.js';
import { moduleNetwork } from './module-network.js';
import { moduleSupply } from './module-supply.js';
import { outputLamp } from './output-lamp.js';
import { positionSensor } from './position-sensor.js';
import { relayMotor } from './relay-motor.js';
import { squibLoop } from './squib-loop.js';
import { switchInput } from './switch-input.js';
import type { Template } from './template.js';
import { twoFilamentLamp } from './two-filament-lamp.js';
import { twoWayMotor } from './two-way-motor.js';

export type { Template, TemplateField } from './template.js';

const all: readonly Template[] = [
  switchInput,
  heldInput,
  inhibitedFunction,
  fusedLamp,
  twoFilamentLamp,
  outputLamp,
  indicatorSide,
  drivenHeadlamp,
  dischargeHeadlamp,
  relayMotor,
  twoWayMotor,
  latchMotor,
  flapActuator,
  positionSensor,
  instrumentDisplay,
  columnStalk,
  moduleSupply,
  moduleNetwork,
  accessorySocket,
  squibLoop,
  beltBuckle,
  impactSensor,
];

/** The same templates, those that suit the words of a beacon first. */
export const bySuit = (own: readonly Template[], words: string): Template[] => [
  ...own.filter(({ suits }) => suits.test(words)),
  ...own.filter(({ suits }) => !suits.test(words)),
];

/** Every template with what all have in common; its cases carry its id. */
export const templates: readonly Template[] = all.map(completed);
