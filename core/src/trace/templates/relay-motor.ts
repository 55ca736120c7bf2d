/** A motor behind a relay: blower, pump, horn, washer. */
import { CaseDraft } from './draft.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'motor', label: 'The motor', example: 'washer pump' },
  { key: 'relay', label: 'The relay', example: 'R5' },
  { key: 'fuse', label: 'Fuse of the motor', example: 'F22' },
  { key: 'coilFuse', label: 'Fuse of the coil', example: 'F4' },
  { key: 'switch', label: 'What switches it', example: 'washer lever' },
  { key: 'plug', label: 'Plug at the motor', example: 'C15' },
  { key: 'ground', label: 'Ground point', example: 'G5' },
] as const;

export const relayMotor: Template = {
  id: 'relay-motor',
  title: 'Motor behind a relay',
  describes: 'Coil circuit with its switch, contact circuit with its fuse, plug, motor, ground.',
  suits: /\b(?:pump|blower|fan|washers?|horn|wipers?|motor)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [feed, back, contact] = [`${w.plug}.1`, `${w.plug}.2`, `${w.relay}.87`];
    return new CaseDraft()
      .battery()
      .fuse('FUSE', `fuse ${w.fuse}`, ['b+', w.fuse], 20)
      .fuse('COIL-FUSE', `fuse ${w.coilFuse}`, ['b+', w.coilFuse], 5)
      .switch('SWITCH', w.switch, [w.coilFuse, `${w.relay}.86`])
      .element({
        id: 'RELAY',
        kind: 'relay',
        label: `relay ${w.relay}`,
        pins: [`${w.relay}.86`, `${w.relay}.85`, w.fuse, contact, `${w.relay}.87a`],
        coilOhms: 90,
        pullInVolts: 7.2,
        releaseVolts: 1.2,
        contactOhms: 0.01,
      })
      .ground('COIL-GROUND', 'ground of the coil', `${w.relay}.85`)
      .wire('HARNESS', 'harness to the motor', [contact, feed], 0.05)
      .contact('PLUG', `plug ${w.plug}`, [feed, 'motor+'], w.plug)
      .element({
        id: 'MOTOR',
        kind: 'motor',
        label: w.motor,
        pins: ['motor+', back],
        runningOhms: 3,
        stallOhms: 0.7,
      })
      .ground('GROUND', `ground ${w.ground}`, back)
      .suspect('motor', 'MOTOR', 'open', 5, `the ${w.motor} is open`)
      .suspect('contact', 'RELAY', 'stuckOpen', 3, `relay ${w.relay} does not close its contact`)
      .suspect('welded', 'RELAY', 'stuckClosed', 0.5, `relay ${w.relay} stays closed`)
      .suspect('coil', 'RELAY', 'open', 1, `the coil of relay ${w.relay} is open`)
      .suspect('fuse', 'FUSE', 'open', 2, `fuse ${w.fuse} is blown`)
      .suspect('coil-fuse', 'COIL-FUSE', 'open', 1.5, `fuse ${w.coilFuse} is blown`)
      .suspect('switch', 'SWITCH', 'stuckOpen', 2, `the ${w.switch} does not close`)
      .suspect('coil-ground', 'COIL-GROUND', 'open', 1, 'the coil has no ground')
      .suspect('plug', 'PLUG', 'resistive', 3, `plug ${w.plug} is corroded`)
      .suspect('ground', 'GROUND', 'resistive', 2.5, `ground ${w.ground} has resistance`)
      .suspect('harness', 'HARNESS', 'open', 0.8, 'the harness to the motor is broken')
      .beat('weak', 'MOTOR', 'weak', `Switched on: does the ${w.motor} run, but weakly?`)
      .beat('runs-on', 'MOTOR', 'on', `Switched off: does the ${w.motor} run on?`, {
        state: { open: ['SWITCH'] },
      })
      .listen('click', 'RELAY', 1, `Does relay ${w.relay} stay silent when it is switched?`, {
        finds: 0.9,
        falseAlarm: 0.3,
      })
      .lookAtFuse('look-fuse', 'FUSE', w.fuse)
      .lookAtFuse('look-coil-fuse', 'COIL-FUSE', w.coilFuse)
      .volts('86', `${w.relay}.86`, 4, `Measure ${w.relay}.86 to ground, switched on`)
      .volts('85', `${w.relay}.85`, 4, `Measure ${w.relay}.85 to ground, switched on`)
      .volts('87', contact, 4, `Measure ${contact} to ground, switched on`)
      .volts('feed', feed, 8, `Measure ${feed} to ground, switched on`)
      .volts('back', back, 8, `Measure ${back} to ground, switched on`)
      .volts('inside', 'motor+', 9, `Measure behind the feed pin of ${w.plug} by a back probe, switched on`)
      .ohms(
        'coil-ohms',
        `${w.relay}.86`,
        `${w.relay}.85`,
        2,
        `Pull relay ${w.relay} and measure its coil, 86 to 85`,
        {
          state: { open: ['SWITCH'] },
        },
      )
      .beat(
        'bridge',
        'MOTOR',
        'off',
        `Relay ${w.relay} out, 30 bridged to 87 by a fused lead: does the ${w.motor} stay still?`,
        {
          minutes: 3,
          state: { pulled: ['RELAY'], jumpers: [[w.fuse, contact]] },
          caution: 'The bridge is a temporary state: a fused lead, taken out before anything else is done.',
        },
      )
      .testLamp(
        'feed-load',
        feed,
        6,
        `${w.plug} off, 5 W test lamp from its feed to body, switched on: bright?`,
        {
          state: { unplugged: [w.plug] },
        },
      )
      .swap('swap-relay', 'RELAY', 3, `Swap relay ${w.relay} with one of the same number`)
      .repair('MOTOR', 40, 9800, 'replace', `Replace the ${w.motor}`)
      .repair('RELAY', 3, 1600, 'replace', `Replace relay ${w.relay}`)
      .replaceFuse('FUSE', w.fuse)
      .repair('COIL-FUSE', 2, 80, 'replace', `Replace fuse ${w.coilFuse}, same rating and style`)
      .repair('SWITCH', 25, 4800, 'replace', `Replace the ${w.switch}`)
      .repair('COIL-GROUND', 15, 0, 'clean', 'Clean the ground of the coil')
      .cleanPlug('PLUG', 15, w.plug)
      .cleanGround('GROUND', 15, w.ground)
      .repair('HARNESS', 50, 700, 'repair', 'Repair the harness to the motor')
      .build();
  },
};
