/** Restraint files of the made-up models: their items, loops and waiting times. */
import { type FittedItem, type RestraintFile } from '@dormant-beacon/core/restraints';
import { usualInventory } from '@dormant-beacon/core/restraints/scope';

const kneeBag: FittedItem = {
  id: 'knee-front-left',
  item: 'knee-bag',
  label: 'driver knee bag',
  seat: 'front-left',
  zone: 12,
  loops: ['L20'],
  inside: 'dash',
};

const limits = (file: readonly FittedItem[], source: string) =>
  file.flatMap(({ loops }) => (loops ?? []).map((loop) => ({ loop, lowOhms: 1.6, highOhms: 3.4, source })));

const quillItems = [...usualInventory(5), kneeBag];

/** The Quill’s service text gives a wait; the Marn’s gives none, so that the shop’s own holds there. */
export const quillFile: RestraintFile = {
  items: quillItems,
  limits: limits(quillItems, 'Quill service text, page 88-7'),
  wait: { minutes: 30, source: 'Quill service text, page 88-3' },
  fuses: [
    {
      fuse: 'F14, 10 A',
      where: 'carrier left of the wheel, under the lid',
      source: 'Quill service text, page 88-3',
    },
    {
      fuse: 'F31, 7.5 A',
      where: 'engine bay carrier; the lid says F30',
      source: 'Quill service text, page 88-3',
    },
  ],
  places: [
    { name: 'carrier left of the wheel', at: [16, 20], level: 'middle', byHand: true },
    { name: 'tail lamp left', at: [18, 96], level: 'middle' },
    { name: 'tail lamp right', at: [82, 96], level: 'middle' },
    { name: 'C210', at: [32, 43], level: 'low' },
  ],
};

export const estateFile: RestraintFile = { ...quillFile, items: quillItems };

export const marnFile: RestraintFile = { items: usualInventory(5) };

/** Two seats, no curtain and no side bag: the places of the load room lie outside every outline. */
export const droverFile: RestraintFile = {
  items: usualInventory(2).filter(({ label }) => !/curtain|side/.test(label)),
  wait: { minutes: 20, source: 'Drover service text, page 12-4' },
  places: [
    { name: 'guide track', at: [97, 72], level: 'low' },
    { name: 'left rear corner', at: [6, 95], level: 'middle' },
    { name: 'load floor, left', at: [8, 84], level: 'low' },
  ],
};
