/** A module that does not answer: its supply, its ground, its network pair. */
import { CaseDraft } from './draft.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'module', label: 'The module', example: 'Trailer module' },
  { key: 'fuse', label: 'Fuse that feeds it', example: 'F44' },
  { key: 'plug', label: 'Plug at the module', example: 'X61' },
  { key: 'ground', label: 'Ground point', example: 'G9' },
  { key: 'network', label: 'Network', example: 'comfort network' },
] as const;

export const moduleSupply: Template = {
  id: 'module-supply',
  title: 'Module supply, ground and network',
  describes:
    'A module that is silent: fed through a fuse, grounded, on a twisted pair with its end resistor.',
  suits: /\b(?:modules?|silent|dead)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [feed, back, high, low] = [1, 2, 3, 4].map((pin) => `${w.plug}.${pin}`) as [
      string,
      string,
      string,
      string,
    ];
    return new CaseDraft()
      .battery()
      .fuse('FUSE', `fuse ${w.fuse}`, ['b+', w.fuse], 15)
      .wire('HARNESS', 'supply line to the module', [w.fuse, feed], 0.06)
      .contact('PLUG', `supply pin of ${w.plug}`, [feed, 'module+'], w.plug)
      .resistor('MODULE', w.module, ['module+', 'module-'], 30)
      .contact('GROUND-PIN', `ground pin of ${w.plug}`, ['module-', back], w.plug)
      .ground('GROUND', `ground ${w.ground}`, back)
      .resistor('END-A', 'end resistor far away', ['net.high', 'net.low'], 120)
      .wire('PAIR-HIGH', `${w.network}, high line`, ['net.high', high], 0.1)
      .wire('PAIR-LOW', `${w.network}, low line`, ['net.low', low], 0.1)
      .resistor('END-B', 'end resistor at this end', [high, low], 120)
      .cavity('power', feed, back, w.fuse, 'module+', 'module-')
      .cavity('network', high, low, 'net.high', 'net.low')
      .suspect('fuse', 'FUSE', 'open', 3, `fuse ${w.fuse} is blown`)
      .suspect('plug', 'PLUG', 'resistive', 3, `the supply pin of ${w.plug} is corroded`)
      .suspect('plug-open', 'PLUG', 'open', 2, `the supply pin of ${w.plug} makes no contact`)
      .suspect('harness', 'HARNESS', 'open', 1, 'the supply line is broken')
      .suspect('ground', 'GROUND', 'resistive', 3, `ground ${w.ground} has resistance`)
      .suspect('ground-open', 'GROUND', 'open', 1, `ground ${w.ground} is lost`)
      .suspect('ground-pin', 'GROUND-PIN', 'open', 1.5, `the ground pin of ${w.plug} makes no contact`)
      .suspect('pair', 'PAIR-HIGH', 'open', 1.5, `one line of the ${w.network} is broken`)
      .suspect('pair-low', 'PAIR-LOW', 'open', 1.5, `the other line of the ${w.network} is broken`)
      .suspect('module', 'MODULE', 'open', 1.5, `the ${w.module} is dead inside`)
      .lookAtFuse('look-fuse', 'FUSE', w.fuse)
      .volts('feed', feed, 6, `Measure ${feed} to ground, ignition on`)
      .testLamp(
        'feed-load',
        feed,
        5,
        `5 W test lamp from ${feed} to body: bright? Open-circuit volts prove nothing`,
      )
      .volts('back', back, 6, `Measure ${back} to battery negative, ignition on`)
      .volts(
        'inside',
        'module+',
        8,
        `Measure behind the supply pin of ${w.plug} by a back probe, ignition on`,
      )
      .volts(
        'inside-ground',
        'module-',
        8,
        `Measure behind the ground pin of ${w.plug} by a back probe, ignition on`,
      )
      .amps('draw', 'FUSE', 4, `Measure the current of fuse ${w.fuse} by its drop`)
      .look('look-plug', 'PLUG', 6, `Open ${w.plug} and look for water, green or spread pins`, {
        finds: 0.75,
        falseAlarm: 0.03,
        caution: 'Ignition off and the network asleep before it is opened.',
      })
      .look('scope', 'PAIR-HIGH', 12, `Watch the ${w.network} with a scope: is one line flat?`, {
        finds: 0.9,
        falseAlarm: 0.03,
      })
      .look('scope-low', 'PAIR-LOW', 12, `Watch the other line of the ${w.network}: is it flat?`, {
        finds: 0.9,
        falseAlarm: 0.03,
      })
      .ohms('pair', high, low, 10, `Measure the pair’s resistance at ${w.plug}`)
      .replaceFuse('FUSE', w.fuse)
      .repair('PLUG', 15, 200, 'clean', `Clean and retension ${w.plug}`)
      .repair('HARNESS', 50, 700, 'repair', 'Repair the supply line')
      .cleanGround('GROUND', 15, w.ground)
      .repair('GROUND-PIN', 15, 200, 'retension', `Retension the ground pin of ${w.plug}`)
      .repair('PAIR-HIGH', 60, 900, 'repair', `Repair the ${w.network}, its twist kept`)
      .repair('PAIR-LOW', 60, 900, 'repair', `Repair the other line of the ${w.network}, its twist kept`)
      .repair('MODULE', 60, 32000, 'replace', `Replace the ${w.module}, once all else is good`)
      .build();
  },
};
