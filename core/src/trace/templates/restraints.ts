/** Restraint circuits: nothing here is measured with a meter; loops are read as their module reads them. */
import { CaseDraft } from './draft.js';
import { filled, type Template } from './template.js';

const openDead = 'Only when made safe by the maker’s procedure: connectors are opened and units moved dead.';
const lookLive = 'Look only: powered, nothing touched, nobody in a deployment path.';

const squibFields = [
  { key: 'unit', label: 'The unit', example: 'driver frontal bag' },
  { key: 'unitPlug', label: 'Plug at the unit', example: 'C101' },
  { key: 'chain', label: 'What lies between', example: 'clock spring' },
  { key: 'module', label: 'Restraint module', example: 'restraint module' },
] as const;

export const squibLoop: Template = {
  id: 'squib-loop',
  title: 'Squib loop',
  describes: 'Module plug, the plug or clock spring between, the unit, with shorting bars at both ends.',
  restraint: true,
  fields: squibFields,
  build(values) {
    const w = filled(squibFields, values);
    return new CaseDraft(true)
      .contact('MODULE-PLUG', `plug of the ${w.module}, loop pins`, ['loop+', 'h1'], 'module')
      .wire('CHAIN', w.chain, ['h1', 'h2'], 0.2)
      .contact('UNIT-PLUG', `plug ${w.unitPlug}`, ['h2', 'u1'], w.unitPlug)
      .element({ id: 'SQUIB', kind: 'squib', label: w.unit, pins: ['u1', 'u2'], ohms: 2.0 })
      .contact('UNIT-RETURN', `return pin of ${w.unitPlug}`, ['u2', 'h3'], w.unitPlug)
      .wire('RETURN', 'return line', ['h3', 'loop-'], 0.2)
      .element({
        id: 'BAR',
        kind: 'shortingBar',
        label: `shorting bar in ${w.unitPlug}, harness side`,
        pins: ['h2', 'h3'],
        connector: w.unitPlug,
      })
      .element({
        id: 'REFERENCE',
        kind: 'resistor',
        label: 'the module’s own reference to ground',
        pins: ['loop-', 'gnd'],
        ohms: 5000,
      })
      .cavity('squib', 'loop+', 'loop-', 'h1', 'h2', 'h3', 'u1', 'u2')
      .suspect('plug', 'UNIT-PLUG', 'resistive', 4, `plug ${w.unitPlug} has contact resistance`, { ohms: 3 })
      .suspect('plug-open', 'UNIT-PLUG', 'open', 2, `plug ${w.unitPlug} is not locked`)
      .suspect('chain', 'CHAIN', 'open', 3, `the ${w.chain} is broken`)
      .suspect('chain-resistive', 'CHAIN', 'resistive', 2, `the ${w.chain} has resistance`, { ohms: 3 })
      .suspect(
        'module-plug',
        'MODULE-PLUG',
        'resistive',
        1.5,
        `the plug of the ${w.module} has contact resistance`,
        { ohms: 3 },
      )
      .suspect('bar', 'BAR', 'stuckClosed', 1, `the shorting bar in ${w.unitPlug} stays closed`)
      .suspect('unit', 'SQUIB', 'open', 1.5, `the ${w.unit} is open inside, or was fired`)
      .live('loop', 'ohms', 'loop+', 'loop-', 3, 'Read the loop’s resistance from the module’s live data', {
        caution: lookLive,
      })
      .look('lock', 'UNIT-PLUG', 8, `Look whether ${w.unitPlug} is seated and locked, pins clean`, {
        finds: 0.85,
        falseAlarm: 0.03,
        caution: openDead,
      })
      .look('look-chain', 'CHAIN', 12, `Look at the ${w.chain}: heat, kinks, over-wound?`, {
        finds: 0.7,
        falseAlarm: 0.03,
        caution: openDead,
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
          caution: 'The load is fitted while dead and taken out again: it is a temporary state until then.',
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
          caution: 'The load is fitted while dead and taken out again: it is a temporary state until then.',
        },
      )
      .look(
        'lock-module',
        'MODULE-PLUG',
        15,
        `Look whether the plug of the ${w.module} is seated and locked, pins clean`,
        { finds: 0.85, falseAlarm: 0.03, caution: openDead },
      )
      .ohms('meter', 'u1', 'u2', 5, `Measure the ${w.unit}`)
      .repair('UNIT-PLUG', 15, 0, 'reseat', `Reseat and lock ${w.unitPlug}`, openDead)
      .repair(
        'CHAIN',
        50,
        18500,
        'replace',
        `Replace the ${w.chain}, centred by the maker’s procedure`,
        openDead,
      )
      .repair('MODULE-PLUG', 30, 0, 'reseat', `Reseat and lock the plug of the ${w.module}`, openDead)
      .repair(
        'BAR',
        40,
        2500,
        'repair',
        `Renew the plug half of ${w.unitPlug} that carries the shorting bar`,
        'Restraint wiring is not spliced unless service data allows it.',
      )
      .repair(
        'SQUIB',
        45,
        62000,
        'replace',
        `Replace the ${w.unit}, by the shop’s restraint policy`,
        openDead,
      )
      .build();
  },
};

