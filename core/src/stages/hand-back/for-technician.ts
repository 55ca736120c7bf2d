/** For the next technician: what was measured, where, what it was, and what is behind the covers. */
import { standing } from '../../record/index.js';
import { sheetSays } from '../../readings/index.js';
import { readingWords, testName, testRead } from '../../words/index.js';
import { ledgerRemarks } from '../strip.js';
import type { Block, DocumentSource } from './content.js';
import { writer } from './head.js';

const roots = {
  'found-and-removed': 'found and removed',
  'found-and-left': 'found, left as it is',
  unknown: 'not known',
} as const;

export function forTechnician(source: DocumentSource): Block[] {
  const { record, assessment } = source;
  const { moment, name } = writer(source);
  const blocks: Block[] = [];
  const by = (personId: string, at: string) => `${name(personId)}, ${moment(at)}`;
  const readings = [
    ...standing(record.readings).flatMap((reading) => {
      const test = testRead(record, reading);
      return test
        ? [[testName(test, test.id), readingWords(test, reading), by(reading.personId, reading.observedAt)]]
        : [];
    }),
    ...standing(record.sheets).map(({ data, personId, observedAt }) => [
      sheetSays(data),
      '',
      by(personId, observedAt),
    ]),
  ];
  if (readings.length > 0)
    blocks.push({
      kind: 'table',
      title: 'What was measured',
      columns: ['Where', 'Reading', 'By'],
      rows: readings,
    });
  const repairs = standing(record.repairs).map(
    ({ label, part, cured, root, rootNote, personId, observedAt }) => [
      `${label}${part ? `, part ${part}` : ''}`,
      cured ? 'it works' : 'the fault still showed',
      `${roots[root]}${rootNote ? `: ${rootNote}` : ''}`,
      by(personId, observedAt),
    ],
  );
  if (repairs.length > 0)
    blocks.push({
      kind: 'table',
      title: 'What was done, and its root',
      columns: ['Repair', 'Then', 'Root', 'By'],
      rows: repairs,
    });
  const circuits = standing(record.traces).map(
    ({ title, case: own }) =>
      `${title}: ${own.circuit.elements.length} elements; ${own.circuit.elements
        .slice(0, 12)
        .map(({ id }) => id)
        .join(', ')}${own.circuit.elements.length > 12 ? ' and more' : ''}.`,
  );
  if (circuits.length > 0) blocks.push({ kind: 'lines', title: 'Circuits', lines: circuits });
  const { strip, battery } = assessment;
  if (strip && strip.entries.length > 0) {
    const steps = new Set(strip.entries.map(({ step }) => step)).size;
    const off = `${steps === 1 ? 'One step' : `${steps} steps`} taken off`;
    const even = `${off} and put back, tried before and after closing; every count came out even.`;
    blocks.push({
      kind: 'lines',
      title: 'What was taken apart',
      lines: [
        strip.phase === 'done' ? even : `${off}.`,
        ...ledgerRemarks(record, strip).map((remark) => `${remark}.`),
      ],
    });
  }
  if (battery) blocks.push({ kind: 'lines', title: 'Battery', lines: [...battery.reasons] });
  const notes = standing(record.notes).map(
    ({ text, personId, observedAt }) => `${text} (${by(personId, observedAt)})`,
  );
  if (notes.length > 0) blocks.push({ kind: 'lines', title: 'Notes', lines: notes });
  return blocks;
}
