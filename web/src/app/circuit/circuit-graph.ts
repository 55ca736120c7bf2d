/** A circuit as a graph to be laid out: elements and points as boxes, supply above, ground below. */
import type { Circuit, Element } from '@dormant-beacon/core/circuit';
import { reference } from '@dormant-beacon/core/circuit';

export interface Box {
  readonly id: string;
  readonly width: number;
  readonly height: number;
}
export interface Edge {
  readonly id: string;
  readonly from: string;
  readonly to: string;
}
export interface CircuitGraph {
  readonly boxes: readonly Box[];
  readonly edges: readonly Edge[];
}

export interface Place {
  readonly x: number;
  readonly y: number;
}
/** Where each box stands (its upper left corner), and the bends of each edge. */
export interface CircuitLayout {
  readonly width: number;
  readonly height: number;
  readonly places: Readonly<Record<string, Place>>;
  readonly lines: Readonly<Record<string, readonly Place[]>>;
}

export const glyphWidth = 60;
export const glyphHeight = 62;
const pointHeight = 24;
const letter = 7.6;
const longestLabel = 22;

export const elementBox = (id: string) => `element ${id}`;
export const pointBox = (name: string) => `point ${name}`;
export const isPoint = (box: string) => box.startsWith('point ');

/** A label in lines of at most 22 letters, two at most. */
export function labelLines(label: string): string[] {
  const lines: string[] = [];
  for (const word of label.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && `${last} ${word}`.length <= longestLabel)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines.length <= 2
    ? lines
    : [
        lines[0]!,
        `${lines
          .slice(1)
          .join(' ')
          .slice(0, longestLabel - 1)}…`,
      ];
}

/**
 * Every element is a box with its glyph and label; every point between two pins another. Ground is no point:
 * what ends there ends there, or all lines would run together. Edges run from the supply down.
 */
export function graphOf({ elements }: Circuit): CircuitGraph {
  const depth = depthsOf(elements);
  const points = [...new Set(elements.flatMap(({ pins }) => pins as readonly string[]))].filter(
    (point) => point !== reference,
  );
  const boxes: Box[] = [
    ...elements.map((element) => ({
      id: elementBox(element.id),
      width:
        glyphWidth +
        letter * Math.max(...labelLines(element.label ?? element.id).map((line) => line.length + 6)),
      height: glyphHeight,
    })),
    ...points.map((point) => ({
      id: pointBox(point),
      width: 24 + letter * (point.length + 12),
      height: pointHeight,
    })),
  ];
  const edges = elements.flatMap((element): Edge[] => {
    const own = depth.get(element) ?? 0;
    return (element.pins as readonly string[]).flatMap((pin, at) => {
      if (pin === reference) return [];
      const id = `${element.id} ${at}`;
      const above = (depth.get(pin) ?? Infinity) < own;
      return above
        ? [{ id, from: pointBox(pin), to: elementBox(element.id) }]
        : [{ id, from: elementBox(element.id), to: pointBox(pin) }];
    });
  });
  return { boxes, edges };
}

/**
 * Steps from a source for every element and point. A point with a ground stands below all else, so that what
 * returns there does not hang above it; what no source reaches begins at its own first pin.
 */
function depthsOf(elements: readonly Element[]): Map<Element | string, number> {
  const depth = new Map<Element | string, number>();
  for (const element of elements)
    if (element.kind === 'ground') {
      depth.set(element, Infinity);
      for (const pin of element.pins) depth.set(pin, lowest);
    }
  const queue: (Element | string)[] = [];
  const reach = (item: Element | string, at: number) => {
    if (depth.has(item)) return;
    depth.set(item, at);
    queue.push(item);
  };
  const spread = () => {
    for (let item = queue.shift(); item !== undefined; item = queue.shift()) {
      const next = depth.get(item)! + 1;
      if (typeof item === 'string') {
        for (const element of elements)
          if ((element.pins as readonly string[]).includes(item)) reach(element, next);
      } else for (const pin of item.pins) if (pin !== reference) reach(pin, next);
    }
  };
  for (const source of elements)
    if (source.kind === 'battery' || source.kind === 'moduleInput') reach(source, 0);
  spread();
  for (const element of elements) {
    reach(element, 0);
    spread();
  }
  return depth;
}

/** The depth of a point that is grounded: deeper than any line is long. */
const lowest = 1e6;

/** All boxes in one column, without lines. */
export function stacked({ boxes }: CircuitGraph): CircuitLayout {
  let y = 0;
  const places: Record<string, Place> = {};
  for (const { id, height } of boxes) {
    places[id] = { x: 0, y };
    y += height;
  }
  return { width: Math.max(0, ...boxes.map(({ width }) => width)), height: y, places, lines: {} };
}
