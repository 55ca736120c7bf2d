/** A layout drawn at random: its structure, the order and form of its fields, and what is printed beside them. */
import { type Draw, pickOf, shuffled } from './facts.js';
import { readerWords, type Status } from './words.js';

const structures = [
  'blocks',
  'blocks',
  'table',
  'table',
  'fields',
  'records',
  'rollCall',
  'byStatus',
] as const;
export type Structure = (typeof structures)[number];

export type CodeForm = 'dash' | 'colon' | 'glued' | 'space' | 'column' | 'decimalColumn' | 'bytes';
export type StatusForm = 'word' | 'letter' | 'marks' | 'byte' | 'nextLine';
export type Field = 'code' | 'type' | 'status' | 'count' | 'text';

export interface DrawnLayout {
  readonly language: string;
  readonly structure: Structure;
  /** Of `headings` in print.ts, by its place. */
  readonly heading: number;
  readonly codeForm: CodeForm;
  readonly statusForm: StatusForm;
  readonly statuses: readonly Status[];
  readonly order: readonly Field[];
  /** Between the fields of a row; `null` where they stand in aligned columns. */
  readonly between: string | null;
  readonly shout: 'word' | 'Word' | 'WORD';
  readonly namesShout: boolean;
  readonly textBelow: boolean;
  readonly idents: boolean;
  readonly environment: boolean;
  readonly total: boolean;
  readonly pages: boolean;
  readonly quoted: boolean;
  readonly moduleFirst: boolean;
  readonly lead: string;
}

export function drawLayout(draw: Draw): DrawnLayout {
  const structure = pickOf(draw, structures);
  const columned = structure === 'blocks' || structure === 'table';
  const named = columned || structure === 'fields';
  const codeForm = pickOf<CodeForm>(draw, [
    'dash',
    'dash',
    'colon',
    'glued',
    ...(columned ? (['space'] as const) : []),
    ...(named ? (['column', 'column', 'decimalColumn', 'bytes'] as const) : []),
  ]);
  const statusForm = pickOf<StatusForm>(draw, [
    'word',
    'word',
    'word',
    ...(columned ? (['letter', 'marks', 'byte'] as const) : []),
    ...(structure === 'blocks' || structure === 'rollCall' ? (['nextLine'] as const) : []),
    ...(structure === 'fields' ? (['byte'] as const) : []),
  ]);
  const count = columned && draw() < 0.4;
  // A code and a name alone, under no heading: nobody could tell a module from a description.
  const text = draw() < 0.8 || structure === 'byStatus';
  const order = shuffled<Field>(draw, [
    'status',
    ...(codeForm === 'column' || codeForm === 'decimalColumn' ? (['type'] as const) : []),
    ...(count ? (['count'] as const) : []),
  ]);
  const codeAt = draw() < 0.7 ? 0 : Math.min(1, order.length);
  const between = columned
    ? pickOf(draw, [null, null, '\t', ';', ' | '])
    : pickOf(draw, [null, '\t', ' - ', ' | ']);
  return {
    language: pickOf(draw, Object.keys(readerWords)),
    structure,
    heading: Math.floor(draw() * 1000),
    codeForm,
    statusForm,
    statuses:
      statusForm === 'byte' ? ['active', 'stored', 'pending'] : ['active', 'stored', 'pending', 'history'],
    order: [...order.slice(0, codeAt), 'code', ...order.slice(codeAt), ...(text ? (['text'] as const) : [])],
    between,
    shout: pickOf(draw, ['word', 'Word', 'WORD'] as const),
    namesShout: draw() < 0.15,
    textBelow: text && structure === 'blocks' && draw() < 0.25,
    idents: structure === 'blocks' && draw() < 0.4,
    environment: (structure === 'blocks' || structure === 'records') && draw() < 0.25,
    total: draw() < 0.4,
    pages: structure === 'table' && draw() < 0.3,
    quoted: draw() < 0.08,
    moduleFirst: draw() < 0.7,
    lead: pickOf(draw, ['', '  ', '    ', '- ', '* ', '\t']),
  };
}
