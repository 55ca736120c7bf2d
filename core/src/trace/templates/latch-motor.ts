/** A power latch: motor, mechanism, and the ajar switch that tells the module what it did. */
import { CaseDraft } from './draft.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'latch', label: 'The latch', example: 'left rear door latch' },
  { key: 'module', label: 'Module that drives and reads it', example: 'Body module' },
  { key: 'plug', label: 'Plug at the latch', example: 'C70' },
  { key: 'fuse', label: 'Fuse that feeds the output', example: 'F33' },
  { key: 'harness', label: 'Where the harness bends', example: 'harness in the door sleeve' },
  { key: 'ground', label: 'Ground point', example: 'G8' },
] as const;

const secondWay = 'Before a lid or door is shut: tried while open, and a second way in known.';

export const latchMotor: Template = {
  id: 'latch-motor',
  title: 'Latch motor with ajar switch',
  describes: 'An output drives the motor; the mechanism moves the pawl; a switch on an input reports it.',
  suits: /\b(?:latch|locks?|locking|boot|lid)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [drive, back, signal] = [`${w.plug}.1`, `${w.plug}.2`, `${w.plug}.3`];
    return new CaseDraft()
      .battery()
      .fuse('FUSE', `fuse ${w.fuse}`, ['b+', w.fuse], 20)
      .element({
        id: 'OUTPUT',
        kind: 'moduleOutput',
        label: `output of the ${w.module}`,
        pins: [w.fuse, 'out'],
        side: 'high',
        ohms: 0.05,
        limitAmps: 15,
      })
      .wire('HARNESS', w.harness, ['out', drive], 0.08)
      .contact('PLUG', `plug ${w.plug}`, [drive, 'motor+'], w.plug)
      .element({
        id: 'MOTOR',
        kind: 'motor',
        label: `motor of the ${w.latch}`,
        pins: ['motor+', back],
        runningOhms: 4,
        stallOhms: 1.2,
      })
      .ground('GROUND', `ground ${w.ground}`, back)
      .input('IN', `input of the ${w.module}`, 'in')
      .wire('SIGNAL', `${w.harness}, signal line`, ['in', signal], 0.08)
      .switch('PAWL', `mechanism of the ${w.latch}`, [signal, 'pawl'])
      .switch('AJAR', `ajar switch of the ${w.latch}`, ['pawl', back])
      .suspect('motor', 'MOTOR', 'open', 4, `the motor of the ${w.latch} is open`)
      .suspect('mechanism', 'PAWL', 'stuckOpen', 4, `the mechanism of the ${w.latch} does not reach its end`)
      .suspect('ajar', 'AJAR', 'stuckOpen', 3, `the ajar switch of the ${w.latch} does not close`)
      .suspect('harness', 'HARNESS', 'open', 2, `${w.harness} is broken, drive line`)
      .suspect('signal', 'SIGNAL', 'open', 2, `${w.harness} is broken, signal line`)
      .suspect('chafe', 'SIGNAL', 'shortToGround', 1, `${w.harness} touches ground, signal line`)
      .suspect('plug', 'PLUG', 'resistive', 2, `plug ${w.plug} is corroded`)
      .suspect('output', 'OUTPUT', 'stuckOpen', 1, `the output of the ${w.module} is dead`)
      .suspect('fuse', 'FUSE', 'open', 1, `fuse ${w.fuse} is blown`)
      .suspect('ground', 'GROUND', 'open', 1, `ground ${w.ground} is lost`)
      .listen('hear', 'MOTOR', 1, `Does the ${w.latch} stay silent when it is commanded?`, {
        caution: secondWay,
      })
      .beat('weak', 'MOTOR', 'weak', `Does the ${w.latch} run, but weakly?`, { caution: secondWay })
      .listen('runs', 'PAWL', 1, 'Does the motor run while the pawl stays where it is?', {
        finds: 0.85,
        falseAlarm: 0.05,
      })
      .live(
        'input',
        'volts',
        'in',
        'gnd',
        2,
        'Read the live value of the ajar input with the latch closed by hand',
        { caution: secondWay },
      )
      .volts('drive', drive, 10, `Measure ${drive} while the latch is commanded`)
      .volts('out', 'out', 12, `Measure at the ${w.module} while the latch is commanded`)
      .volts('inside', 'motor+', 12, `Measure behind the drive pin of ${w.plug} while the latch is commanded`)
      .look('by-hand', 'AJAR', 4, 'Move the pawl by hand: does the live value of the ajar switch stay?', {
        finds: 0.95,
        falseAlarm: 0.04,
        caution: secondWay,
      })
      .volts('back', back, 10, `Measure ${back} to battery negative while the latch is commanded`)
      .volts('signal', signal, 10, `Measure ${signal} with the latch closed by hand`)
      .ohms('motor-ohms', drive, back, 12, `Unplug ${w.plug} and measure the motor`, {
        state: { unplugged: [w.plug] },
        caution: 'Ignition off before the plug is opened.',
      })
      .wiggle('wiggle', 'HARNESS', 5, `Move ${w.harness} while it is commanded`)
      .wiggle('wiggle-signal', 'SIGNAL', 5, `Move ${w.harness} while you watch the live value`)
      .lookAtFuse('look-fuse', 'FUSE', w.fuse)
      .repair('MOTOR', 45, 16500, 'replace', `Replace the ${w.latch}, with its switch and mechanism`, {
        caution: secondWay,
        covers: ['PAWL', 'AJAR'],
      })
      .repair('PAWL', 35, 600, 'clean', `Clean, grease and try the mechanism of the ${w.latch}`, {
        caution: secondWay,
        succeeds: 0.75,
      })
      .repair('AJAR', 45, 3900, 'replace', `Replace the ajar switch of the ${w.latch}`, secondWay)
      .repair('HARNESS', 60, 900, 'repair', `Repair ${w.harness}, drive line`)
      .repair('SIGNAL', 60, 900, 'repair', `Repair ${w.harness}, signal line`)
      .cleanPlug('PLUG', 20, w.plug)
      .repair(
        'OUTPUT',
        60,
        24000,
        'repair',
        `Repair or replace the ${w.module}, once supply, ground and network are good`,
      )
      .replaceFuse('FUSE', w.fuse)
      .cleanGround('GROUND', 15, w.ground)
      .build();
  },
};
