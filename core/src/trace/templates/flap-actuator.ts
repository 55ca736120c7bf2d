/** A door or flap actuator that is driven until its end stops: climate flaps, filler flaps. */
import { CaseDraft } from './draft.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'flap', label: 'The flap', example: 'left climate flap' },
  { key: 'module', label: 'Module that drives and reads it', example: 'Climate module' },
  { key: 'plug', label: 'Plug at the actuator', example: 'C80' },
  { key: 'gear', label: 'What moves the flap', example: 'gear of the flap' },
] as const;

export const flapActuator: Template = {
  id: 'flap-actuator',
  title: 'Door or flap actuator with end stops',
  describes: 'The module drives a small motor and reads where it stands from a slider on a 5 V line.',
  suits: /\b(?:climate|flap|heats?|heating|air)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [drive, back, ref, slider] = [1, 2, 3, 4].map((pin) => `${w.plug}.${pin}`) as [
      string,
      string,
      string,
      string,
    ];
    return new CaseDraft()
      .battery()
      .element({
        id: 'OUTPUT',
        kind: 'moduleOutput',
        label: `output of the ${w.module}`,
        pins: ['b+', 'out'],
        side: 'high',
        ohms: 0.4,
        limitAmps: 3,
      })
      .wire('HARNESS', 'drive line', ['out', drive], 0.1)
      .contact('PLUG', `drive pin of ${w.plug}`, [drive, 'motor+'], w.plug)
      .element({
        id: 'MOTOR',
        kind: 'motor',
        label: `motor of the ${w.flap}`,
        pins: ['motor+', back],
        runningOhms: 60,
        stallOhms: 25,
      })
      .ground('GROUND', `return line of the ${w.module}`, back)
      .input('REF', `5 V of the ${w.module}`, ref, { pullUpOhms: 10, pullUpVolts: 5, thresholdVolts: 2.5 })
      .resistor('TRACK-A', 'track of the position sensor, upper part', [ref, 'wiper'], 3000)
      .resistor('TRACK-B', 'track of the position sensor, lower part', ['wiper', back], 2000)
      .contact('SLIDER', 'slider of the position sensor', ['wiper', slider], 'slider')
      .switch('GEAR', w.gear, ['motor+', 'shaft'])
      .suspect('gear', 'GEAR', 'runsWithoutMoving', 5, `the ${w.gear} is stripped`)
      .suspect('stop', 'GEAR', 'endNotReached', 3, `something keeps the ${w.flap} from its end stop`)
      .suspect(
        'teach',
        'GEAR',
        'misindexed',
        2,
        `the ${w.gear} is off by teeth, or its end stops were not taught`,
      )
      .suspect('motor', 'MOTOR', 'open', 3, `the motor of the ${w.flap} is open`)
      .suspect('slider', 'SLIDER', 'open', 2, 'the position sensor has a worn track')
      .suspect('harness', 'HARNESS', 'open', 1, 'the drive line is broken')
      .suspect('plug', 'PLUG', 'resistive', 1.5, `the drive pin of ${w.plug} is corroded`)
      .suspect('output', 'OUTPUT', 'stuckOpen', 0.7, `the output of the ${w.module} is dead`)
      .listen('ticks', 'GEAR', 1, 'Command it end to end: does it run on, tick or jump?', {
        mode: 'runsWithoutMoving',
        finds: 0.85,
        falseAlarm: 0.05,
      })
      .listen('silent', 'MOTOR', 1, 'Command it: does it stay silent?', { finds: 0.95, falseAlarm: 0.15 })
      .live('position', 'volts', 'wiper', 'gnd', 2, 'Read the live position in the middle')
      .look('reach', 'GEAR', 3, 'Command both ends and look: does the flap stop short?', {
        mode: 'endNotReached',
        finds: 0.85,
        falseAlarm: 0.05,
      })
      .look('index', 'GEAR', 15, 'Take the actuator off: does it stand where the flap stands?', {
        mode: 'misindexed',
        finds: 0.9,
        falseAlarm: 0.03,
      })
      .volts('drive', drive, 10, `Measure ${drive} while it is commanded`)
      .volts('out', 'out', 10, `Measure at the ${w.module} while it is commanded`)
      .volts('inside', 'motor+', 12, `Measure behind the drive pin of ${w.plug} while it is commanded`)
      .volts('slider', slider, 10, `Measure ${slider} in the middle`)
      .ohms('motor-ohms', drive, back, 10, `Unplug ${w.plug} and measure the motor`, {
        state: { unplugged: [w.plug] },
      })
      .lookIntoPlug('look-plug', 'PLUG', 4, w.plug)
      .look('by-hand', 'GEAR', 12, `Turn the ${w.gear} by hand: does it slip or bind?`, {
        finds: 0.93,
        falseAlarm: 0.03,
      })
      .repair('GEAR', 35, 2200, 'repair', `Free, re-index or renew the ${w.gear}, then teach the end stops`)
      .repair(
        'MOTOR',
        30,
        7400,
        'replace',
        `Replace the actuator of the ${w.flap}, then teach the end stops`,
        {
          covers: ['SLIDER'],
        },
      )
      .repair('HARNESS', 45, 700, 'repair', 'Repair the drive line')
      .repair('PLUG', 15, 200, 'clean', `Clean and retension ${w.plug}`)
      .repair(
        'OUTPUT',
        60,
        26000,
        'repair',
        `Repair or replace the ${w.module}, once supply and ground are good`,
      )
      .build();
  },
};
