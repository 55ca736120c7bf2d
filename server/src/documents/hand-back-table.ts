/** The hand-back as a table for a spreadsheet: its part and section before every line and row. */
import type { Block, HandBackDocument } from '@dormant-beacon/core/stages/hand-back';
import Papa from 'papaparse';

function rowsOf(block: Block): (readonly string[])[] {
  switch (block.kind) {
    case 'lines':
      return block.lines.map((line) => [line]);
    case 'table':
      return [block.columns, ...block.rows];
    case 'photos':
      return block.photos.map(({ attachmentId, caption }) => [caption, attachmentId]);
  }
}

/** With what an open point is worth to a reader in a column of its own; formulas are made harmless. */
export function handBackTable({ head, open, parts, accepted }: HandBackDocument): string {
  const rows: (readonly string[])[] = [
    ['Part', 'Section', 'Says'],
    ...Object.entries({
      Number: head.number,
      Shop: head.shop,
      Vehicle: head.vehicle,
      VIN: head.vin,
      Customer: head.customer,
      About: head.about,
      Made: head.printed,
      Code: head.code,
      'Received by': accepted?.by,
      'Received at': accepted?.at,
    }).flatMap(([name, value]) => (value ? [['Head', name, value]] : [])),
    ...open.map(({ says, safety }) => ['Open', safety ? 'Safety' : '', says]),
    ...parts.flatMap(({ title, blocks }) =>
      blocks.flatMap((block) => rowsOf(block).map((row) => [title, block.title, ...row])),
    ),
  ];
  return `\uFEFF${Papa.unparse(rows as string[][], { escapeFormulae: true, newline: '\r\n' })}\r\n`;
}
