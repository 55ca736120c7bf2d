/** A wiper or horn stalk: contacts coded by resistors on one input of a module, beside the airbag of the steering wheel. */
import { CaseDraft } from './draft.js';
import { lookLive, openDead, powerDown } from './restraint-words.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'stalk', label: 'The stalk', example: 'wiper stalk' },
  { key: 'module', label: 'Module that reads it', example: 'Column module' },
  { key: 'cavity', label: 'Cavity at the module', example: 'X7.2' },
  { key: 'plug', label: 'Plug at the stalk', example: 'C33' },
  { key: 'dead', label: 'The position that fails', example: 'slow' },
  { key: 'works', label: 'Another position', example: 'fast' },
  { key: 'load', label: 'What it works', example: 'wiper' },
] as const;

export const columnStalk: Template = {
  id: 'column-stalk',
  title: 'Horn or wiper stalk',
  describes:
    'Contacts with a resistor each on one line of a module: traced by live values; its plug lies beside an airbag.',
  suits: /\b(?:stalk|wipers?|horn|washers?)\b/i,
  besideRestraint: true,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [signal, back] = [`${w.plug}.1`, `${w.plug}.2`];
    const off = { open: ['DEAD', 'WORKS'] };
    const other = { open: ['DEAD'], closed: ['WORKS'] };
    return new CaseDraft(true)
      .input('IN', `input of the ${w.module}`, w.cavity, { pullUpOhms: 1000 })
      .contact('MODULE-PLUG', `plug at the module, ${w.cavity}`, [w.cavity, 'harness'], 'module', 0.01)
      .wire('HARNESS', `harness to the ${w.stalk}, below the driver airbag`, ['harness', signal], 0.1)
      .contact('PLUG', `plug ${w.plug}`, [signal, 'stalk'], w.plug, 0.01)
      .resistor('IDLE', `${w.stalk}, its resistor at rest`, ['stalk', 'stalk.back'], 4700)
      .resistor('DEAD-RESISTOR', `${w.stalk}, resistor of ${w.dead}`, ['stalk', 'dead.in'], 820)
      .switch('DEAD', `${w.stalk}, contact ${w.dead}`, ['dead.in', 'stalk.back'])
      .resistor('WORKS-RESISTOR', `${w.stalk}, resistor of ${w.works}`, ['stalk', 'works.in'], 270)
      .switch('WORKS', `${w.stalk}, contact ${w.works}`, ['works.in', 'stalk.back'])
      .contact('PLUG-BACK', `ground pin of ${w.plug}`, ['stalk.back', back], w.plug, 0.01)
      .ground('GROUND', `return of the ${w.module}`, back)
      .cavity('switch', w.cavity, 'harness', signal, 'stalk', 'dead.in', 'works.in', 'stalk.back', back)
      .supply(powerDown)
      .standing({ open: ['WORKS'], closed: ['DEAD'] })
      .suspect('contact', 'DEAD', 'stuckOpen', 4, `contact ${w.dead} of the ${w.stalk} does not close`)
      .suspect('burnt', 'DEAD', 'resistive', 2, `contact ${w.dead} of the ${w.stalk} is burnt`)
      .suspect('welded', 'WORKS', 'stuckClosed', 1, `contact ${w.works} of the ${w.stalk} stays closed`)
      .suspect('plug', 'PLUG', 'resistive', 2, `plug ${w.plug} is corroded`)
      .suspect('plug-open', 'PLUG', 'open', 1, `plug ${w.plug} makes no contact`)
      .suspect('plug-back', 'PLUG-BACK', 'open', 1, `the ground pin of ${w.plug} makes no contact`)
      .suspect('harness', 'HARNESS', 'open', 1, `the harness to the ${w.stalk} is broken`)
      .suspect('chafe', 'HARNESS', 'shortToGround', 0.7, `the harness to the ${w.stalk} touches ground`)
      .suspect('module', 'IN', 'open', 0.5, `the input of the ${w.module} is dead`)
      .live('rest', 'volts', w.cavity, 'gnd', 1, `Read the live value of the ${w.stalk} at rest`, {
        state: off,
        caution: lookLive,
      })
      .live('dead', 'volts', w.cavity, 'gnd', 1, `Read the live value with the ${w.stalk} at ${w.dead}`, {
        caution: lookLive,
      })
      .live('works', 'volts', w.cavity, 'gnd', 1, `Read the live value with the ${w.stalk} at ${w.works}`, {
        state: other,
        caution: lookLive,
      })
      .watch(
        'command',
        'IN',
        2,
        `Command the ${w.load} by the reader: does it stay still although the live value of the ${w.stalk} is right?`,
        {
          finds: 0.9,
          falseAlarm: 0.05,
          caution: lookLive,
        },
      )
      .look('look-plug', 'PLUG', 8, `Take the shroud off and look at ${w.plug}: seated, locked, dry?`, {
        finds: 0.85,
        falseAlarm: 0.03,
        caution: openDead,
        power: 'dead',
      })
      .look('look-back', 'PLUG-BACK', 8, `Look at the ground pin of ${w.plug}: pushed out, spread?`, {
        finds: 0.85,
        falseAlarm: 0.03,
        caution: openDead,
        power: 'dead',
      })
      .look('look-module', 'MODULE-PLUG', 10, `Look at pin ${w.cavity} of the module`, {
        finds: 0.85,
        falseAlarm: 0.03,
        caution: openDead,
        power: 'dead',
      })
      .look(
        'follow',
        'HARNESS',
        10,
        `Follow the harness to the ${w.stalk} below the driver airbag: pinched, chafed, pulled?`,
        {
          finds: 0.8,
          falseAlarm: 0.03,
          caution: openDead,
          power: 'dead',
        },
      )
      .ohms(
        'stalk-ohms',
        'stalk',
        'stalk.back',
        10,
        `Unplug ${w.plug} and measure the ${w.stalk} alone, at ${w.dead}`,
        {
          state: { open: ['WORKS'], closed: ['DEAD'], unplugged: [w.plug] },
          caution: openDead,
        },
      )
      .ohms('return-ohms', back, 'gnd', 8, `Unplug ${w.plug} and measure its ground cavity to ground`, {
        state: { open: ['WORKS'], closed: ['DEAD'], unplugged: [w.plug] },
        caution: openDead,
      })
      .repair('DEAD', 45, 9600, 'replace', `Replace the ${w.stalk}`, {
        covers: ['WORKS', 'IDLE', 'DEAD-RESISTOR', 'WORKS-RESISTOR'],
        caution: openDead,
        power: 'dead',
      })
      .repair('PLUG', 12, 0, 'reseat', `Clean, reseat and lock ${w.plug}`, {
        caution: openDead,
        power: 'dead',
      })
      .repair('PLUG-BACK', 15, 300, 'retension', `Retension the ground pin of ${w.plug}`, {
        caution: openDead,
        power: 'dead',
      })
      .repair('HARNESS', 50, 900, 'repair', `Repair the harness to the ${w.stalk}`, {
        caution: openDead,
        power: 'dead',
      })
      .repair('IN', 60, 36000, 'replace', `Replace the ${w.module}, with what it carries`, {
        caution: openDead,
        power: 'dead',
      })
      .build();
  },
};
