/** A lamp behind a fuse and a switch, grounded in the body. */
import { bulbGlass, CaseDraft } from './draft.js';
import { filled, positive, type Template } from './template.js';

const fields = [
  { key: 'lamp', label: 'The lamp', example: 'right tail lamp' },
  { key: 'fuse', label: 'Fuse', example: 'F7' },
  { key: 'amps', label: 'Fuse rating in amps', example: '10' },
  { key: 'watts', label: 'Lamp watts', example: '21' },
  { key: 'plug', label: 'Plug at the lamp', example: 'C12' },
  { key: 'ground', label: 'Ground point', example: 'G3' },
  { key: 'on', label: 'How it is switched on', example: 'lights on' },
] as const;

export const fusedLamp: Template = {
  id: 'fused-lamp',
  title: 'Lamp with fuse and switch',
  describes: 'Battery, fuse, switch, plug, lamp, ground, in one line.',
  suits: /\b(?:lamps?|lights?|bulb|fog|tail|indicator)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [feed, back] = [`${w.plug}.1`, `${w.plug}.2`];
    return new CaseDraft()
      .battery()
      .fuse('FUSE', `fuse ${w.fuse}`, ['b+', w.fuse], positive(w.amps, 10))
      .switch('SWITCH', 'light switch', [w.fuse, 'switched'])
      .wire('HARNESS', 'harness to the lamp', ['switched', feed], 0.06)
      .contact('PLUG', `plug ${w.plug}`, [feed, 'holder'], w.plug)
      .contact('HOLDER', `holder of the ${w.lamp}`, ['holder', 'lamp'], 'holder')
      .lamp('LAMP', w.lamp, ['lamp', back], positive(w.watts, 21))
      .ground('GROUND', `ground ${w.ground}`, back)
      .suspect('lamp', 'LAMP', 'open', 8, `${w.lamp} is burnt out`)
      .suspect('fuse', 'FUSE', 'open', 3, `fuse ${w.fuse} is blown`)
      .suspect('plug', 'PLUG', 'resistive', 4, `plug ${w.plug} is corroded`)
      .suspect('plug-open', 'PLUG', 'open', 2, `plug ${w.plug} makes no contact`)
      .suspect(
        'holder',
        'HOLDER',
        'resistive',
        2,
        `the holder of the ${w.lamp} is loose or melted, its tab bent`,
      )
      .suspect('ground', 'GROUND', 'resistive', 3, `ground ${w.ground} has resistance`)
      .suspect('ground-open', 'GROUND', 'open', 1, `ground ${w.ground} is lost`)
      .suspect('harness', 'HARNESS', 'open', 1, 'harness to the lamp is broken')
      .suspect('chafe', 'HARNESS', 'shortToGround', 0.7, 'harness to the lamp touches ground')
      .suspect('switch', 'SWITCH', 'stuckOpen', 1, 'light switch does not close')
      .beat('dim', 'LAMP', 'weak', `With the ${w.on}: is the ${w.lamp} lit, but dim?`)
      .volts('feed', feed, 4, `Measure ${feed} to ground with the ${w.on}`)
      .lookAtFuse('look-fuse', 'FUSE', w.fuse)
      .look('look-lamp', 'LAMP', 3, `Look at the filament of the ${w.lamp}`, {
        finds: 0.9,
        falseAlarm: 0.02,
        caution: bulbGlass,
      })
      .lookIntoPlug('look-plug', 'PLUG', 3, w.plug)
      .look('look-holder', 'HOLDER', 2, `Bulb out: is its holder browned, soft, loose, a tab bent away?`, {
        finds: 0.85,
        falseAlarm: 0.03,
      })
      .testLamp('lamp-feed', feed, 2, `Test lamp from ${feed} to the body with the ${w.on}`)
      .watch('neighbours', 'GROUND', 1, `Switch on what else hangs on ${w.ground}: is any of it weak or odd?`)
      .swap('swap', 'LAMP', 6, 'Swap the lamp with the other side')
      .volts('ground', back, 4, `Measure ${back} to ground with the ${w.on}`)
      .volts('switched', 'switched', 8, `Measure behind the light switch with the ${w.on}`)
      .volts('fuse-volts', w.fuse, 2, `Measure behind fuse ${w.fuse}`)
      .ohms(
        'chafe',
        w.fuse,
        'gnd',
        5,
        `Fuse ${w.fuse} out, ${w.plug} off, ${w.on}: measure behind the fuse to ground`,
        {
          state: { pulled: ['FUSE'], unplugged: [w.plug] },
        },
      )
      .repair('LAMP', 8, 450, 'replace', `Replace the ${w.lamp}, same watts`)
      .root('LAMP', 'water in the lamp', 'Look for drops, a dull reflector, a torn seal')
      .root('LAMP', 'overvoltage', 'Measure the charging voltage: more than 14.8 V at idle with all off?')
      .root('LAMP', 'wear', 'None of the others found: hours and shocks')
      .replaceFuse('FUSE', w.fuse)
      .cleanPlug('PLUG', 15, w.plug)
      .repair('HOLDER', 12, 1100, 'replace', `Renew the holder of the ${w.lamp}`)
      .root(
        'HOLDER',
        'a bulb of too many watts',
        `Read the watts on the bulb of the ${w.lamp}: as the car wants?`,
      )
      .root('HOLDER', 'water in the lamp', 'Look for drops, a dull reflector, a torn seal')
      .cleanGround('GROUND', 15, w.ground)
      .repairHarness('HARNESS', 50, 700, 'harness to the lamp')
      .repair('SWITCH', 25, 5200, 'replace', 'Replace the light switch')
      .build();
  },
};
