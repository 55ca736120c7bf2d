/** A lamp with two filaments on one ground: tail and brake, or low and high beam. */
import { bulbGlass, CaseDraft } from './draft.js';
import { filled, positive, type Template } from './template.js';

const fields = [
  { key: 'lamp', label: 'The lamp', example: 'left rear lamp' },
  { key: 'dead', label: 'What stays dark', example: 'brake light' },
  { key: 'works', label: 'What works', example: 'tail light' },
  { key: 'fuse', label: 'Fuse of what stays dark', example: 'F9' },
  { key: 'switch', label: 'What switches it', example: 'brake light switch' },
  { key: 'plug', label: 'Plug at the lamp', example: 'C21' },
  { key: 'ground', label: 'Ground point', example: 'G4' },
  { key: 'watts', label: 'Watts of what stays dark', example: '21' },
] as const;

export const twoFilamentLamp: Template = {
  id: 'two-filament-lamp',
  title: 'Lamp with two filaments',
  describes: 'Two filaments in one bulb on one ground; one stays dark, or both glow through each other.',
  suits: /\b(?:brake lights?|tail|beam|dim|glows?)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [feed, other, back] = [`${w.plug}.1`, `${w.plug}.2`, `${w.plug}.3`];
    return new CaseDraft()
      .battery()
      .fuse('FUSE', `fuse ${w.fuse}`, ['b+', w.fuse], 15)
      .switch('SWITCH', w.switch, [w.fuse, 'switched'])
      .wire('HARNESS', 'harness to the lamp', ['switched', feed], 0.06)
      .contact('PLUG', `plug ${w.plug}`, [feed, 'a'], w.plug)
      .lamp('LAMP', `${w.lamp}, ${w.dead}`, ['a', 'back'], positive(w.watts, 21))
      .fuse('FUSE-OTHER', `fuse of the ${w.works}`, ['b+', 'other.fused'], 10)
      .switch('SWITCH-OTHER', `switch of the ${w.works}`, ['other.fused', other])
      .lamp('OTHER', `${w.lamp}, ${w.works}`, [other, 'back'], 5)
      .lamp('OTHER-SIDE', `${w.works} of the other side`, [other, 'gnd'], 5)
      .contact('GROUND-PIN', `ground pin of plug ${w.plug}`, ['back', back], w.plug)
      .ground('GROUND', `ground ${w.ground}`, back)
      .suspect('filament', 'LAMP', 'open', 8, `the filament of the ${w.dead} is burnt`)
      .suspect('fuse', 'FUSE', 'open', 3, `fuse ${w.fuse} is blown`)
      .suspect('switch', 'SWITCH', 'stuckOpen', 3, `the ${w.switch} does not close`)
      .suspect('plug', 'PLUG', 'resistive', 3, `pin 1 of plug ${w.plug} is corroded`)
      .suspect('plug-open', 'PLUG', 'open', 1, `pin 1 of plug ${w.plug} makes no contact`)
      .suspect('ground-pin', 'GROUND-PIN', 'resistive', 2, `the ground pin of plug ${w.plug} is corroded`)
      .suspect('ground', 'GROUND', 'resistive', 2, `ground ${w.ground} has resistance`)
      .suspect('ground-open', 'GROUND', 'open', 1, `ground ${w.ground} is lost`)
      .suspect('harness', 'HARNESS', 'open', 1, 'the harness to the lamp is broken')
      .suspect('bridge', 'LAMP', 'bridged', 1, 'the filaments touch each other', { to: other })
      .beat('dim', 'LAMP', 'weak', `${w.dead} on: is it lit, but dim?`)
      .beat('other', 'OTHER', 'off', `${w.works} on alone: does it stay dark too?`, {
        state: { open: ['SWITCH'] },
      })
      .beat('through', 'OTHER', 'on', `${w.dead} on alone: does the ${w.works} glow with it?`, {
        state: { open: ['SWITCH-OTHER'] },
      })
      .look('look-lamp', 'LAMP', 3, `Look at both filaments of the ${w.lamp}`, {
        finds: 0.92,
        falseAlarm: 0.02,
        caution: bulbGlass,
      })
      .lookAtFuse('look-fuse', 'FUSE', w.fuse)
      .volts('feed', feed, 4, `Measure ${feed} to ground with the ${w.dead} on`)
      .volts('back', back, 4, `Measure ${back} to ground with the ${w.dead} on`)
      .volts(
        'lamp-ground',
        'back',
        5,
        `Measure the lamp’s ground contact to battery negative with the ${w.dead} on`,
      )
      .volts('switched', 'switched', 6, `Measure behind the ${w.switch}`)
      .lookIntoPlug('look-plug', 'PLUG', 3, w.plug)
      .watch(
        'hazard',
        'GROUND',
        1,
        `Hazard flash on: does the lamp glow in its beat, or another one on ${w.ground} weakly?`,
      )
      .swap('swap', 'LAMP', 6, 'Swap the bulb with the other side')
      .repair('LAMP', 8, 450, 'replace', `Replace the bulb of the ${w.lamp}, same watts`)
      .replaceFuse('FUSE', w.fuse)
      .repair('SWITCH', 15, 2900, 'replace', `Replace the ${w.switch}`)
      .repair('PLUG', 15, 200, 'clean', `Clean and retension pin 1 of plug ${w.plug}`)
      .repair('GROUND-PIN', 15, 200, 'clean', `Clean the ground pin of plug ${w.plug}`)
      .cleanGround('GROUND', 15, w.ground)
      .repair('HARNESS', 50, 700, 'repair', 'Repair the harness to the lamp')
      .build();
  },
};
