/** What a coding book has to hold together. */
import { Refusal, under } from '../../refusal/index.js';
import type { CodingBook, Procedure } from '../book.js';
import { checkLayout } from './layout.js';
import { optionFields } from '../options/index.js';

/** @throws Refusal with the path of the first contradiction */
export function checkBook({ carries, layout, options, procedures }: CodingBook): void {
  once('carries', carries);
  if (layout) checkLayout(layout);
  if (options) {
    under('options', () => void optionFields(options.rules));
    if (options.field != null && !layout?.fields.some(({ name }) => name === options.field))
      throw new Refusal('options.field', `the layout has no field “${options.field}”`);
  }
  once('procedures', procedures ?? []);
  procedures?.forEach((procedure, n) => checkProcedure(procedure, `procedures[${n}]`));
}

function once(path: string, list: readonly { readonly id: string }[]): void {
  list.forEach(({ id }, n) => {
    if (list.findIndex((other) => other.id === id) < n)
      throw new Refusal(`${path}[${n}].id`, `“${id}” is there twice`);
  });
}

/** A bridge that goes in comes out again, in a socket that has its pins. */
function checkProcedure({ steps, socket, before, supply }: Procedure, path: string): void {
  once(`${path}.steps`, steps);
  if (before.includes('supply') && !supply)
    throw new Refusal(`${path}.supply`, 'a supply is asked for, but not within which volts');
  if (supply && supply.most <= supply.least)
    throw new Refusal(`${path}.supply.most`, 'the window ends before it begins');
  let placed = false;
  steps.forEach(({ bridge, seconds }, n) => {
    const at = `${path}.steps[${n}]`;
    if (seconds?.most != null && seconds.most < seconds.least)
      throw new Refusal(`${at}.seconds.most`, 'it is too late before the time is over');
    if (bridge == null) return;
    if (!socket) throw new Refusal(`${path}.socket`, 'a bridge is placed, but in which socket?');
    if ((bridge === 'in') === placed)
      throw new Refusal(`${at}.bridge`, placed ? 'the bridge is in already' : 'no bridge is in');
    placed = bridge === 'in';
  });
  if (placed) throw new Refusal(`${path}.steps`, 'the bridge that goes in never comes out');
  if (!socket) return;
  const pins = socket.rows.reduce((sum, row) => sum + row, 0);
  const [first, second] = socket.pins;
  if (first > pins || second > pins) throw new Refusal(`${path}.socket.pins`, `the socket has ${pins} pins`);
  if (first === second) throw new Refusal(`${path}.socket.pins`, 'a bridge joins two pins');
}
