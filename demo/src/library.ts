/** What the made-up shop knows of its vehicles' codes: links out of their files, notes with a source. */
import type { AccessMap } from '@dormant-beacon/core/ledger';
import { templates } from '@dormant-beacon/core/trace/templates';
import type { CodingBook } from '@dormant-beacon/core/coding';
import { bookIds, estateMat, lumenCylinder, lumenDoor, marnBody } from './coding/index.js';
import { droverMap, lumenMap, quillMap } from './access/index.js';
import { droverFile, estateFile, marnFile, quillFile } from './restraints.js';
import { slidingDoor, slidingDoorWeakness } from './notes.js';
import { type Call, ines, madeId, tomas } from './world.js';

const entry = (personId: string, path: string, data: object): Call => {
  const id = madeId();
  return { path: `/api/library/${path}`, personId, key: madeId(), body: { id, ...data } };
};
const link = (make: string, model: string, own: object): Call =>
  entry(tomas.id, 'code-links', { make, model, link: own });

const circuit = (make: string, model: string, title: string, template: string, values: object): Call => ({
  path: '/api/library/circuits',
  personId: tomas.id,
  key: madeId(),
  body: {
    circuitId: madeId(),
    basedOn: 0,
    make,
    model,
    title,
    case: templates.find(({ id }) => id === template)!.build(values as Record<string, string>),
  },
});

const accessMap = (map: AccessMap): Call => ({
  path: '/api/library/access-maps',
  personId: tomas.id,
  key: madeId(),
  body: { mapId: madeId(), basedOn: 0, map },
});

const codingBook = (bookId: string, book: CodingBook): Call => ({
  path: '/api/library/coding-books',
  personId: tomas.id,
  key: madeId(),
  body: { bookId, basedOn: 0, book },
});

/** Every entry of the library, as its people would add it. */
export function libraryCalls(): readonly Call[] {
  return [
    {
      path: '/api/library/supersession-lists',
      personId: tomas.id,
      key: madeId(),
      body: {
        source: 'parts list of spring',
        rows: [
          { old: 'OM-2210-04', new: 'OM-2210-05' },
          { old: 'OM-2210-05', new: 'OM-2210-06' },
          { old: 'OM-6610-11B', new: 'OM-6610-11C' },
          { old: 'VQ-7712-05', new: 'VQ-7712-07' },
        ],
      },
    },
    entry(tomas.id, 'part-weaknesses', {
      make: 'Hallmer',
      model: 'Drover',
      kind: 'trailer module',
      says: 'wet inside',
      bad: 11,
      seen: 12,
      source: 'opened at our bench, two winters',
    }),
    entry(tomas.id, 'part-weaknesses', {
      make: 'Ostrel',
      model: 'Marn saloon',
      kind: 'LED driver',
      says: 'water marks under the cap',
      bad: 3,
      seen: 5,
      source: 'our jobs since spring',
    }),
    entry(ines.id, 'restraint-files', { make: 'Velanta', model: 'Quill', file: quillFile }),
    entry(ines.id, 'restraint-files', { make: 'Velanta', model: 'Quill Estate', file: estateFile }),
    entry(ines.id, 'restraint-files', { make: 'Hallmer', model: 'Drover', file: droverFile }),
    entry(ines.id, 'restraint-files', { make: 'Ostrel', model: 'Marn wagon', file: marnFile }),
    link('Ostrel', 'Marn wagon', {
      module: 'Body control',
      supplies: ['Main link', 'F31'],
      grounds: ['G4'],
      networks: ['comfort'],
      places: ['dash left'],
    }),
    link('Ostrel', 'Marn wagon', { module: 'Driver door', supplies: ['F31'], networks: ['comfort'] }),
    link('Hallmer', 'Drover', {
      module: 'Anhänger',
      supplies: ['F44'],
      grounds: ['G9'],
      networks: ['comfort'],
      connectors: ['X61'],
      places: ['rear, trailer module'],
    }),
    link('Hallmer', 'Drover', { module: 'Bordnetz', grounds: ['G4'], networks: ['comfort'] }),
    entry(tomas.id, 'code-notes', {
      make: 'Hallmer',
      model: 'Drover',
      module: 'Anhänger',
      code: 'U0265',
      says: 'the module behind the left rear trim takes water through the vent seal',
      source: 'two of our jobs in spring',
      credibility: 'own-job',
      times: 2,
    }),
    entry(ines.id, 'code-notes', {
      make: 'Ostrel',
      model: 'Marn wagon',
      module: 'Body control',
      code: 'B1B10',
      says: 'after reversed leads the output stage is lost; measure the main link first',
      source: 'maker’s bulletin of the model',
      credibility: 'maker-text',
      times: 2,
    }),
    accessMap(quillMap),
    accessMap(lumenMap),
    accessMap(droverMap),
    codingBook(bookIds.marnBody, marnBody),
    codingBook(bookIds.estateMat, estateMat),
    codingBook(bookIds.lumenDoor, lumenDoor),
    {
      path: '/api/library/depth-tables',
      personId: tomas.id,
      key: madeId(),
      body: { tableId: madeId(), basedOn: 0, make: 'Corvane', model: 'Lumen', table: lumenCylinder },
    },
    circuit('Hallmer', 'Drover', 'Sliding door contact', 'switch-input', slidingDoor),
    circuit('Corvane', 'Lumen', 'Charge flap end switch', 'switch-input', {}),
    circuit('Velanta', 'Quill', 'Right tail lamp', 'fused-lamp', {}),
    entry(tomas.id, 'weaknesses', {
      make: 'Hallmer',
      model: 'Drover',
      template: 'switch-input',
      ...slidingDoorWeakness,
      credibility: 'own-job',
    }),
    entry(ines.id, 'patterns', { code: { name: 'blink count', before: 'Blink code:', shape: '#-#' } }),
  ];
}
