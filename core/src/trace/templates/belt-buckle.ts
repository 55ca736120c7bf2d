/** The switch of a belt buckle, by its live value and by back probe while dead. */
import { CaseDraft } from './draft.js';
import { lookLive, notSpliced, openDead, powerDown } from './restraint-words.js';
import { filled, type Template } from './template.js';

const fields = [
  { key: 'buckle', label: 'The buckle', example: 'driver buckle' },
  { key: 'plug', label: 'Plug under the seat', example: 'C110' },
  { key: 'coding', label: 'How it is coded', example: 'resistors' },
  { key: 'module', label: 'Module that reads it', example: 'restraint module' },
] as const;

/** What the switch of a buckle does to its line when the belt is in: by the words of the service data. */
function buckleOhms(coding: string): { readonly inOhms: number; readonly outOhms: number } {
  if (/resist/i.test(coding)) return { inOhms: 400, outOhms: 100 };
  if (/current|hall/i.test(coding)) return { inOhms: 330, outOhms: 900 };
  return /unbuckled/i.test(coding) ? { inOhms: 1e6, outOhms: 1 } : { inOhms: 1, outOhms: 1e6 };
}

export const beltBuckle: Template = {
  id: 'belt-buckle',
  title: 'Belt-buckle switch',
  describes: 'Say how it is coded: closed when buckled, closed when unbuckled, resistors, or current.',
  suits: /\b(?:belt|buckle)\b/i,
  restraint: true,
  fields: fields,
  build(values) {
    const w = filled(fields, values);
    const { inOhms, outOhms } = buckleOhms(w.coding);
    return new CaseDraft(true)
      .input('IN', w.module, 'in', { pullUpOhms: 470, pullUpVolts: 5, thresholdVolts: 2.5 })
      .wire('HARNESS', 'harness under the seat', ['in', 'seat'], 0.1)
      .contact('PLUG', `plug ${w.plug}`, ['seat', 'b1'], w.plug)
      .resistor('OUT-RESISTOR', `${w.buckle}, unbuckled`, ['b1', 'b2'], outOhms)
      .switch('SWITCH', `switch of the ${w.buckle}, ${w.coding}`, ['b2', 'b3'])
      .resistor('IN-RESISTOR', `${w.buckle}, buckled`, ['b1', 'b3'], inOhms)
      .ground('GROUND', 'return of the buckle', 'b3')
      .supply(powerDown)
      .cavity('switch', 'in', 'seat', 'b1', 'b2', 'b3')
      .suspect('plug', 'PLUG', 'resistive', 4, `plug ${w.plug} under the seat has contact resistance`)
      .suspect('plug-open', 'PLUG', 'open', 3, `plug ${w.plug} is off`)
      .suspect('switch', 'SWITCH', 'stuckOpen', 4, `the switch of the ${w.buckle} stays open`)
      .suspect('stuck', 'SWITCH', 'stuckClosed', 2, `the switch of the ${w.buckle} stays closed`)
      .suspect('harness', 'HARNESS', 'open', 1.5, 'the harness under the seat is broken')
      .suspect('chafe', 'HARNESS', 'shortToGround', 1, 'the harness under the seat touches ground')
      .suspect('ground', 'GROUND', 'open', 1, 'the return of the buckle is lost')
      .live('out', 'volts', 'in', 'gnd', 2, 'Read the live value unbuckled', { caution: lookLive })
      .live('buckled', 'volts', 'in', 'gnd', 2, 'Read the live value buckled', {
        state: { open: ['SWITCH'] },
        caution: lookLive,
      })
      .live(
        'bridge',
        'volts',
        'in',
        'gnd',
        12,
        `Bridge the two cavities of ${w.plug} on the harness side while dead: it imitates a switch that is closed; power up, read the live value`,
        {
          state: { unplugged: [w.plug], jumpers: [['seat', 'b3']] },
          caution: 'A bridge is a temporary state: put in and taken out while the car is safe.',
          power: 'dead-then-live',
        },
      )
      .look('look', 'PLUG', 10, `Look whether ${w.plug} is mated, locked and dry`, {
        finds: 0.8,
        falseAlarm: 0.03,
        caution: openDead,
        power: 'dead',
      })
      .volts('seat', 'seat', 12, `Measure the line at ${w.plug} by a back probe, unbuckled`, {
        caution: openDead,
        power: 'dead-then-live',
      })
      .volts('inside', 'b1', 12, `Measure behind ${w.plug} by a back probe, unbuckled`, {
        caution: openDead,
        power: 'dead-then-live',
      })
      .volts('back', 'b3', 12, 'Measure the return of the buckle to ground, unbuckled', {
        caution: openDead,
        power: 'dead-then-live',
      })
      .wiggle('move', 'HARNESS', 6, 'Move the seat over its travel while the live value is watched', {
        caution: 'Powered and moving: only as service data allows, cabin clear of deployment paths.',
      })
      .repair('PLUG', 15, 0, 'reseat', `Reseat and lock ${w.plug}`, { caution: openDead, power: 'dead' })
      .repair('SWITCH', 40, 14500, 'replace', `Replace the ${w.buckle}`, { caution: openDead, power: 'dead' })
      .repair('HARNESS', 60, 1200, 'repair', 'Renew the harness under the seat', notSpliced)
      .repair('GROUND', 20, 0, 'clean', 'Clean the return of the buckle')
      .build();
  },
};
