/** An instrument display: dead, unlit, or with parts of its picture gone. */
import { CaseDraft } from './draft.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'display', label: 'The display', example: 'instrument display' },
  { key: 'fuse', label: 'Fuse', example: 'F14' },
  { key: 'plug', label: 'Plug behind it', example: 'C90' },
  { key: 'ground', label: 'Ground point', example: 'G11' },
  { key: 'missing', label: 'What is missing', example: 'lower lines of the text' },
] as const;

const stored = 'It may store the distance: what it carries is saved and compared before it is exchanged.';

export const instrumentDisplay: Template = {
  id: 'instrument-display',
  title: 'Instrument display',
  describes: 'Supply and ground, its board, the ribbon to the glass, the light behind it.',
  suits: /\b(?:display|instruments?|gauges?|cluster)\b/i,
  fields,
  build(values) {
    const w = filled(fields, values);
    const [feed, back] = [`${w.plug}.1`, `${w.plug}.2`];
    return new CaseDraft()
      .battery()
      .fuse('FUSE', `fuse ${w.fuse}`, ['b+', w.fuse], 10)
      .wire('HARNESS', 'supply line', [w.fuse, feed], 0.06)
      .contact('PLUG', `supply pin of ${w.plug}`, [feed, 'board+'], w.plug)
      .resistor('BOARD', `board of the ${w.display}`, ['board+', 'board-'], 60)
      .contact('RIBBON', `ribbon of the ${w.display}`, ['board+', 'glass'], 'ribbon')
      .resistor('GLASS', `glass of the ${w.display}`, ['glass', 'board-'], 400)
      .contact('JOINT', 'solder joint of the light', ['board+', 'light'], 'joint')
      .resistor('LIGHT', `light of the ${w.display}`, ['light', 'board-'], 150)
      .contact('GROUND-PIN', `ground pin of ${w.plug}`, ['board-', back], w.plug)
      .ground('GROUND', `ground ${w.ground}`, back)
      .suspect('ribbon', 'RIBBON', 'open', 3, `the ribbon of the ${w.display} has let go`)
      .suspect(
        'ribbon-warm',
        'RIBBON',
        'intermittent',
        3,
        `the ribbon of the ${w.display} lets go now and then`,
      )
      .suspect('joint', 'JOINT', 'intermittent', 2, 'a cracked solder joint of the light opens now and then')
      .suspect('light', 'LIGHT', 'open', 2, `the light of the ${w.display} is dead`)
      .suspect('glass', 'GLASS', 'open', 1, `the glass of the ${w.display} is broken`)
      .suspect('board', 'BOARD', 'open', 1.5, `the board of the ${w.display} is dead`)
      .suspect('fuse', 'FUSE', 'open', 1.5, `fuse ${w.fuse} is blown`)
      .suspect('plug', 'PLUG', 'resistive', 1.5, `the supply pin of ${w.plug} is corroded`)
      .suspect('plug-open', 'PLUG', 'open', 1, `the supply pin of ${w.plug} makes no contact`)
      .suspect('harness', 'HARNESS', 'open', 0.7, 'the supply line is broken')
      .suspect('ground', 'GROUND', 'resistive', 1.5, `ground ${w.ground} has resistance`)
      .suspect('ground-pin', 'GROUND-PIN', 'open', 0.7, `the ground pin of ${w.plug} makes no contact`)
      .beat('all', 'BOARD', 'off', `Ignition on: is the whole ${w.display} dead?`)
      .beat('picture', 'GLASS', 'off', `Ignition on: are the ${w.missing} missing?`)
      .beat('lit', 'LIGHT', 'off', `Ignition on: is the ${w.display} unlit?`)
      .provoke(
        'warm',
        'RIBBON',
        8,
        `Warm the ${w.display} gently, let it cool, warm it again: do the ${w.missing} come and go with it?`,
        {
          finds: 0.75,
        },
      )
      .wiggle(
        'press',
        'RIBBON',
        2,
        'Press the frame of the glass lightly along its edge: does the picture change?',
        {
          finds: 0.75,
          falseAlarm: 0.04,
        },
      )
      .provoke(
        'tap',
        'JOINT',
        2,
        `Tap the ${w.display} lightly, several times: does the light flicker with it?`,
        {
          finds: 0.7,
        },
      )
      .lookAtFuse('look-fuse', 'FUSE', w.fuse)
      .volts('behind-fuse', w.fuse, 2, `Measure behind fuse ${w.fuse}`)
      .access('out', `the ${w.display} drawn out of its frame`, 20)
      .volts('feed', feed, 3, `Measure ${feed} to body under the load of the display`, { needs: ['out'] })
      .volts('back', back, 3, `Measure ${back} to battery negative under the load of the display`, {
        needs: ['out'],
      })
      .volts('inside', 'board+', 4, `Measure behind the supply pin of ${w.plug} by a back probe`, {
        needs: ['out'],
      })
      .volts('inside-back', 'board-', 4, `Measure behind the ground pin of ${w.plug} by a back probe`, {
        needs: ['out'],
      })
      .lookIntoPlug('look-plug', 'PLUG', 2, w.plug)
      .look('look-ribbon', 'RIBBON', 12, 'Open it on the bench: does the ribbon lift at its end?', {
        finds: 0.85,
        falseAlarm: 0.05,
        needs: ['out'],
        caution: stored,
      })
      .look(
        'look-joint',
        'JOINT',
        12,
        'Open it on the bench: a ring in the solder of the light, under the glass?',
        {
          finds: 0.85,
          falseAlarm: 0.05,
          needs: ['out'],
          caution: stored,
        },
      )
      .look('look-light', 'LIGHT', 12, 'Open it on the bench: does the light work on the bench supply?', {
        finds: 0.95,
        falseAlarm: 0.03,
        needs: ['out'],
        caution: stored,
      })
      .look('look-glass', 'GLASS', 6, 'Open it on the bench: is the glass cracked, or dark at its edge?', {
        finds: 0.85,
        falseAlarm: 0.03,
        needs: ['out'],
        caution: stored,
      })
      .repair('RIBBON', 60, 2200, 'repair', `Renew the ribbon of the ${w.display}`, {
        succeeds: 0.8,
        needs: ['out'],
        caution: stored,
      })
      .repair('JOINT', 40, 200, 'repair', 'Solder the joint of the light again', {
        succeeds: 0.9,
        needs: ['out'],
        caution: stored,
      })
      .repair('LIGHT', 45, 1800, 'replace', `Renew the light of the ${w.display}`, {
        needs: ['out'],
        caution: stored,
      })
      .repair('BOARD', 60, 38000, 'replace', `Exchange the ${w.display}, with what it carries`, {
        covers: ['RIBBON', 'JOINT', 'LIGHT', 'GLASS'],
        needs: ['out'],
        caution: stored,
      })
      .replaceFuse('FUSE', w.fuse)
      .cleanPlug('PLUG', 15, w.plug, { needs: ['out'] })
      .repairHarness('HARNESS', 50, 700, 'supply line')
      .cleanGround('GROUND', 15, w.ground)
      .repair('GROUND-PIN', 15, 200, 'retension', `Retension the ground pin of ${w.plug}`, { needs: ['out'] })
      .build();
  },
};
