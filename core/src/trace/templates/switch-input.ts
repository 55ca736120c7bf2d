/** A switch that pulls a module's input to ground: flaps, doors, lids, latches. */
import { filled, type Template } from './template.js';

const fields = [
  { key: 'module', label: 'Module that reads it', example: 'Charge module' },
  { key: 'cavity', label: 'Cavity at the module', example: 'X8.7' },
  { key: 'plug', label: 'Plug at the switch', example: 'C31' },
  { key: 'ground', label: 'Ground point', example: 'G7' },
  { key: 'switch', label: 'The switch', example: 'end switch' },
  { key: 'mechanism', label: 'What moves the switch', example: 'flap gear' },
  { key: 'harness', label: 'Where the harness bends', example: 'harness over the hinge' },
  { key: 'closed', label: 'When the switch is closed', example: 'flap shut' },
] as const;

export const switchInput: Template = {
  id: 'switch-input',
  title: 'Switch on a module input',
  describes: 'The module feeds the line through a pull-up; the switch takes it to ground.',
  fields,
  build(values) {
    const w = filled(fields, values);
    const signal = `${w.plug}.2`;
    const back = `${w.plug}.1`;
    return {
      circuit: {
        elements: [
          { id: 'IN', kind: 'moduleInput', label: w.module, pins: [w.cavity, 'gnd'], pullUpOhms: 2200, pullUpVolts: 5, thresholdVolts: 2.5 },
          { id: 'MODULE-PLUG', kind: 'contact', label: `plug at the module, ${w.cavity}`, pins: [w.cavity, 'harness'], ohms: 0.01, connector: 'module' },
          { id: 'HARNESS', kind: 'wire', label: w.harness, pins: ['harness', signal], ohms: 0.05 },
          { id: 'PLUG', kind: 'contact', label: `plug ${w.plug}`, pins: [signal, 'switch.in'], ohms: 0.01, connector: w.plug },
          { id: 'SWITCH', kind: 'switch', label: w.switch, pins: ['switch.in', 'moved'], closed: true },
          { id: 'MECHANISM', kind: 'switch', label: w.mechanism, pins: ['moved', 'switch.out'], closed: true },
          { id: 'PLUG-BACK', kind: 'contact', label: `plug ${w.plug}, ground side`, pins: ['switch.out', back], ohms: 0.01, connector: w.plug },
          { id: 'GROUND', kind: 'ground', label: `ground ${w.ground}`, pins: [back, 'gnd'], ohms: 0.01 },
        ],
      },
      suspects: [
        { id: 'switch', element: 'SWITCH', mode: 'stuckOpen', weight: 5, label: `${w.switch} does not close` },
        { id: 'switch-resistive', element: 'SWITCH', mode: 'resistive', weight: 2, label: `${w.switch} has resistance` },
        { id: 'plug', element: 'PLUG', mode: 'open', weight: 2, label: `plug ${w.plug} makes no contact` },
        { id: 'plug-resistive', element: 'PLUG', mode: 'resistive', weight: 2, label: `plug ${w.plug} is corroded` },
        { id: 'harness', element: 'HARNESS', mode: 'intermittent', weight: 2, label: `${w.harness} breaks now and then` },
        { id: 'harness-open', element: 'HARNESS', mode: 'open', weight: 1, label: `${w.harness} is broken` },
        { id: 'mechanism', element: 'MECHANISM', mode: 'endNotReached', weight: 3, label: `${w.mechanism} does not reach its end` },
        { id: 'ground', element: 'GROUND', mode: 'open', weight: 1, label: `ground ${w.ground} is lost` },
        { id: 'module', element: 'IN', mode: 'open', weight: 0.4, label: `${w.module} no longer feeds the line` },
      ],
      tests: [
        { id: 'signal', kind: 'volts', from: signal, to: 'gnd', minutes: 4, label: `Measure ${signal} to ground with the ${w.closed}` },
        { id: 'listen', kind: 'listen', element: 'MECHANISM', minutes: 1, finds: 0.8, falseAlarm: 0.05, label: `Listen at the ${w.mechanism}: does the motor run with nothing moving?` },
        { id: 'look-plug', kind: 'inspect', element: 'PLUG', minutes: 3, finds: 0.7, falseAlarm: 0.02, label: `Look into plug ${w.plug} for green or bent pins` },
        { id: 'wiggle', kind: 'wiggle', element: 'HARNESS', minutes: 6, finds: 0.75, falseAlarm: 0.03, label: `Move the ${w.harness} while you watch the live value` },
        { id: 'switch-ohms', kind: 'ohms', from: 'switch.in', to: 'switch.out', minutes: 6, state: { unplugged: [w.plug] }, label: `Unplug ${w.plug} and measure across the switch with the ${w.closed}`, caution: 'Ignition off before the plug is opened.' },
        { id: 'ground', kind: 'volts', from: back, to: 'gnd', minutes: 4, label: `Measure ${back} to ground` },
        { id: 'module-volts', kind: 'volts', from: w.cavity, to: 'gnd', minutes: 12, label: `Measure ${w.cavity} at the ${w.module} with the ${w.closed}` },
      ],
      repairs: [
        { element: 'SWITCH', minutes: 25, priceCents: 3800, method: 'replace', label: `Replace the ${w.switch}` },
        { element: 'PLUG', minutes: 15, priceCents: 200, method: 'clean', label: `Clean and retension plug ${w.plug}` },
        { element: 'HARNESS', minutes: 45, priceCents: 900, method: 'repair', label: `Repair the ${w.harness}` },
        { element: 'MECHANISM', minutes: 45, priceCents: 14500, method: 'replace', label: `Replace the ${w.mechanism}` },
        { element: 'GROUND', minutes: 15, priceCents: 0, method: 'clean', label: `Clean ground ${w.ground}` },
        { element: 'IN', minutes: 60, priceCents: 42000, method: 'replace', label: `Replace the ${w.module}` },
      ],
    };
  },
};
