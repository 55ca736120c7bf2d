/** What can be said of an element of each kind, in the order in which it is asked. */
import { type ElementKind, fuseStyle, wireMaterial } from '@dormant-beacon/core/circuit';

export interface Field {
  readonly key: string;
  readonly label: string;
  readonly as: 'number' | 'text' | 'yes-no';
  readonly choices?: readonly string[];
}

const number = (key: string, label: string): Field => ({ key, label, as: 'number' });
const ohms = number('ohms', 'Ω');
const connector: Field = { key: 'connector', label: 'connector', as: 'text' };

export const circuitFields: Readonly<Record<ElementKind, readonly Field[]>> = {
  battery: [number('volts', 'V'), ohms],
  wire: [
    ohms,
    number('metres', 'm long'),
    number('squareMillimetres', 'mm²'),
    number('gauge', 'gauge'),
    { key: 'material', label: 'material', as: 'text', choices: wireMaterial.options },
  ],
  contact: [connector, ohms],
  resistor: [ohms],
  fuse: [
    number('amps', 'A'),
    number('ohms', 'cold Ω'),
    { key: 'style', label: 'style', as: 'text', choices: fuseStyle.options },
  ],
  switch: [
    { key: 'closed', label: 'closed', as: 'yes-no' },
    { key: 'ignition', label: 'is the ignition', as: 'yes-no' },
  ],
  relay: [
    number('coilOhms', 'coil Ω'),
    number('pullInVolts', 'pulls in at V'),
    number('releaseVolts', 'lets go at V'),
    number('contactOhms', 'contact Ω'),
  ],
  lamp: [number('volts', 'V'), number('watts', 'W')],
  diode: [number('forwardVolts', 'forward V')],
  led: [number('forwardVolts', 'forward V')],
  motor: [number('runningOhms', 'running Ω'), number('stallOhms', 'stalled Ω')],
  squib: [ohms],
  shortingBar: [
    connector,
    ohms,
    { key: 'half', label: 'carried by', as: 'text', choices: ['unit', 'harness', 'both'] },
  ],
  sensor: [ohms],
  moduleInput: [
    number('pullUpOhms', 'pull-up Ω'),
    number('pullUpVolts', 'pull-up V'),
    number('thresholdVolts', 'threshold V'),
  ],
  moduleOutput: [
    { key: 'side', label: 'side', as: 'text', choices: ['high', 'low'] },
    ohms,
    number('limitAmps', 'limit A'),
  ],
  ground: [ohms],
};

/** What each pin of an element is called where it has more than two ends of a kind. */
export const pinNames: Partial<Record<ElementKind, readonly string[]>> = {
  relay: ['coil', 'coil', 'common', 'normally open', 'normally closed'],
  battery: ['plus', 'minus'],
  moduleInput: ['input', 'ground'],
  moduleOutput: ['supply', 'output'],
};

export const kindNames: Readonly<Record<ElementKind, string>> = {
  battery: 'battery',
  wire: 'wire',
  contact: 'contact',
  resistor: 'resistor',
  fuse: 'fuse',
  switch: 'switch',
  relay: 'relay',
  lamp: 'lamp',
  diode: 'diode',
  led: 'LED',
  motor: 'motor',
  squib: 'squib',
  shortingBar: 'shorting bar',
  sensor: 'sensor',
  moduleInput: 'module input',
  moduleOutput: 'module output',
  ground: 'ground',
};
