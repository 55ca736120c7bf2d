/** A lamp on the protected output of a module. */
import { bulbGlass, CaseDraft } from './draft.js';
import { filled, positive, type Template } from './template.js';

const fields = [
  { key: 'lamp', label: 'The lamp', example: 'left tail lamp' },
  { key: 'watts', label: 'Lamp watts', example: '10' },
  { key: 'module', label: 'Module that drives it', example: 'Body module' },
  { key: 'cavity', label: 'Cavity at the module', example: 'X2.14' },
  { key: 'supply', label: 'Fuse that feeds the output', example: 'F31' },
  { key: 'plug', label: 'Plug at the lamp', example: 'C12' },
  { key: 'ground', label: 'Ground point', example: 'G3' },
] as const;

export const outputLamp: Template = {
  id: 'output-lamp',
  title: 'Lamp on a module output',
  describes: 'The module feeds the lamp through a protected output, and shuts it off when it draws too much.',
  suits: /\b(?:lamps?|lights?|bulb|fog|tail|indicator)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [feed, back] = [`${w.plug}.1`, `${w.plug}.2`];
    return new CaseDraft()
      .battery()
      .fuse('SUPPLY', `fuse ${w.supply}`, ['b+', w.supply], 25)
      .element({
        id: 'OUTPUT',
        kind: 'moduleOutput',
        label: `output of the ${w.module}`,
        pins: [w.supply, w.cavity],
        side: 'high',
        ohms: 0.03,
        limitAmps: 8,
      })
      .contact('MODULE-PLUG', `plug at the module, ${w.cavity}`, [w.cavity, 'harness'], 'module')
      .wire('HARNESS', 'harness to the lamp', ['harness', feed], 0.08)
      .contact('PLUG', `plug ${w.plug}`, [feed, 'lamp'], w.plug)
      .lamp('LAMP', w.lamp, ['lamp', back], positive(w.watts, 10))
      .ground('GROUND', `ground ${w.ground}`, back)
      .suspect('lamp', 'LAMP', 'open', 8, `the ${w.lamp} is burnt out`)
      .suspect('wrong', 'LAMP', 'wrongPart', 1, `a bulb of too few watts is fitted as ${w.lamp}`, {
        ohms: (2.5 * 12 ** 2) / positive(w.watts, 10),
      })
      .suspect('stuck', 'OUTPUT', 'stuckClosed', 0.5, `the output of the ${w.module} stays on`)
      .suspect('output', 'OUTPUT', 'stuckOpen', 1.5, `the output of the ${w.module} is dead`)
      .suspect('supply', 'SUPPLY', 'open', 1.5, `fuse ${w.supply} is blown`)
      .suspect('module-plug', 'MODULE-PLUG', 'open', 1, `pin ${w.cavity} makes no contact`)
      .suspect('plug', 'PLUG', 'resistive', 3, `plug ${w.plug} is corroded`)
      .suspect('plug-open', 'PLUG', 'open', 2, `plug ${w.plug} makes no contact`)
      .suspect('harness', 'HARNESS', 'open', 1, 'the harness to the lamp is broken')
      .suspect(
        'chafe',
        'HARNESS',
        'shortToGround',
        1,
        'the harness to the lamp touches ground: the output shuts off',
      )
      .suspect('ground', 'GROUND', 'resistive', 2, `ground ${w.ground} has resistance`)
      .suspect('ground-open', 'GROUND', 'open', 1, `ground ${w.ground} is lost`)
      .beat('dim', 'LAMP', 'weak', `Commanded on: is the ${w.lamp} lit, but dim?`)
      .beat('stays', 'LAMP', 'on', `Commanded off: does the ${w.lamp} stay on?`, {
        state: { open: ['OUTPUT'] },
      })
      .look('look-lamp', 'LAMP', 3, `Look at the filament of the ${w.lamp}`, {
        finds: 0.9,
        falseAlarm: 0.02,
        caution: bulbGlass,
      })
      .volts('feed', feed, 4, `Measure ${feed} to ground with the lamp commanded on`)
      .volts('back', back, 4, `Measure ${back} to ground with the lamp commanded on`)
      .volts('cavity', w.cavity, 8, `Measure ${w.cavity} at the module with the lamp commanded on`)
      .volts(
        'behind',
        'harness',
        10,
        `Measure behind pin ${w.cavity} by a back probe with the lamp commanded on`,
      )
      .volts('supply', w.supply, 2, `Measure behind fuse ${w.supply}`)
      .volts(
        'unplugged',
        feed,
        5,
        `Unplug ${w.plug}, clear the output, measure ${feed} with the lamp commanded on`,
        { state: { unplugged: [w.plug] } },
      )
      .ohms('feed-ohms', feed, 'gnd', 8, `Unplug ${w.plug} and the module, measure ${feed} to ground`, {
        state: { unplugged: [w.plug, 'module'] },
        caution: 'Ignition off and the network asleep before the module is unplugged.',
      })
      .watch('neighbours', 'GROUND', 1, `Switch on what else hangs on ${w.ground}: is any of it weak or odd?`)
      .swap('swap', 'LAMP', 6, 'Swap the bulb with the other side')
      .repair('LAMP', 8, 450, 'replace', `Replace the ${w.lamp}, same watts`)
      .repair(
        'OUTPUT',
        60,
        24000,
        'repair',
        `Repair or replace the ${w.module}, once supply, ground and network are good`,
      )
      .replaceFuse('SUPPLY', w.supply, 120)
      .repair('MODULE-PLUG', 20, 300, 'retension', `Retension pin ${w.cavity}`)
      .cleanPlug('PLUG', 15, w.plug)
      .repair('HARNESS', 50, 700, 'repair', 'Repair the harness to the lamp')
      .cleanGround('GROUND', 15, w.ground)
      .build();
  },
};
