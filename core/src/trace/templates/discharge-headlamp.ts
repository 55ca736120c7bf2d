/** A gas-discharge headlamp behind its ballast: looked at, seated and swapped; never probed behind the ballast. */
import { CaseDraft } from './draft.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'lamp', label: 'The lamp', example: 'left dipped beam' },
  { key: 'ballast', label: 'Its ballast', example: 'left ballast' },
  { key: 'fuse', label: 'Fuse', example: 'F17' },
  { key: 'plug', label: 'Plug at the headlamp', example: 'C40' },
  { key: 'ground', label: 'Ground point', example: 'G2' },
] as const;

const hot = 'A ballast carries dangerous voltage: switched off and discharged before the cap opens.';
const glass = `${hot} Never touch the burner’s glass.`;
const dead = { caution: glass, needs: ['out'], power: 'dead' as const };

export const dischargeHeadlamp: Template = {
  id: 'discharge-headlamp',
  title: 'Gas-discharge headlamp',
  describes: 'Fuse, plug, ballast, and the burner behind it. Nobody probes behind a lit ballast.',
  suits: /\b(?:headlamps?|headlights?|discharge|ballast)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [feed, back] = [`${w.plug}.1`, `${w.plug}.2`];
    return new CaseDraft(true)
      .battery()
      .fuse('FUSE', `fuse ${w.fuse}`, ['b+', w.fuse], 15)
      .wire('HARNESS', 'harness to the headlamp', [w.fuse, feed], 0.06)
      .contact('PLUG', `plug ${w.plug}`, [feed, 'in'], w.plug)
      .element({
        id: 'BALLAST',
        kind: 'moduleOutput',
        label: w.ballast,
        pins: ['in', 'out'],
        side: 'high',
        ohms: 0.4,
        limitAmps: 12,
      })
      .contact('BASE', 'burner in its base', ['out', 'burner'], 'base')
      .lamp('BURNER', `burner of the ${w.lamp}`, ['burner', 'burner.back'], 35)
      .resistor('RETURN', 'return of the burner', ['burner.back', back], 0.02)
      .ground('GROUND', `ground ${w.ground}`, back)
      .cavity('high-voltage', 'out', 'burner', 'burner.back')
      .supply({ downMinutes: 1, waitMinutes: 5, upMinutes: 1 })
      .access('out', 'the headlamp’s cover off', 6)
      .suspect('burner', 'BURNER', 'open', 4, `the burner of the ${w.lamp} is worn out or broken`)
      .suspect('ballast', 'BALLAST', 'stuckOpen', 3, `the ${w.ballast} is dead`)
      .suspect('base', 'BASE', 'open', 2, 'the burner is not seated in its base')
      .suspect('fuse', 'FUSE', 'open', 1.5, `fuse ${w.fuse} is blown`)
      .suspect('plug', 'PLUG', 'resistive', 1.5, `plug ${w.plug} is corroded`)
      .suspect('plug-open', 'PLUG', 'open', 1.5, `plug ${w.plug} makes no contact`)
      .suspect('harness', 'HARNESS', 'open', 0.7, 'the harness to the headlamp is broken')
      .suspect('ground', 'GROUND', 'resistive', 1.5, `ground ${w.ground} has resistance`)
      .lookAtFuse('look-fuse', 'FUSE', w.fuse)
      .look('look-burner', 'BURNER', 4, 'Look at both burners: browning, milky glass, cracked insulation?', {
        finds: 0.8,
        falseAlarm: 0.04,
        ...dead,
      })
      .look('seating', 'BASE', 3, 'Feel whether the burner sits and locks in its base, tabs straight', {
        finds: 0.9,
        falseAlarm: 0.02,
        ...dead,
      })
      .swap('swap-burner', 'BURNER', 10, 'Swap the burner with the other side’s', {
        ...dead,
        caution: `${glass} A swap risks two burners.`,
      })
      .swap('swap-ballast', 'BALLAST', 25, `Swap the ${w.ballast} with the other side’s`, dead)
      .volts('feed', feed, 5, `Measure ${feed} to ground, ahead of the ballast, with the lamp on`)
      .volts('back', back, 5, `Measure ${back} to ground with the lamp on`)
      .volts('inside', 'in', 8, `Measure behind plug ${w.plug} by a back probe, ahead of the ballast`)
      .amps('draw', 'FUSE', 4, `Measure the current of fuse ${w.fuse} by its drop, with the lamp on`)
      .listen('ignite', 'BALLAST', 2, `Listen at the ${w.ballast} when the lamp is switched on: no tick?`, {
        caution: 'Cover closed, hands away.',
        power: 'live',
      })
      .lookIntoPlug('look-plug', 'PLUG', 4, w.plug)
      .repair(
        'BURNER',
        15,
        9500,
        'replace',
        `Replace the burner of the ${w.lamp}, base and colour the same`,
        dead,
      )
      .root('BURNER', 'wear', 'Count its hours: is the other one as brown?')
      .root('BURNER', 'touched glass', 'Look for a burnt finger mark on the glass')
      .repair('BALLAST', 30, 24000, 'replace', `Replace the ${w.ballast}`, dead)
      .root('BALLAST', 'water in the housing', 'Look for drops, a torn seal, a blocked vent in the headlamp')
      .root('BALLAST', 'overvoltage', 'Was it jumped or charged hard? Measure the charging volts at idle')
      .repair('BASE', 8, 0, 'reseat', 'Set the burner into its base by hand, without force', dead)
      .root('BASE', 'bent tabs', 'Look at the tabs of the base: straight, not browned?')
      .replaceFuse('FUSE', w.fuse)
      .cleanPlug('PLUG', 15, w.plug)
      .repairHarness('HARNESS', 50, 700, 'harness to the headlamp')
      .cleanGround('GROUND', 15, w.ground)
      .build();
  },
};
