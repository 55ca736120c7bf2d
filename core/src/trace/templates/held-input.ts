/** An input that is held: a switch that should open and does not, or a line that leaks to ground. */
import { CaseDraft } from './draft.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'module', label: 'Module that reads it', example: 'Body module' },
  { key: 'cavity', label: 'Cavity at the module', example: 'X4.11' },
  { key: 'plug', label: 'Plug at the switch', example: 'C44' },
  { key: 'ground', label: 'Ground point', example: 'G8' },
  { key: 'switch', label: 'The switch', example: 'door contact' },
  { key: 'pusher', label: 'What presses it', example: 'striker' },
  { key: 'harness', label: 'Where the harness bends', example: 'harness in the door sleeve' },
  { key: 'open', label: 'When the switch should be open', example: 'door shut' },
] as const;

export const heldInput: Template = {
  id: 'held-input',
  title: 'Switch that should open, or an input that is held',
  describes: 'The module goes on seeing a closed switch: “door open” while it is shut.',
  suits: /\b(?:open|ajar|door|boot|bonnet|lid)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [back, signal] = [`${w.plug}.1`, `${w.plug}.2`];
    return new CaseDraft()
      .inputLine(w, signal, 'switch.in')
      .switch('SWITCH', w.switch, ['switch.in', 'switch.out'])
      .contact(
        'REACH',
        `where the ${w.pusher} meets the ${w.switch}`,
        ['switch.in', 'pushed'],
        'pusher',
        0.01,
      )
      .switch('PUSHER', w.pusher, ['pushed', 'switch.out'])
      .contact('PLUG-BACK', `plug ${w.plug}, ground side`, ['switch.out', back], w.plug, 0.01)
      .ground('GROUND', `ground ${w.ground}`, back)
      .standing({ open: ['SWITCH', 'PUSHER'] })
      .suspect('switch', 'SWITCH', 'stuckClosed', 4, `the ${w.switch} does not open`)
      .suspect('pusher', 'PUSHER', 'stuckClosed', 4, `the ${w.pusher} does not reach the ${w.switch}`)
      .suspect('wet', 'PLUG', 'shortToGround', 2, `plug ${w.plug} is wet and leaks to ground`, { ohms: 300 })
      .suspect('chafe', 'HARNESS', 'shortToGround', 2, `the ${w.harness} touches ground`)
      .suspect(
        'module-plug',
        'MODULE-PLUG',
        'shortToGround',
        0.5,
        `pin ${w.cavity} touches ground at the module`,
      )
      .suspect('module', 'IN', 'open', 0.4, `the input of the ${w.module} is dead`)
      .live('seen', 'volts', w.cavity, 'gnd', 1, `Read the live value of ${w.cavity}, ${w.open}`)
      .live(
        'press',
        'volts',
        w.cavity,
        'gnd',
        2,
        `Press the ${w.switch} fully by hand and read the live value`,
        {
          state: { open: ['SWITCH', 'PUSHER'], unplugged: ['pusher'] },
          disturbs: false,
        },
      )
      .look('gap', 'PUSHER', 2, `Look at the ${w.pusher}: bent, worn, set too far away, its buffer gone?`, {
        finds: 0.85,
        falseAlarm: 0.04,
      })
      .live(
        'unplug',
        'volts',
        w.cavity,
        'gnd',
        4,
        `Unplug ${w.plug} and read the live value: does it let go? Codes that this makes by itself are set apart at the next scan`,
        { state: { open: ['SWITCH', 'PUSHER'], unplugged: [w.plug, 'pusher'] } },
      )
      .look('look-plug', 'PLUG', 4, `Look into plug ${w.plug} for water and green pins`, {
        finds: 0.8,
        falseAlarm: 0.03,
      })
      .wiggle('wiggle', 'HARNESS', 4, `Move the ${w.harness} while you watch the live value`, { finds: 0.6 })
      .ohms(
        'switch-ohms',
        'switch.in',
        'switch.out',
        6,
        `Unplug ${w.plug} and measure across the ${w.switch}, pressed`,
        {
          state: { open: ['SWITCH', 'PUSHER'], unplugged: [w.plug, 'pusher'] },
        },
      )
      .access('module', `the trim before the ${w.module} taken off`, 6)
      .ohms('line', 'harness', 'gnd', 5, `Unplug the module and ${w.plug}: measure the line to ground`, {
        state: { open: ['SWITCH', 'PUSHER'], unplugged: ['module', w.plug, 'pusher'] },
        needs: ['module'],
      })
      .live(
        'module-off',
        'volts',
        w.cavity,
        'gnd',
        5,
        `Pull pin ${w.cavity} out of its plug and read the live value`,
        {
          state: { open: ['SWITCH', 'PUSHER'], unplugged: ['module', 'pusher'] },
          needs: ['module'],
        },
      )
      .look(
        'look-module',
        'MODULE-PLUG',
        3,
        `Look at pin ${w.cavity} and the pins beside it: bent, wet, bridged?`,
        {
          finds: 0.85,
          falseAlarm: 0.03,
          needs: ['module'],
        },
      )
      .repair('SWITCH', 25, 3400, 'replace', `Replace the ${w.switch}`)
      .repair('PUSHER', 10, 0, 'repair', `Set the ${w.pusher} so that it reaches the ${w.switch}`, {
        succeeds: 0.85,
      })
      .repair('PUSHER', 25, 2600, 'replace', `Renew the ${w.pusher}, with its buffer`)
      .root('PUSHER', 'bent in the event', `Compare the ${w.pusher} with the other side: gap, height, marks`)
      .root('PUSHER', 'wear', 'None of the others found: count its age and use')
      .cleanPlug('PLUG', 15, w.plug)
      .repairHarness('HARNESS', 45, 900, w.harness)
      .repair('MODULE-PLUG', 20, 200, 'clean', `Clean and straighten the pins beside ${w.cavity}`, {
        needs: ['module'],
      })
      .repair('IN', 54, 42000, 'replace', `Replace the ${w.module}`, { needs: ['module'] })
      .build();
  },
};
