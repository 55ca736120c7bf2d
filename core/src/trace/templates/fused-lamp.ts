/** A lamp behind a fuse and a switch, grounded in the body. */
import { filled, type Template } from './template.js';

const fields = [
  { key: 'lamp', label: 'The lamp', example: 'right tail lamp' },
  { key: 'fuse', label: 'Fuse', example: 'F7' },
  { key: 'amps', label: 'Fuse rating in amps', example: '10' },
  { key: 'watts', label: 'Lamp watts', example: '21' },
  { key: 'plug', label: 'Plug at the lamp', example: 'C12' },
  { key: 'ground', label: 'Ground point', example: 'G3' },
  { key: 'on', label: 'How it is switched on', example: 'lights on' },
] as const;

export const fusedLamp: Template = {
  id: 'fused-lamp',
  title: 'Lamp with fuse and switch',
  describes: 'Battery, fuse, switch, plug, lamp, ground, in one line.',
  fields,
  build(values) {
    const w = filled(fields, values);
    const feed = `${w.plug}.1`;
    const back = `${w.plug}.2`;
    return {
      circuit: {
        elements: [
          { id: 'BATTERY', kind: 'battery', label: 'battery', pins: ['b+', 'gnd'], volts: 12.6, ohms: 0.015 },
          {
            id: 'FUSE',
            kind: 'fuse',
            label: `fuse ${w.fuse}`,
            pins: ['b+', w.fuse],
            amps: positive(w.amps, 10),
          },
          { id: 'SWITCH', kind: 'switch', label: 'light switch', pins: [w.fuse, 'switched'], closed: true },
          { id: 'HARNESS', kind: 'wire', label: 'harness to the lamp', pins: ['switched', feed], ohms: 0.06 },
          {
            id: 'PLUG',
            kind: 'contact',
            label: `plug ${w.plug}`,
            pins: [feed, 'lamp'],
            ohms: 0.005,
            connector: w.plug,
          },
          {
            id: 'LAMP',
            kind: 'lamp',
            label: w.lamp,
            pins: ['lamp', back],
            volts: 12,
            watts: positive(w.watts, 21),
          },
          { id: 'GROUND', kind: 'ground', label: `ground ${w.ground}`, pins: [back, 'gnd'], ohms: 0.01 },
        ],
      },
      suspects: [
        { id: 'lamp', element: 'LAMP', mode: 'open', weight: 8, label: `${w.lamp} is burnt out` },
        { id: 'fuse', element: 'FUSE', mode: 'open', weight: 3, label: `fuse ${w.fuse} is blown` },
        { id: 'plug', element: 'PLUG', mode: 'resistive', weight: 4, label: `plug ${w.plug} is corroded` },
        {
          id: 'plug-open',
          element: 'PLUG',
          mode: 'open',
          weight: 2,
          label: `plug ${w.plug} makes no contact`,
        },
        {
          id: 'ground',
          element: 'GROUND',
          mode: 'resistive',
          weight: 3,
          label: `ground ${w.ground} has resistance`,
        },
        {
          id: 'ground-open',
          element: 'GROUND',
          mode: 'open',
          weight: 1,
          label: `ground ${w.ground} is lost`,
        },
        {
          id: 'harness',
          element: 'HARNESS',
          mode: 'open',
          weight: 1,
          label: 'harness to the lamp is broken',
        },
        {
          id: 'chafe',
          element: 'HARNESS',
          mode: 'shortToGround',
          weight: 0.7,
          label: 'harness to the lamp touches ground',
        },
        {
          id: 'switch',
          element: 'SWITCH',
          mode: 'stuckOpen',
          weight: 1,
          label: 'light switch does not close',
        },
      ],
      tests: [
        {
          id: 'feed',
          kind: 'volts',
          from: feed,
          to: 'gnd',
          minutes: 4,
          label: `Measure ${feed} to ground with the ${w.on}`,
        },
        {
          id: 'look-fuse',
          kind: 'inspect',
          element: 'FUSE',
          minutes: 1,
          finds: 0.95,
          falseAlarm: 0.01,
          label: `Look at fuse ${w.fuse}`,
        },
        {
          id: 'look-lamp',
          kind: 'inspect',
          element: 'LAMP',
          minutes: 3,
          finds: 0.9,
          falseAlarm: 0.02,
          label: `Look at the filament of the ${w.lamp}`,
          caution: 'Never touch the bulb glass; let it cool first.',
        },
        {
          id: 'look-plug',
          kind: 'inspect',
          element: 'PLUG',
          minutes: 3,
          finds: 0.7,
          falseAlarm: 0.02,
          label: `Look into plug ${w.plug} for green or brown pins`,
        },
        { id: 'swap', kind: 'swap', element: 'LAMP', minutes: 6, label: 'Swap the lamp with the other side' },
        {
          id: 'ground',
          kind: 'volts',
          from: back,
          to: 'gnd',
          minutes: 4,
          label: `Measure ${back} to ground with the ${w.on}`,
        },
        {
          id: 'fuse-volts',
          kind: 'volts',
          from: w.fuse,
          to: 'gnd',
          minutes: 2,
          label: `Measure behind fuse ${w.fuse}`,
        },
      ],
      repairs: [
        {
          element: 'LAMP',
          minutes: 8,
          priceCents: 450,
          method: 'replace',
          label: `Replace the ${w.lamp}, same watts`,
        },
        {
          element: 'FUSE',
          minutes: 2,
          priceCents: 80,
          method: 'replace',
          label: `Replace fuse ${w.fuse}, same rating and style`,
          caution: 'A fuse that blows again is a finding, not a part to upgrade.',
        },
        {
          element: 'PLUG',
          minutes: 15,
          priceCents: 200,
          method: 'clean',
          label: `Clean and retension plug ${w.plug}`,
        },
        { element: 'GROUND', minutes: 15, priceCents: 0, method: 'clean', label: `Clean ground ${w.ground}` },
        {
          element: 'HARNESS',
          minutes: 50,
          priceCents: 700,
          method: 'repair',
          label: 'Repair the harness to the lamp',
        },
        {
          element: 'SWITCH',
          minutes: 25,
          priceCents: 5200,
          method: 'replace',
          label: 'Replace the light switch',
        },
      ],
    };
  },
};

function positive(text: string, otherwise: number): number {
  const value = Number(text.replace(',', '.'));
  return value > 0 && Number.isFinite(value) ? value : otherwise;
}
