/** How each kind of element is drawn. */
import type { Element } from '@dormant-beacon/core/circuit';

export type Shape =
  | Extract<
      Element['kind'],
      | 'switch'
      | 'lamp'
      | 'fuse'
      | 'contact'
      | 'ground'
      | 'battery'
      | 'motor'
      | 'relay'
      | 'resistor'
      | 'diode'
      | 'led'
    >
  | 'line'
  | 'box';

/** The standard symbol of an element (IEC 60617), a box where there is none. */
export function shapeOf(element: Element): Shape {
  switch (element.kind) {
    case 'battery':
    case 'motor':
    case 'relay':
    case 'resistor':
    case 'diode':
    case 'led':
    case 'switch':
    case 'lamp':
    case 'fuse':
    case 'contact':
    case 'ground':
      return element.kind;
    case 'sensor':
      return 'resistor';
    case 'wire':
      return 'line';
    default:
      return 'box';
  }
}
