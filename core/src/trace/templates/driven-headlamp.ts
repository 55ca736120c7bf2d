/** An LED headlamp or daytime unit behind its driver. */
import { CaseDraft } from './draft.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'lamp', label: 'The lamp', example: 'right daytime LED unit' },
  { key: 'driver', label: 'Its driver', example: 'LED driver' },
  { key: 'fuse', label: 'Fuse', example: 'F17' },
  { key: 'plug', label: 'Plug at the headlamp', example: 'C40' },
  { key: 'inner', label: 'Plug between driver and emitter', example: 'C41' },
  { key: 'ground', label: 'Ground point', example: 'G2' },
] as const;

const hot = 'The driver and its heat sink get hot: let them cool before the cap opens.';

export const drivenHeadlamp: Template = {
  id: 'driven-headlamp',
  title: 'LED headlamp',
  describes: 'Fuse, plug, driver, and the emitter behind it.',
  suits: /\b(?:headlamps?|headlights?|beam)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [feed, back, out] = [`${w.plug}.1`, `${w.plug}.2`, `${w.inner}.1`];
    return new CaseDraft()
      .battery()
      .fuse('FUSE', `fuse ${w.fuse}`, ['b+', w.fuse], 10)
      .wire('HARNESS', 'harness to the headlamp', [w.fuse, feed], 0.06)
      .contact('PLUG', `plug ${w.plug}`, [feed, 'driver.in'], w.plug)
      .element({
        id: 'DRIVER',
        kind: 'moduleOutput',
        label: w.driver,
        pins: ['driver.in', out],
        side: 'high',
        ohms: 4,
        limitAmps: 3,
      })
      .contact('INNER', `plug ${w.inner}`, [out, 'emitter'], w.inner)
      .element({
        id: 'EMITTER',
        kind: 'led',
        label: w.lamp,
        pins: ['emitter', 'emitter.back'],
        forwardVolts: 3.2,
      })
      .resistor('STRING', 'the rest of the LED string', ['emitter.back', back], 12)
      .ground('GROUND', `ground ${w.ground}`, back)
      .suspect('emitter', 'EMITTER', 'open', 3, `the emitter of the ${w.lamp} is open`)
      .suspect('driver', 'DRIVER', 'stuckOpen', 4, `the ${w.driver} is dead`)
      .suspect('fuse', 'FUSE', 'open', 1.5, `fuse ${w.fuse} is blown`)
      .suspect('plug', 'PLUG', 'resistive', 2, `plug ${w.plug} is corroded`)
      .suspect('plug-open', 'PLUG', 'open', 1.5, `plug ${w.plug} makes no contact`)
      .suspect('inner', 'INNER', 'open', 1.5, `plug ${w.inner} makes no contact`)
      .suspect('harness', 'HARNESS', 'open', 0.7, 'the harness to the headlamp is broken')
      .suspect('ground', 'GROUND', 'resistive', 1.5, `ground ${w.ground} has resistance`)
      .lookAtFuse('look-fuse', 'FUSE', w.fuse)
      .volts('feed', feed, 5, `Measure ${feed} to ground with the lamp on`)
      .volts('back', back, 5, `Measure ${back} to ground with the lamp on`)
      .amps('draw', 'FUSE', 5, `Measure the current of fuse ${w.fuse} by its drop, with the lamp on`)
      .access('out', 'the headlamp taken out', 10)
      .volts('inside', 'driver.in', 10, `Measure behind plug ${w.plug} by a back probe with the lamp on`)
      .volts('out', out, 5, `Measure ${out} behind the ${w.driver} with the lamp on`, {
        caution: hot,
        needs: ['out'],
      })
      .volts('emitter', 'emitter', 5, `Measure behind plug ${w.inner} by a back probe with the lamp on`, {
        caution: hot,
        needs: ['out'],
      })
      .swap('swap-driver', 'DRIVER', 12, `Swap the ${w.driver} with the other side`, {
        caution: hot,
        needs: ['out'],
      })
      .lookIntoPlug('look-plug', 'PLUG', 4, w.plug)
      .repair('EMITTER', 35, 38000, 'replace', `Replace the ${w.lamp}`, { caution: hot, needs: ['out'] })
      .root(
        'EMITTER',
        'a driver that gives too much',
        `Take the amperes behind the ${w.driver} before the new lamp is fitted`,
      )
      .root('EMITTER', 'water in the housing', 'Look for drops, a torn seal, a blocked vent in the headlamp')
      .repair('DRIVER', 20, 14500, 'replace', `Replace the ${w.driver}`, { caution: hot, needs: ['out'] })
      .root('DRIVER', 'water in the housing', 'Look for drops, a torn seal, a blocked vent in the headlamp')
      .root('DRIVER', 'overvoltage', 'Was it jumped or charged hard? Measure the charging volts at idle')
      .root('DRIVER', 'wear', 'None of the others found: count its hours')
      .replaceFuse('FUSE', w.fuse)
      .cleanPlug('PLUG', 15, w.plug)
      .repair('INNER', 15, 200, 'reseat', `Reseat plug ${w.inner}`, { caution: hot, needs: ['out'] })
      .repair('HARNESS', 50, 700, 'repair', 'Repair the harness to the headlamp')
      .cleanGround('GROUND', 15, w.ground)
      .build();
  },
};