const buckleFields = [
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
  restraint: true,
  fields: buckleFields,
  build(values) {
    const w = filled(buckleFields, values);
    const { inOhms, outOhms } = buckleOhms(w.coding);
    return new CaseDraft(true)
      .element({
        id: 'IN',
        kind: 'moduleInput',
        label: w.module,
        pins: ['in', 'gnd'],
        pullUpOhms: 470,
        pullUpVolts: 5,
        thresholdVolts: 2.5,
      })
      .wire('HARNESS', 'harness under the seat', ['in', 'seat'], 0.1)
      .contact('PLUG', `plug ${w.plug}`, ['seat', 'b1'], w.plug)
      .element({
        id: 'OUT-RESISTOR',
        kind: 'resistor',
        label: `${w.buckle}, unbuckled`,
        pins: ['b1', 'b2'],
        ohms: outOhms,
      })
      .element({
        id: 'SWITCH',
        kind: 'switch',
        label: `switch of the ${w.buckle}, ${w.coding}`,
        pins: ['b2', 'b3'],
        closed: true,
      })
      .element({
        id: 'IN-RESISTOR',
        kind: 'resistor',
        label: `${w.buckle}, buckled`,
        pins: ['b1', 'b3'],
        ohms: inOhms,
      })
      .ground('GROUND', 'return of the buckle', 'b3')
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
      .look('look', 'PLUG', 10, `Look whether ${w.plug} is mated, locked and dry`, {
        finds: 0.8,
        falseAlarm: 0.03,
        caution: openDead,
      })
      .volts('seat', 'seat', 12, `Measure the line at ${w.plug} by a back probe, unbuckled`, {
        caution: openDead,
      })
      .volts('inside', 'b1', 12, `Measure behind ${w.plug} by a back probe, unbuckled`, { caution: openDead })
      .volts('back', 'b3', 12, 'Measure the return of the buckle to ground, unbuckled', { caution: openDead })
      .wiggle('move', 'HARNESS', 6, 'Move the seat over its travel while the live value is watched', {
        caution: 'Powered and moving: only as service data allows, cabin clear of deployment paths.',
      })
      .repair('PLUG', 15, 0, 'reseat', `Reseat and lock ${w.plug}`, openDead)
      .repair('SWITCH', 40, 14500, 'replace', `Replace the ${w.buckle}`, openDead)
      .repair(
        'HARNESS',
        60,
        1200,
        'repair',
        'Renew the harness under the seat',
        'Restraint wiring is not spliced unless service data allows it.',
      )
      .repair('GROUND', 20, 0, 'clean', 'Clean the return of the buckle')
      .build();
  },
};

const sensorFields = [
  { key: 'sensor', label: 'The sensor', example: 'right front impact sensor' },
  { key: 'plug', label: 'Plug at the sensor', example: 'C120' },
  { key: 'module', label: 'Restraint module', example: 'restraint module' },
] as const;

export const impactSensor: Template = {
  id: 'impact-sensor',
  title: 'Impact sensor',
  describes: 'A sensor on its own pair: fed by the restraint module, which reads its current.',
  restraint: true,
  fields: sensorFields,
  build(values) {
    const w = filled(sensorFields, values);
    return new CaseDraft(true)
      .element({
        id: 'FEED',
        kind: 'moduleInput',
        label: `sensor feed of the ${w.module}`,
        pins: ['feed', 'gnd'],
        pullUpOhms: 40,
        pullUpVolts: 6.7,
        thresholdVolts: 3,
      })
      .wire('HARNESS', 'harness to the sensor', ['feed', 'line'], 0.1)
      .contact('PLUG', `plug ${w.plug}`, ['line', 's+'], w.plug)
      .element({ id: 'SENSOR', kind: 'sensor', label: w.sensor, pins: ['s+', 's-'], ohms: 900 })
      .ground('RETURN', 'return line of the sensor', 's-')
      .cavity('sensor', 'feed', 'line', 's+', 's-')
      .suspect('sensor', 'SENSOR', 'open', 3, `the ${w.sensor} is cracked or dead`)
      .suspect('plug', 'PLUG', 'resistive', 3, `plug ${w.plug} is corroded`)
      .suspect('plug-open', 'PLUG', 'open', 3, `plug ${w.plug} is off or torn`)
      .suspect('harness', 'HARNESS', 'open', 2, 'the harness to the sensor is torn')
      .suspect('chafe', 'HARNESS', 'shortToGround', 1.5, 'the harness to the sensor touches ground')
      .live('feed', 'volts', 'feed', 'gnd', 2, 'Read the sensor line from the module’s live data', {
        caution: lookLive,
      })
      .look('look', 'SENSOR', 6, `Look at the ${w.sensor}: cracked, loose, bracket bent?`, {
        finds: 0.8,
        falseAlarm: 0.03,
        caution: openDead,
      })
      .look('look-plug', 'PLUG', 6, `Look into ${w.plug}: mated, dry, pins straight?`, {
        finds: 0.85,
        falseAlarm: 0.03,
        caution: openDead,
      })
      .look('look-harness', 'HARNESS', 15, 'Follow the harness to the sensor by eye', {
        finds: 0.8,
        falseAlarm: 0.03,
        caution: openDead,
      })
      .swap('swap', 'SENSOR', 20, 'Swap the sensor with the other side')
      .repair('SENSOR', 25, 12500, 'replace', `Replace the ${w.sensor}, torque as given`, openDead)
      .repair('PLUG', 15, 0, 'reseat', `Reseat and lock ${w.plug}`, openDead)
      .repair(
        'HARNESS',
        60,
        2400,
        'repair',
        'Renew the harness to the sensor',
        'Restraint wiring is not spliced unless service data allows it.',
      )
      .repair('RETURN', 20, 0, 'clean', 'Renew the return of the sensor', openDead)
      .build();
  },
};
