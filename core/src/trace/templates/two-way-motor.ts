/** A motor that is driven both ways by one switch: windows, seats, locks. */
import { CaseDraft } from './draft.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'motor', label: 'The motor', example: 'left front window motor' },
  { key: 'switch', label: 'The switch', example: 'window switch' },
  { key: 'fuse', label: 'Fuse', example: 'F26' },
  { key: 'plug', label: 'Plug at the motor', example: 'C63' },
  { key: 'ground', label: 'Ground point of the switch', example: 'G10' },
  { key: 'harness', label: 'Where the harness bends', example: 'harness in the door sleeve' },
  { key: 'one', label: 'One way', example: 'up' },
  { key: 'other', label: 'The other way', example: 'down' },
] as const;

export const twoWayMotor: Template = {
  id: 'two-way-motor',
  title: 'Motor driven both ways',
  describes: 'A switch that puts either side of the motor to supply and leaves the other on ground.',
  suits: /\b(?:windows?|seat|mirrors?|locks?|locking)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [first, second] = [`${w.plug}.1`, `${w.plug}.2`];
    const oneWay = { closed: ['ONE-FEED', 'OTHER-REST'], open: ['ONE-REST', 'OTHER-FEED'] };
    const otherWay = { closed: ['OTHER-FEED', 'ONE-REST'], open: ['OTHER-REST', 'ONE-FEED'] };
    return new CaseDraft()
      .battery()
      .fuse('FUSE', `fuse ${w.fuse}`, ['b+', w.fuse], 25)
      .switch('ONE-FEED', `${w.switch}, feed contact ${w.one}`, [w.fuse, 'side.one'])
      .switch('ONE-REST', `${w.switch}, rest contact ${w.one}`, ['side.one', 'switch.ground'])
      .switch('OTHER-FEED', `${w.switch}, feed contact ${w.other}`, [w.fuse, 'side.other'])
      .switch('OTHER-REST', `${w.switch}, rest contact ${w.other}`, ['side.other', 'switch.ground'])
      .ground('GROUND', `ground ${w.ground}`, 'switch.ground')
      .wire('LINE-ONE', `${w.harness}, line ${w.one}`, ['side.one', first], 0.08)
      .wire('LINE-OTHER', `${w.harness}, line ${w.other}`, ['side.other', second], 0.08)
      .contact('PLUG', `plug ${w.plug}, pin 1`, [first, 'motor.1'], w.plug)
      .contact('PLUG-OTHER', `plug ${w.plug}, pin 2`, ['motor.2', second], w.plug)
      .motor('MOTOR', w.motor, ['motor.1', 'motor.2'], 2.5, 0.7)
      .switch('GEAR', `cable and gear behind the ${w.motor}`, ['motor.1', 'shaft'])
      .standing(oneWay)
      .suspect('motor', 'MOTOR', 'open', 4, `the ${w.motor} is open`)
      .suspect('gear', 'GEAR', 'runsWithoutMoving', 2.5, `the cable or gear behind the ${w.motor} is torn`)
      .suspect('one-feed', 'ONE-FEED', 'stuckOpen', 2, `the ${w.switch} does not feed ${w.one}`)
      .suspect(
        'one-worn',
        'ONE-FEED',
        'resistive',
        1.5,
        `the ${w.switch} feeds ${w.one} through a burnt contact`,
      )
      .suspect(
        'other-rest',
        'OTHER-REST',
        'stuckOpen',
        1.5,
        `the ${w.switch} leaves ${w.other} without ground`,
      )
      .suspect('fuse', 'FUSE', 'open', 1.5, `fuse ${w.fuse} is blown`)
      .suspect('ground', 'GROUND', 'resistive', 1.5, `ground ${w.ground} has resistance`)
      .suspect('ground-open', 'GROUND', 'open', 1, `ground ${w.ground} is lost`)
      .suspect('plug', 'PLUG', 'resistive', 2, `plug ${w.plug} is corroded`)
      .suspect('line-one', 'LINE-ONE', 'open', 1.5, `the ${w.harness} is broken, line ${w.one}`)
      .suspect('line-other', 'LINE-OTHER', 'open', 1.5, `the ${w.harness} is broken, line ${w.other}`)
      .beat('one', 'MOTOR', 'off', `Switch it ${w.one}: does the motor stand still?`)
      .beat('other', 'MOTOR', 'off', `Switch it ${w.other}: does the motor stand still that way too?`, {
        state: otherWay,
      })
      .beat('slow', 'MOTOR', 'weak', `Switch it ${w.one}: does it run, but weakly?`)
      .beat('slow-other', 'MOTOR', 'weak', `Switch it ${w.other}: does it run, but weakly that way too?`, {
        state: otherWay,
      })
      .listen('turns', 'GEAR', 1, `Does the ${w.motor} run while nothing moves?`, {
        finds: 0.9,
        falseAlarm: 0.03,
      })
      .lookAtFuse('look-fuse', 'FUSE', w.fuse)
      .access('trim', 'the trim taken off', 8)
      .volts('first', first, 3, `Measure ${first} to ground by a back probe, ${w.one} held`, {
        needs: ['trim'],
      })
      .volts('second', second, 3, `Measure ${second} to ground by a back probe, ${w.one} held`, {
        needs: ['trim'],
      })
      .volts('second-other', second, 3, `Measure ${second} to ground by a back probe, ${w.other} held`, {
        state: otherWay,
        needs: ['trim'],
      })
      .volts('first-other', first, 3, `Measure ${first} to ground by a back probe, ${w.other} held`, {
        state: otherWay,
        needs: ['trim'],
      })
      .volts('inside', 'motor.1', 4, `Measure behind pin 1 of ${w.plug} by a back probe, ${w.one} held`, {
        needs: ['trim'],
      })
      .ohms('motor-ohms', 'motor.1', 'motor.2', 5, `Unplug ${w.plug} and measure the motor`, {
        state: { ...oneWay, unplugged: [w.plug] },
        needs: ['trim'],
      })
      .volts(
        'switch-ground',
        'switch.ground',
        5,
        `Measure the ground of the ${w.switch} to battery negative, ${w.one} held`,
      )
      .volts('switch-feed', 'side.one', 5, `Measure what the ${w.switch} feeds ${w.one}`)
      .lookIntoPlug('look-plug', 'PLUG', 3, w.plug)
      .wiggle('wiggle', 'LINE-ONE', 4, `Move the ${w.harness} while ${w.one} is held`)
      .wiggle('wiggle-other', 'LINE-OTHER', 4, `Move the ${w.harness} while ${w.other} is held`)
      .repair('MOTOR', 40, 11800, 'replace', `Replace the ${w.motor}`, { needs: ['trim'] })
      .repair('GEAR', 55, 8600, 'replace', `Renew the cable and gear behind the ${w.motor}`, {
        needs: ['trim'],
      })
      .repair('ONE-FEED', 15, 5400, 'replace', `Replace the ${w.switch}`, {
        covers: ['ONE-REST', 'OTHER-FEED', 'OTHER-REST'],
      })
      .replaceFuse('FUSE', w.fuse)
      .cleanGround('GROUND', 15, w.ground)
      .cleanPlug('PLUG', 15, w.plug, { needs: ['trim'] })
      .repairHarness('LINE-ONE', 60, 900, `${w.harness}, line ${w.one}`)
      .repairHarness('LINE-OTHER', 60, 900, `${w.harness}, line ${w.other}`)
      .build();
  },
};
