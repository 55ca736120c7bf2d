/** For the insurer: photographs, scans before and after, parts with their origin and proof, calibrations, restraints. */
import { writeCode } from '../../codes/index.js';
import { codeEnds, inventoryOf, standing } from '../../record/index.js';
import { signWords } from '../../restraints/index.js';
import { counted } from '../../units/index.js';
import { bornOfWork, endKey, moduleRows, moduleWords, type WorkStep } from '../clear/index.js';
import { codingRemarks } from '../coding.js';
import type { Block, DocumentSource } from './content.js';
import { writer } from './head.js';

/** Photographs in the document; the record holds all. */
const mostPhotos = 24;

export function forInsurer(source: DocumentSource): Block[] {
  const { record, assessment } = source;
  const { moment, name } = writer(source);
  const blocks: Block[] = [];
  const parts = partRows(source);
  if (parts.length > 0)
    blocks.push({
      kind: 'table',
      title: 'Parts, their origin and proof',
      columns: ['Unit', 'Part', 'Origin', 'Proof or guarantee'],
      rows: parts,
    });
  const scans = standing(record.scans).map(({ kind, reader, observedAt, scan, personId }) => [
    scanWords[kind],
    moment(observedAt),
    reader || scan.reader || '–',
    `${counted(scan.codes.length, 'code')} in ${counted(scan.modules.length, 'module')}`,
    name(personId),
  ]);
  if (scans.length > 0)
    blocks.push({
      kind: 'table',
      title: 'Scans',
      columns: ['Scan', 'When', 'Reader', 'Says', 'By'],
      rows: scans,
    });
  for (const { reason, personId } of standing(record.waivers))
    blocks.push({ kind: 'lines', title: 'No baseline', lines: [`${reason} (signed by ${name(personId)}).`] });
  const codes = assessment.final ? codeEnds(record, assessment.final) : [];
  const made = assessment.final ? bornOfWork(record, assessment.final) : new Map<string, WorkStep>();
  if (codes.length > 0)
    blocks.push({
      kind: 'table',
      title: 'Every code, and its end',
      columns: ['Code', 'Module', 'End'],
      rows: codes.map((code) => [
        writeCode(code),
        `${code.module}${code.text ? `: ${code.text}` : ''}`,
        made.has(endKey(code)) && code.open ? `made by the work: ${made.get(endKey(code))!.says}` : code.end,
      ]),
    });
  const modules = assessment.final
    ? moduleRows(record, assessment.final).map(({ module, before, after }) => [
        module,
        moduleWords(before),
        moduleWords(after),
      ])
    : [];
  if (modules.length > 0)
    blocks.push({
      kind: 'table',
      title: 'Modules before and after',
      columns: ['Module', 'Before', 'After'],
      rows: modules,
    });
  const coded = codingRemarks(record, assessment.codings, assessment.aims);
  if (coded.length > 0) blocks.push({ kind: 'lines', title: 'Coded, taught and calibrated', lines: coded });
  const restraints = restraintLines(source);
  if (restraints.length > 0) blocks.push({ kind: 'lines', title: 'Restraints', lines: restraints });
  const photos = standing(record.photos);
  if (photos.length > 0)
    blocks.push({
      kind: 'photos',
      title:
        photos.length > mostPhotos
          ? `Photographs: the first ${mostPhotos} of ${photos.length}; the record holds all`
          : 'Photographs',
      photos: photos.slice(0, mostPhotos).map(({ attachmentId, caption, observedAt }) => ({
        attachmentId,
        caption: `${caption ? `${caption}, ` : ''}${moment(observedAt)}`,
      })),
    });
  return blocks;
}

const scanWords = {
  baseline: 'baseline',
  interim: 'on the way',
  final: 'final',
  'after-road': 'after the drive',
} as const;

function partRows(source: DocumentSource): string[][] {
  const { record, assessment } = source;
  const { moment } = writer(source);
  const units = assessment.units.flatMap(({ plan, chosen, delivered, consignment }) => {
    if (!chosen) return [];
    const part = delivered?.fact.part;
    const provenance = part?.provenance;
    const until = consignment?.back?.guaranteeUntil;
    return [
      [
        plan.unit,
        part?.partNumber ?? '–',
        provenance
          ? `${provenance.kind}${provenance.donorVin ? `, from ${provenance.donorVin}` : ''}`
          : (chosen.label ?? chosen.kind),
        until
          ? `guaranteed until ${until}`
          : chosen.warrantyDays
            ? `guaranteed for ${chosen.warrantyDays} days`
            : '–',
      ],
    ];
  });
  const repaired = standing(record.repairs)
    .filter(({ part, cured }) => cured && part)
    .map(({ label, part, identity, proof, observedAt }) => [
      label,
      [part, identity].filter(Boolean).join(', '),
      '–',
      proof ?? `fitted ${moment(observedAt)}`,
    ]);
  return [...units, ...repaired];
}

function restraintLines({ record, assessment }: DocumentSource): string[] {
  if (!assessment.restraint) return [];
  const items = new Map(inventoryOf(record)?.items.map((item) => [item.id, item.label]));
  const signs = standing(record.signs).map(
    ({ item, sign, note }) =>
      `${items.get(item) ?? item}: ${signWords[sign] ?? sign}${note ? `, ${note}` : ''}.`,
  );
  return [
    ...signs,
    'The maker’s procedures, local codes and licensed practice stand above this report.',
    ...(record.vehicle.highVoltage ? ['High voltage on board: only qualified persons work on it.'] : []),
  ];
}
