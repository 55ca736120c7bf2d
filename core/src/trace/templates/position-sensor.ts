/** A position sensor on three lines: five volts, signal, return. */
import { CaseDraft } from './draft.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'sensor', label: 'The sensor', example: 'sensor of the level rod' },
  { key: 'module', label: 'Module that reads it', example: 'Headlamp module' },
  { key: 'cavity', label: 'Signal cavity at the module', example: 'X9.3' },
  { key: 'plug', label: 'Plug at the sensor', example: 'C52' },
  { key: 'linkage', label: 'What turns it', example: 'level rod' },
  { key: 'neighbour', label: 'Another sensor on the same five volts', example: 'rear sensor' },
] as const;

export const positionSensor: Template = {
  id: 'position-sensor',
  title: 'Position sensor on three lines',
  describes: 'Five volts and return from the module, a slider between them that gives the signal.',
  suits: /\b(?:level|sensor|position|aim)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [ref, signal, back] = [1, 2, 3].map((pin) => `${w.plug}.${pin}`) as [string, string, string];
    const unplugged = { state: { unplugged: [w.plug] } };
    return new CaseDraft()
      .input('REF', `five volts of the ${w.module}`, 'ref', { pullUpOhms: 10 })
      .input('IN', `signal input of the ${w.module}`, w.cavity, { pullUpOhms: 100_000 })
      .wire('REF-LINE', 'five-volt line', ['ref', ref], 0.1)
      .wire('SIGNAL-LINE', 'signal line', [w.cavity, signal], 0.1)
      .wire('RETURN-LINE', 'return line', [back, 'ret'], 0.1)
      .ground('RETURN', `return of the ${w.module}`, 'ret')
      .contact('PIN-REF', `five-volt pin of ${w.plug}`, [ref, 'track.top'], w.plug, 0.01)
      .contact('PIN-SIGNAL', `signal pin of ${w.plug}`, [signal, 'slider'], w.plug, 0.01)
      .contact('PIN-RETURN', `return pin of ${w.plug}`, ['track.end', back], w.plug, 0.01)
      .resistor('TRACK', `track of the ${w.sensor}, above the slider`, ['track.top', 'middle'], 2400)
      .resistor('LINKAGE', `${w.linkage}, by where the slider stands`, ['middle', 'track.end'], 2600)
      .contact('SLIDER', `slider of the ${w.sensor}`, ['middle', 'slider'], 'slider', 5)
      .contact('NEIGHBOUR-PLUG', `plug of the ${w.neighbour}`, ['ref', 'n.top'], 'neighbour', 0.01)
      .resistor('NEIGHBOUR', `${w.neighbour}, above its slider`, ['n.top', 'n.slider'], 2500)
      .resistor('NEIGHBOUR-END', `${w.neighbour}, below its slider`, ['n.slider', 'ret'], 2500)
      .suspect('track', 'SLIDER', 'intermittent', 3, `the ${w.sensor} has a worn spot`)
      .suspect('slider', 'SLIDER', 'open', 1.5, `the slider of the ${w.sensor} makes no contact`)
      .suspect('linkage', 'LINKAGE', 'misindexed', 3, `the ${w.linkage} is bent, off, or not taught`)
      .suspect('pin', 'PIN-SIGNAL', 'resistive', 2, `the signal pin of ${w.plug} is corroded`)
      .suspect('ref', 'REF-LINE', 'open', 1.5, 'the five-volt line is broken')
      .suspect('ref-short', 'REF-LINE', 'shortToGround', 1, 'the five-volt line touches ground')
      .suspect('signal', 'SIGNAL-LINE', 'open', 1.5, 'the signal line is broken')
      .suspect('signal-short', 'SIGNAL-LINE', 'shortToGround', 1, 'the signal line touches ground')
      .suspect('signal-high', 'SIGNAL-LINE', 'bridged', 0.7, 'the signal line touches the five volts', {
        to: 'ref',
      })
      .suspect('return', 'RETURN-LINE', 'open', 1.5, 'the return line is broken')
      .suspect('neighbour', 'NEIGHBOUR', 'shortToGround', 1, `the ${w.neighbour} pulls the five volts down`)
      .suspect('module', 'REF', 'open', 0.4, `the ${w.module} gives no five volts`)
      .live('seen', 'volts', w.cavity, 'gnd', 1, `Read the live volts of ${w.cavity} in the middle`)
      .live(
        'neighbour',
        'volts',
        'n.slider',
        'gnd',
        1,
        `Read the live volts of the ${w.neighbour} in its middle`,
      )
      .look(
        'look-linkage',
        'LINKAGE',
        3,
        `Look at the ${w.linkage}: bent, off, at another mark than the other side?`,
        {
          finds: 0.9,
          falseAlarm: 0.03,
        },
      )
      .wiggle(
        'sweep',
        'SLIDER',
        5,
        `Move the ${w.linkage} slowly end to end, the live value recorded: does it drop out?`,
        {
          finds: 0.85,
          falseAlarm: 0.03,
        },
      )
      .live(
        'unplug',
        'volts',
        w.cavity,
        'gnd',
        4,
        `Unplug ${w.plug} and read the live volts: does it go to five? Codes that this makes by itself are set apart at the next scan`,
        unplugged,
      )
      .live(
        'unplug-neighbour',
        'volts',
        w.cavity,
        'gnd',
        5,
        `Unplug the ${w.neighbour}: does the live value of ${w.cavity} come back?`,
        { state: { unplugged: ['neighbour'] } },
      )
      .lookIntoPlug('look-plug', 'PIN-SIGNAL', 4, w.plug)
      .volts('ref', ref, 4, `Measure ${ref} to body by a back probe`)
      .volts('return', back, 4, `Measure ${back} to body by a back probe`)
      .volts('signal', signal, 4, `Measure ${signal} to body by a back probe, in the middle`)
      .ohms(
        'slider-ohms',
        'slider',
        'track.end',
        8,
        `Unplug ${w.plug} and measure signal to return at the sensor`,
        unplugged,
      )
      .volts('ref-module', 'ref', 8, `Measure the five volts at the ${w.module} by a back probe`)
      .repair('SLIDER', 25, 8200, 'replace', `Replace the ${w.sensor}, then teach its zero`, {
        covers: ['TRACK'],
      })
      .repair('LINKAGE', 20, 1900, 'replace', `Renew the ${w.linkage}, then teach the zero`)
      .root('LINKAGE', 'bent in the event', `Compare the ${w.linkage} with the other side, and its bracket`)
      .root('LINKAGE', 'not taught', 'Was the zero taught after the last work?')
      .cleanPlug('PIN-SIGNAL', 15, w.plug)
      .repairHarness('REF-LINE', 50, 800, 'five-volt line')
      .repairHarness('SIGNAL-LINE', 50, 800, 'signal line')
      .repairHarness('RETURN-LINE', 50, 800, 'return line')
      .repair('NEIGHBOUR', 25, 8200, 'replace', `Replace the ${w.neighbour}, then teach its zero`)
      .repair('REF', 60, 39000, 'replace', `Replace the ${w.module}, once no line pulls its five volts down`)
      .build();
  },
};
