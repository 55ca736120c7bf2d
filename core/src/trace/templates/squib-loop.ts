/** A squib loop: nothing is measured with a meter; the loop is read as its module reads it. */
import { CaseDraft } from './draft.js';
import { loadFitted, lookLive, notSpliced, openDead, powerDown } from './restraint-words.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'unit', label: 'The unit', example: 'driver frontal bag' },
  { key: 'unitPlug', label: 'Plug at the unit', example: 'C101' },
  { key: 'chain', label: 'What lies between', example: 'clock spring' },
  { key: 'module', label: 'Restraint module', example: 'restraint module' },
] as const;

export const squibLoop: Template = {
  id: 'squib-loop',
  title: 'Squib loop',
  describes: 'Module plug, the plug or clock spring between, the unit, with shorting bars at both ends.',
  suits: /\b(?:restraint|airbag|bag)\b/i,
  restraint: true,
  fields: fields,
  build(values) {
    const w = filled(fields, values);
    return new CaseDraft(true)
      .contact('MODULE-PLUG', `plug of the ${w.module}, loop pins`, ['loop+', 'h1'], 'module')
      .wire('CHAIN', w.chain, ['h1', 'h2'], 0.2)
      .contact('UNIT-PLUG', `plug ${w.unitPlug}`, ['h2', 'u1'], w.unitPlug)
      .contact('SEAT', `where the ${w.unit} sits in its plug`, ['u1', 'unit'], 'unit', 0.001)
      .element({ id: 'SQUIB', kind: 'squib', label: w.unit, pins: ['unit', 'u2'], ohms: 2.0 })
      .contact('UNIT-RETURN', `return pin of ${w.unitPlug}`, ['u2', 'h3'], w.unitPlug)
      .wire('RETURN', 'return line', ['h3', 'loop-'], 0.2)
      .element({
        id: 'BAR',
        kind: 'shortingBar',
        label: `shorting bar in ${w.unitPlug}, harness side`,
        pins: ['h2', 'h3'],
        connector: w.unitPlug,
        half: 'harness',
      })
      .resistor('REFERENCE', 'the module’s own reference to ground', ['loop-', 'gnd'], 5000)
      .cavity('squib', 'loop+', 'loop-', 'h1', 'h2', 'h3', 'u1', 'unit', 'u2')
      .supply(powerDown)
      .suspect('plug', 'UNIT-PLUG', 'resistive', 4, `plug ${w.unitPlug} has contact resistance`)
      .suspect('plug-open', 'UNIT-PLUG', 'open', 2, `plug ${w.unitPlug} is not locked`)
      .suspect('chain', 'CHAIN', 'open', 3, `the ${w.chain} is broken`)
      .suspect('chain-resistive', 'CHAIN', 'resistive', 2, `the ${w.chain} has resistance`)
      .suspect(
        'module-plug',
        'MODULE-PLUG',
        'resistive',
        1.5,
        `the plug of the ${w.module} has contact resistance`,
      )
      .suspect('short', 'RETURN', 'shortToGround', 0.7, 'the return line touches ground')
      .suspect('across', 'CHAIN', 'bridged', 0.5, `the two lines of the ${w.chain} touch`, { to: 'loop-' })
      .suspect('bar', 'BAR', 'stuckClosed', 1, `the shorting bar in ${w.unitPlug} stays closed`)
      .suspect('unit', 'SQUIB', 'open', 1.5, `the ${w.unit} is open inside, or was fired`)
      .live('loop', 'ohms', 'loop+', 'loop-', 3, 'Read the loop’s resistance from the module’s live data', {
        caution: lookLive,
      })
      .watch(
        'status',
        'RETURN',
        2,
        'Read what the module says of the loop: does it name a short to ground?',
        {
          finds: 0.9,
          falseAlarm: 0.02,
          caution: lookLive,
        },
      )
      .look('lock', 'UNIT-PLUG', 8, `Look whether ${w.unitPlug} is seated and locked, pins clean`, {
        finds: 0.85,
        falseAlarm: 0.03,
        caution: openDead,
        power: 'dead',
      })
      .listen(
        'drag',
        'UNIT-PLUG',
        8,
        `Pull each terminal of ${w.unitPlug} lightly, with its test pin: does one slip?`,
        {
          finds: 0.8,
          falseAlarm: 0.03,
          caution: openDead,
          power: 'dead',
        },
      )
      .look('look-chain', 'CHAIN', 12, `Look at the ${w.chain}: routing, ties, heat, kinks, over-wound?`, {
        finds: 0.7,
        falseAlarm: 0.03,
        caution: openDead,
        power: 'dead',
      })
      .look('look-unit', 'SQUIB', 6, `Look at the ${w.unit}: any sign that it has fired?`, {
        finds: 0.7,
        falseAlarm: 0.01,
        caution: openDead,
        power: 'dead',
      })
      .live(
        'load',
        'ohms',
        'loop+',
        'loop-',
        12,
        `Fit a substitute load at ${w.unitPlug} while dead, power up, read the live loop`,
        {
          state: { unplugged: [w.unitPlug], substituteLoads: [{ pins: ['h2', 'h3'], ohms: 2 }] },
          caution: loadFitted,
          power: 'dead-then-live',
        },
      )
      .live(
        'load-mated',
        'ohms',
        'loop+',
        'loop-',
        12,
        `Fit the substitute load in the place of the ${w.unit}, ${w.unitPlug} mated, while dead; power up, read the live loop`,
        {
          state: { unplugged: ['unit'], substituteLoads: [{ pins: ['u1', 'u2'], ohms: 2 }] },
          caution: loadFitted,
          power: 'dead-then-live',
        },
      )
      .live(
        'load-module',
        'ohms',
        'loop+',
        'loop-',
        15,
        `Fit a substitute load behind the ${w.chain} while dead, power up, read the live loop`,
        {
          state: { unplugged: ['module'], substituteLoads: [{ pins: ['loop+', 'loop-'], ohms: 2 }] },
          caution: loadFitted,
          power: 'dead-then-live',
        },
      )
      .look(
        'lock-module',
        'MODULE-PLUG',
        15,
        `Look whether the plug of the ${w.module} is seated and locked, pins clean`,
        { finds: 0.85, falseAlarm: 0.03, caution: openDead, power: 'dead' },
      )
      .ohms('meter', 'u1', 'u2', 5, `Measure the ${w.unit}`)
      .repair('UNIT-PLUG', 15, 0, 'reseat', `Reseat and lock ${w.unitPlug}`, {
        caution: openDead,
        power: 'dead',
      })
      .repair('CHAIN', 50, 18500, 'replace', `Replace the ${w.chain}, centred by the maker’s procedure`, {
        caution: openDead,
        power: 'dead',
      })
      .repair('RETURN', 60, 1200, 'repair', `Renew the return line of the ${w.unit}`, {
        caution: notSpliced,
        power: 'dead',
      })
      .repair('MODULE-PLUG', 30, 0, 'reseat', `Reseat and lock the plug of the ${w.module}`, {
        caution: openDead,
        power: 'dead',
      })
      .repair(
        'BAR',
        40,
        2500,
        'repair',
        `Renew the plug half of ${w.unitPlug} that carries the shorting bar`,
        { caution: notSpliced, power: 'dead' },
      )
      .repair('SQUIB', 45, 62000, 'replace', `Replace the ${w.unit}, by the shop’s restraint policy`, {
        caution: openDead,
        power: 'dead',
      })
      .build();
  },
};
