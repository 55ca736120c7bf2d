import { accessorySocket } from './accessory-socket.js';
import { beltBuckle } from './belt-buckle.js';
import { completed } from './completed.js';
import { dischargeHeadlamp } from './discharge-headlamp.js';
import { drivenHeadlamp } from './driven-headlamp.js';
import { flapActuator } from './flap-actuator.js';
import { fusedLamp } from './fused-lamp.js';
import { impactSensor } from './impact-sensor.js';
import { latchMotor } from './latch-motor.js';
import { moduleSupply } from './module-supply.js';
import { outputLamp } from './output-lamp.js';
import { relayMotor } from './relay-motor.js';
import { squibLoop } from './squib-loop.js';
import { switchInput } from './switch-input.js';
import type { Template } from './template.js';
import { twoFilamentLamp } from './two-filament-lamp.js';

export type { Template, TemplateField } from './template.js';

const all: readonly Template[] = [
  switchInput,
  fusedLamp,
  twoFilamentLamp,
  outputLamp,
  drivenHeadlamp,
  dischargeHeadlamp,
  relayMotor,
  latchMotor,
  flapActuator,
  moduleSupply,
  accessorySocket,
  squibLoop,
  beltBuckle,
  impactSensor,
];

/** Every template with what all have in common; its cases carry its id. */
export const templates: readonly Template[] = all.map(completed);
