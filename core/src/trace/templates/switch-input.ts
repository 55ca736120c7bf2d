/** A switch that pulls a module's input to ground: flaps, doors, lids, latches. */
import { CaseDraft } from './draft.js';
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
  suits: /\b(?:flap|lid|door|boot|bonnet|open|ajar)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [back, signal] = [`${w.plug}.1`, `${w.plug}.2`];
    return new CaseDraft()
      .inputLine(w, signal, 'switch.in')
      .switch('SWITCH', w.switch, ['switch.in', 'moved'])
      .switch('MECHANISM', w.mechanism, ['moved', 'switch.out'])
      .contact('PLUG-BACK', `plug ${w.plug}, ground side`, ['switch.out', back], w.plug, 0.01)
      .ground('GROUND', `ground ${w.ground}`, back)
      .suspect('switch', 'SWITCH', 'stuckOpen', 5, `${w.switch} does not close`)
      .suspect('switch-resistive', 'SWITCH', 'resistive', 2, `${w.switch} has resistance`)
      .suspect('plug', 'PLUG', 'open', 2, `plug ${w.plug} makes no contact`)
      .suspect('plug-resistive', 'PLUG', 'resistive', 2, `plug ${w.plug} is corroded`)
      .suspect('harness', 'HARNESS', 'intermittent', 2, `${w.harness} breaks now and then`)
      .suspect('harness-open', 'HARNESS', 'open', 1, `${w.harness} is broken`)
      .suspect('mechanism', 'MECHANISM', 'endNotReached', 3, `${w.mechanism} does not reach its end`)
      .suspect('ground', 'GROUND', 'open', 1, `ground ${w.ground} is lost`)
      .suspect('module', 'IN', 'open', 0.4, `${w.module} no longer feeds the line`)
      .cavity('switch', w.cavity, 'harness', signal, back)
      .access('module', `the trim before the ${w.module} taken off`, 6)
      .volts(
        'cavity',
        w.cavity,
        3,
        `Measure ${w.cavity} at the module by a back probe, the ${w.switch} held open`,
        { state: { open: ['MECHANISM'] }, needs: ['module'] },
      )
      .volts('signal', signal, 4, `Measure ${signal} to ground with the ${w.closed}`)
      .listen(
        'listen',
        'MECHANISM',
        1,
        `Listen at the ${w.mechanism}: does the motor run with nothing moving?`,
        {
          finds: 0.8,
          falseAlarm: 0.05,
        },
      )
      .live(
        'press',
        'volts',
        w.cavity,
        'gnd',
        3,
        `Press the ${w.switch} by hand, past the ${w.mechanism}, and read the live value of ${w.cavity}`,
        { state: { jumpers: [['moved', 'switch.out']] } },
      )
      .live(
        'bridge',
        'volts',
        w.cavity,
        'gnd',
        5,
        `Unplug ${w.plug}, bridge ${signal} to ${back} on the harness side and read the live value: it imitates the ${w.closed}`,
        {
          state: { unplugged: [w.plug], jumpers: [[signal, back]] },
          caution: 'The bridge is a temporary state: it comes out before anything else is done.',
        },
      )
      .lookIntoPlug('look-plug', 'PLUG', 3, w.plug, 'green or bent pins')
      .wiggle('wiggle', 'HARNESS', 4, `Move the ${w.harness} while you watch the live value`, { finds: 0.8 })
      .provoke(
        'chill',
        'SWITCH',
        6,
        `Chill the ${w.switch} with cold spray, let it warm, chill it again: does the live value go with it?`,
      )
      .ohms(
        'switch-ohms',
        'switch.in',
        'switch.out',
        8,
        `Unplug ${w.plug} and measure across the switch with the ${w.closed}`,
        {
          state: { unplugged: [w.plug] },
          caution: 'Ignition off before the plug is opened.',
        },
      )
      .volts('ground', back, 4, `Measure ${back} to ground`)
      .volts('module-volts', w.cavity, 3, `Measure ${w.cavity} at the ${w.module} with the ${w.closed}`, {
        needs: ['module'],
      })
      .repair('SWITCH', 25, 3800, 'replace', `Replace the ${w.switch}`)
      .root('SWITCH', 'water in it', `Open the old ${w.switch}: water, a torn seal, a blocked drain near it?`)
      .root('SWITCH', 'misuse', `Was the ${w.switch} pushed past its end: bent bracket, witness marks?`)
      .root('SWITCH', 'wear', `None of the others found: count its age and use`)
      .cleanPlug('PLUG', 15, w.plug)
      .repairHarness('HARNESS', 45, 900, w.harness)
      .repair('MECHANISM', 45, 14500, 'replace', `Replace the ${w.mechanism}`)
      .root('MECHANISM', 'binding', `Move what the ${w.mechanism} moves by hand: ice, dirt, a bent hinge?`)
      .root('MECHANISM', 'not taught', `Were its end stops taught after the last work?`)
      .cleanGround('GROUND', 15, w.ground)
      .repair('IN', 54, 42000, 'replace', `Replace the ${w.module}`, { needs: ['module'] })
      .root(
        'IN',
        'a short that killed the input',
        `Measure ${signal} against the supply before the new ${w.module} is plugged`,
      )
      .build();
  },
};
