/** An impact sensor on its own pair, by its live value and by eye. */
import { CaseDraft } from './draft.js';
import { loadFitted, lookLive, notSpliced, openDead, powerDown } from './restraint-words.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'sensor', label: 'The sensor', example: 'right front impact sensor' },
  { key: 'plug', label: 'Plug at the sensor', example: 'C120' },
  { key: 'module', label: 'Restraint module', example: 'restraint module' },
] as const;

export const impactSensor: Template = {
  id: 'impact-sensor',
  title: 'Impact sensor',
  describes: 'A sensor on its own pair: fed by the restraint module, which reads its current.',
  suits: /\b(?:impact|sensor)\b/i,
  restraint: true,
  fields: fields,
  build(values) {
    const w = filled(fields, values);
    return new CaseDraft(true)
      .input('FEED', `sensor feed of the ${w.module}`, 'feed', {
        pullUpOhms: 40,
        pullUpVolts: 6.7,
        thresholdVolts: 3,
      })
      .wire('HARNESS', 'harness to the sensor', ['feed', 'line'], 0.1)
      .contact('PLUG', `plug ${w.plug}`, ['line', 's+'], w.plug)
      .element({ id: 'SENSOR', kind: 'sensor', label: w.sensor, pins: ['sensor', 's-'], ohms: 900 })
      .ground('RETURN', 'return line of the sensor', 's-')
      .contact('SEAT', `where the ${w.sensor} sits in its plug`, ['s+', 'sensor'], 'sensor', 0.001)
      .cavity('sensor', 'feed', 'line', 's+', 'sensor', 's-')
      .supply(powerDown)
      .suspect('sensor', 'SENSOR', 'open', 3, `the ${w.sensor} is cracked or dead`)
      .suspect('plug', 'PLUG', 'resistive', 3, `plug ${w.plug} is corroded`)
      .suspect('plug-open', 'PLUG', 'open', 3, `plug ${w.plug} is off or torn`)
      .suspect('harness', 'HARNESS', 'open', 2, 'the harness to the sensor is torn')
      .suspect('chafe', 'HARNESS', 'shortToGround', 1.5, 'the harness to the sensor touches ground')
      .live('feed', 'volts', 'feed', 'gnd', 2, 'Read the sensor line from the module’s live data', {
        caution: lookLive,
      })
      .watch(
        'identity',
        'SENSOR',
        2,
        `Read what the module says of the ${w.sensor}: its status and identity as they should be?`,
        {
          finds: 0.8,
          falseAlarm: 0.03,
          caution: lookLive,
        },
      )
      .listen(
        'mount',
        'SENSOR',
        6,
        `Try the torque of the ${w.sensor} and its orientation against the arrow`,
        {
          finds: 0.4,
          falseAlarm: 0.02,
          caution: openDead,
          power: 'dead',
        },
      )
      .look('look', 'SENSOR', 6, `Look at the ${w.sensor}: cracked, loose, bracket bent?`, {
        finds: 0.8,
        falseAlarm: 0.03,
        caution: openDead,
        power: 'dead',
      })
      .look('look-plug', 'PLUG', 6, `Look into ${w.plug}: mated, dry, pins straight?`, {
        finds: 0.85,
        falseAlarm: 0.03,
        caution: openDead,
        power: 'dead',
      })
      .look('look-harness', 'HARNESS', 15, 'Follow the harness to the sensor by eye', {
        finds: 0.8,
        falseAlarm: 0.03,
        caution: openDead,
        power: 'dead',
      })
      .live(
        'load',
        'volts',
        'feed',
        'gnd',
        12,
        `Fit a substitute load at ${w.plug} on the harness side while dead, power up, read the live value`,
        {
          state: { unplugged: [w.plug], substituteLoads: [{ pins: ['line', 's-'], ohms: 900 }] },
          caution: loadFitted,
          power: 'dead-then-live',
        },
      )
      .live(
        'load-mated',
        'volts',
        'feed',
        'gnd',
        12,
        `Fit the substitute load in the place of the ${w.sensor}, ${w.plug} mated, while dead; power up, read the live value`,
        {
          state: { unplugged: ['sensor'], substituteLoads: [{ pins: ['s+', 's-'], ohms: 900 }] },
          caution: loadFitted,
          power: 'dead-then-live',
        },
      )
      .swap('swap', 'SENSOR', 20, 'Swap the sensor with the other side')
      .repair('SENSOR', 25, 12500, 'replace', `Replace the ${w.sensor}, torque as given`, {
        caution: openDead,
        power: 'dead',
      })
      .repair('PLUG', 15, 0, 'reseat', `Reseat and lock ${w.plug}`, { caution: openDead, power: 'dead' })
      .repair('HARNESS', 60, 2400, 'repair', 'Renew the harness to the sensor', notSpliced)
      .repair('RETURN', 20, 0, 'clean', 'Renew the return of the sensor', {
        caution: openDead,
        power: 'dead',
      })
      .build();
  },
};
