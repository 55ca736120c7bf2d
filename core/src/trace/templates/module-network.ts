/** A module that drops off its network, wakes late or holds it awake: its three feeds, its wake line and the pair. */
import { CaseDraft } from './draft.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'module', label: 'The module', example: 'Charge module' },
  { key: 'fuse', label: 'Fuse of its permanent feed', example: 'F45' },
  { key: 'ignitionFuse', label: 'Fuse of its ignition feed', example: 'F12' },
  { key: 'plug', label: 'Plug at the module', example: 'X62' },
  { key: 'ground', label: 'Ground point', example: 'G12' },
  { key: 'network', label: 'Network', example: 'body network' },
  { key: 'waker', label: 'Module that wakes it', example: 'Gateway' },
] as const;

const asleep = 'Ignition off and the network asleep before it is opened.';

export const moduleNetwork: Template = {
  id: 'module-network',
  title: 'Module on a network, with wake line',
  describes: 'Permanent feed, ignition feed, wake line, ground, and a pair that others share.',
  suits: /\b(?:network|modules?|wake|drains?|flat)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const pin = (n: number) => `${w.plug}.${n}`;
    const unplugged = { unplugged: [w.plug] };
    return new CaseDraft()
      .battery()
      .fuse('FUSE', `fuse ${w.fuse}`, ['b+', w.fuse], 15)
      .wire('FEED', 'permanent feed', [w.fuse, pin(1)], 0.06)
      .contact('FEED-PIN', `permanent feed pin of ${w.plug}`, [pin(1), 'in.feed'], w.plug)
      .resistor('MODULE', w.module, ['in.feed', 'in.ground'], 30)
      .fuse('IGNITION-FUSE', `fuse ${w.ignitionFuse}`, ['b+', w.ignitionFuse], 5)
      .element({
        id: 'IGNITION',
        kind: 'switch',
        label: 'ignition',
        pins: [w.ignitionFuse, 'ignition'],
        ignition: true,
      })
      .wire('IGNITION-LINE', 'ignition feed', ['ignition', pin(2)], 0.08)
      .contact('IGNITION-PIN', `ignition pin of ${w.plug}`, [pin(2), 'in.ignition'], w.plug)
      .resistor('IGNITION-IN', `ignition input of the ${w.module}`, ['in.ignition', 'in.ground'], 3300)
      .element({
        id: 'WAKER',
        kind: 'moduleOutput',
        label: `wake output of the ${w.waker}`,
        pins: ['b+', 'wake'],
        side: 'high',
        ohms: 50,
        limitAmps: 1,
      })
      .wire('WAKE-LINE', 'wake line', ['wake', pin(3)], 0.1)
      .contact('WAKE-PIN', `wake pin of ${w.plug}`, [pin(3), 'in.wake'], w.plug)
      .resistor('WAKE-IN', `wake input of the ${w.module}`, ['in.wake', 'in.ground'], 3300)
      .contact('GROUND-PIN', `ground pin of ${w.plug}`, ['in.ground', pin(4)], w.plug)
      .ground('GROUND', `ground ${w.ground}`, pin(4))
      .resistor('END-FAR', 'end resistor far away', ['net.high', 'net.low'], 120)
      .wire('PAIR-HIGH', `${w.network}, high line`, ['net.high', pin(5)], 0.1)
      .wire('PAIR-LOW', `${w.network}, low line`, ['net.low', pin(6)], 0.1)
      .contact('HIGH-PIN', `high pin of ${w.plug}`, [pin(5), 'in.high'], w.plug)
      .contact('LOW-PIN', `low pin of ${w.plug}`, [pin(6), 'in.low'], w.plug)
      .resistor('TRANSCEIVER', `network side of the ${w.module}`, ['in.high', 'in.low'], 120)
      .cavity('power', pin(1), pin(2), pin(3), pin(4), w.fuse, w.ignitionFuse, 'ignition', 'wake')
      .cavity('power', 'in.feed', 'in.ignition', 'in.wake', 'in.ground')
      .cavity('network', pin(5), pin(6), 'net.high', 'net.low', 'in.high', 'in.low')
      .suspect('feed-pin', 'FEED-PIN', 'resistive', 3, `the permanent feed pin of ${w.plug} is corroded`)
      .suspect('fuse', 'FUSE', 'open', 2.5, `fuse ${w.fuse} is blown`)
      .suspect('feed', 'FEED', 'open', 1, 'the permanent feed is broken')
      .suspect('ignition-fuse', 'IGNITION-FUSE', 'open', 2, `fuse ${w.ignitionFuse} is blown`)
      .suspect('ignition-line', 'IGNITION-LINE', 'open', 1, 'the ignition feed is broken')
      .suspect('ignition-stuck', 'IGNITION', 'stuckClosed', 0.7, 'the ignition feed stays on')
      .suspect('waker', 'WAKER', 'stuckOpen', 1, `the ${w.waker} does not wake it`)
      .suspect('waker-stuck', 'WAKER', 'stuckClosed', 1, `the ${w.waker} keeps it awake`)
      .suspect('wake-line', 'WAKE-LINE', 'open', 1.5, 'the wake line is broken')
      .suspect('wake-short', 'WAKE-LINE', 'shortToGround', 0.7, 'the wake line touches ground')
      .suspect('ground', 'GROUND', 'resistive', 3, `ground ${w.ground} has resistance`)
      .suspect('ground-pin', 'GROUND-PIN', 'open', 1.5, `the ground pin of ${w.plug} makes no contact`)
      .suspect('high-pin', 'HIGH-PIN', 'open', 1.5, `the high pin of ${w.plug} makes no contact`)
      .suspect('low-pin', 'LOW-PIN', 'open', 1.5, `the low pin of ${w.plug} makes no contact`)
      .suspect('pair', 'PAIR-HIGH', 'open', 1, `the high line of the ${w.network} is broken`)
      .suspect('pair-low', 'PAIR-LOW', 'open', 1, `the low line of the ${w.network} is broken`)
      .suspect('crossed', 'PAIR-HIGH', 'bridged', 1, `the two lines of the ${w.network} touch`, {
        to: 'net.low',
      })
      .suspect('transceiver', 'TRANSCEIVER', 'bridged', 0.7, `the ${w.module} holds the ${w.network} down`, {
        to: 'in.low',
      })
      .suspect('module', 'MODULE', 'open', 1.5, `the ${w.module} is dead inside`)
      .watch('others', 'PAIR-HIGH', 2, `Scan the ${w.network}: are its other modules silent too?`, {
        mode: 'bridged',
        finds: 0.95,
        falseAlarm: 0.03,
      })
      .watch(
        'let-go',
        'TRANSCEIVER',
        6,
        `Unplug ${w.plug} and scan the ${w.network}: do the others answer again? Codes that this makes by itself are set apart at the next scan`,
        { finds: 0.95, falseAlarm: 0.03, caution: asleep, state: unplugged },
      )
      .lookAtFuse('look-fuse', 'FUSE', w.fuse)
      .lookAtFuse('look-ignition-fuse', 'IGNITION-FUSE', w.ignitionFuse)
      .volts('feed', pin(1), 5, `Measure ${pin(1)} to body by a back probe, under the load of the module`)
      .volts(
        'feed-inside',
        'in.feed',
        6,
        `Measure behind ${pin(1)} by a back probe, under the load of the module`,
      )
      .testLamp(
        'feed-load',
        pin(1),
        4,
        `5 W test lamp from ${pin(1)} to body: bright? Open-circuit volts prove nothing`,
      )
      .volts('ignition', pin(2), 4, `Measure ${pin(2)} to body, ignition on`)
      .volts('ignition-off', pin(2), 4, `Measure ${pin(2)} to body, ignition off`, {
        state: { ignition: 'off' },
      })
      .volts('wake', pin(3), 4, `Measure ${pin(3)} to body while it is woken`)
      .volts('wake-asleep', pin(3), 6, `Measure ${pin(3)} to body, network asleep`, {
        state: { ignition: 'off', open: ['WAKER'] },
      })
      .volts('wake-source', 'wake', 10, `Measure the wake output at the ${w.waker} while it wakes`)
      .ohms('wake-ohms', pin(3), 'gnd', 6, `Unplug ${w.plug}, network asleep: measure ${pin(3)} to ground`, {
        state: { ignition: 'off', open: ['WAKER'], unplugged: [w.plug] },
        caution: asleep,
      })
      .volts('ground', pin(4), 4, `Measure ${pin(4)} to battery negative under the load of the module`)
      .volts(
        'ground-inside',
        'in.ground',
        5,
        `Measure behind ${pin(4)} by a back probe, under the load of the module`,
      )
      .amps('draw', 'FUSE', 3, `Measure the current of fuse ${w.fuse} by its drop`)
      .look('look-high', 'HIGH-PIN', 5, `Look at the high pin of ${w.plug}: pushed out, spread, green?`, {
        finds: 0.85,
        falseAlarm: 0.03,
        caution: asleep,
      })
      .look('look-low', 'LOW-PIN', 5, `Look at the low pin of ${w.plug}: pushed out, spread, green?`, {
        finds: 0.85,
        falseAlarm: 0.03,
        caution: asleep,
      })
      .look(
        'scope-high',
        'PAIR-HIGH',
        10,
        `Watch the high line of the ${w.network} with a scope: flat, or stuck?`,
        {
          finds: 0.92,
          falseAlarm: 0.03,
        },
      )
      .look(
        'scope-low',
        'PAIR-LOW',
        10,
        `Watch the low line of the ${w.network} with a scope: flat, or stuck?`,
        {
          finds: 0.92,
          falseAlarm: 0.03,
        },
      )
      .cleanPlug('FEED-PIN', 15, `${w.plug}, permanent feed`)
      .replaceFuse('FUSE', w.fuse)
      .repairHarness('FEED', 50, 700, 'permanent feed')
      .replaceFuse('IGNITION-FUSE', w.ignitionFuse)
      .repairHarness('IGNITION-LINE', 50, 700, 'ignition feed')
      .repair('IGNITION', 40, 6800, 'replace', 'Replace the ignition switch or the relay of its feed')
      .repair('WAKER', 60, 34000, 'replace', `Repair or replace the ${w.waker}, once all else is good`)
      .repairHarness('WAKE-LINE', 45, 700, 'wake line')
      .cleanGround('GROUND', 15, w.ground)
      .repair('GROUND-PIN', 15, 200, 'retension', `Retension the ground pin of ${w.plug}`)
      .repair('HIGH-PIN', 15, 200, 'retension', `Retension the high pin of ${w.plug}`)
      .repair('LOW-PIN', 15, 200, 'retension', `Retension the low pin of ${w.plug}`)
      .repair('PAIR-HIGH', 60, 900, 'repair', `Repair the high line of the ${w.network}, its twist kept`)
      .repair('PAIR-LOW', 60, 900, 'repair', `Repair the low line of the ${w.network}, its twist kept`)
      .repair('MODULE', 60, 32000, 'replace', `Replace the ${w.module}, once all else is good`, {
        covers: ['TRANSCEIVER', 'IGNITION-IN', 'WAKE-IN'],
      })
      .build();
  },
};
