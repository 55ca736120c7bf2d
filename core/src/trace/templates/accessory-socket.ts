/** A dead accessory socket. */
import { CaseDraft } from './draft.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'socket', label: 'The socket', example: 'front accessory socket' },
  { key: 'fuse', label: 'Fuse', example: 'F19' },
  { key: 'plug', label: 'Plug behind it', example: 'C50' },
  { key: 'ground', label: 'Ground point', example: 'G6' },
] as const;

export const accessorySocket: Template = {
  id: 'accessory-socket',
  title: 'Accessory socket',
  describes: 'Fuse, plug, the socket with what is plugged in, ground.',
  suits: /\b(?:socket|outlet|charger)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [feed, back] = [`${w.plug}.1`, `${w.plug}.2`];
    return new CaseDraft()
      .battery()
      .fuse('FUSE', `fuse ${w.fuse}`, ['b+', w.fuse], 15)
      .wire('HARNESS', 'harness to the socket', [w.fuse, feed], 0.05)
      .contact('PLUG', `plug ${w.plug}`, [feed, 'tip'], w.plug)
      .contact('SOCKET', w.socket, ['tip', 'spring'], 'socket')
      .resistor('ADAPTER', 'what is plugged in', ['spring', 'ring'], 8)
      .contact('GROUND-PIN', `ground pin of plug ${w.plug}`, ['ring', back], w.plug)
      .ground('GROUND', `ground ${w.ground}`, back)
      .suspect('fuse', 'FUSE', 'open', 10, `fuse ${w.fuse} is blown`)
      .suspect('chafe', 'HARNESS', 'shortToGround', 1, 'the harness touches ground and blows the fuse')
      .suspect('plug', 'PLUG', 'open', 2, `plug ${w.plug} is off or makes no contact`)
      .suspect('socket', 'SOCKET', 'open', 2, `the ${w.socket} is worn or burnt`)
      .suspect('adapter', 'ADAPTER', 'open', 3, 'the adapter that is plugged in is dead')
      .suspect('ground-pin', 'GROUND-PIN', 'open', 1, `the ground pin of plug ${w.plug} makes no contact`)
      .suspect('ground', 'GROUND', 'resistive', 2, `ground ${w.ground} has resistance`)
      .lookAtFuse('look-fuse', 'FUSE', w.fuse)
      .look('look-socket', 'SOCKET', 1, 'Look into the socket for coins, bent tabs, browning', {
        finds: 0.7,
        falseAlarm: 0.03,
      })
      .swap('adapter', 'ADAPTER', 1, 'Swap the adapter with one that works elsewhere')
      .testLamp('load', 'spring', 1, 'Plug in another load, without an adapter: as bright as elsewhere?', {
        to: 'ring',
      })
      .volts('tip', 'tip', 2, 'Measure the tip to ground with a load plugged in')
      .volts('ring', 'ring', 2, 'Measure the ring to ground with a load plugged in')
      .testLamp('lamp-tip', 'tip', 1, 'Test lamp from the tip to the body')
      .access('trim', 'the trim round the socket taken off', 7)
      .volts('feed', feed, 3, `Measure ${feed} behind the trim`, { needs: ['trim'] })
      .ohms('chafe', feed, 'gnd', 5, `Fuse ${w.fuse} pulled and ${w.plug} off: measure ${feed} to ground`, {
        state: { pulled: ['FUSE'], unplugged: [w.plug] },
        needs: ['trim'],
      })
      .volts('back', back, 3, `Measure ${back} behind the trim, a load plugged in`, { needs: ['trim'] })
      .replaceFuse('FUSE', w.fuse)
      .repair('HARNESS', 60, 800, 'repair', 'Find and repair the chafed harness')
      .repair('PLUG', 15, 0, 'reseat', `Reseat plug ${w.plug}`)
      .repair('ADAPTER', 1, 1500, 'replace', 'Replace the adapter')
      .repair('SOCKET', 25, 2400, 'replace', `Replace the ${w.socket}`)
      .repair('GROUND-PIN', 15, 200, 'retension', `Retension the ground pin of plug ${w.plug}`)
      .cleanGround('GROUND', 15, w.ground)
      .build();
  },
};
