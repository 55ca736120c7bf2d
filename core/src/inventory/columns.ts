/** Which column of a list holds what, guessed from its heading in English, German, French and Spanish. */
import type { ColumnMapping, InventoryField } from './schema.js';

/**
 * Words of headings, the more telling ones first; a heading is read without case, accents and punctuation. Behind `=`
 * stands a word that says it only where it is the whole heading.
 */
const headings: readonly (readonly [InventoryField, readonly string[]])[] = [
  [
    'partNumber',
    [
      'part number',
      'part no',
      'partnumber',
      'oe',
      '=number',
      '=nummer',
      '=numero',
      'teilenummer',
      'teile nr',
      'numero de piece',
      'reference piece',
      'numero de pieza',
      'referencia',
    ],
  ],
  ['reference', ['stock', 'reference', 'our number', 'lager', 'id']],
  ['price', ['price', 'preis', 'prix', 'precio', 'cost']],
  ['interchangeGroup', ['interchange', 'group', 'gruppe', 'groupe', 'grupo']],
  ['make', ['make', 'marke', 'marque', 'marca', 'hersteller']],
  ['model', ['model', 'modell', 'modele', 'modelo']],
  ['vehicleBuilt', ['built', 'build', 'baujahr', 'bauzeit', 'year', 'annee', 'ano', 'date']],
  ['hand', ['side', 'hand', 'seite', 'cote', 'lado']],
  ['cavities', ['cavities', 'pins', 'ways', 'polzahl', 'broches', 'vias']],
  ['key', ['key', 'keying', 'kodierung', 'detrompeur']],
  ['plugColour', ['plug colour', 'connector colour', 'steckerfarbe', 'couleur']],
  ['hardware', ['hardware', 'hw']],
  ['software', ['software', 'sw']],
  ['options', ['options', 'ausstattung', 'equipement', 'opciones']],
  ['watts', ['watts', 'watt']],
  ['base', ['base', 'sockel', 'culot', 'casquillo']],
  ['stages', ['stages', 'stufen']],
  ['distance', ['distance', 'km', 'mileage', 'kilometer', 'laufleistung', 'odometer']],
  ['event', ['event', 'damage', 'schaden', 'accident', 'unfall', 'dano']],
  ['fired', ['fired', 'deployed', 'ausgelost', 'declenche', 'disparado']],
  ['storage', ['storage', 'lagerung', 'stockage']],
  ['donorVin', ['vin', 'chassis', 'fahrgestell']],
  ['condition', ['condition', 'zustand', 'etat', 'estado', 'new or used']],
  ['kind', ['kind', 'part', 'description', 'bezeichnung', 'teil', 'designation', 'piece', 'pieza', 'item']],
];

/** @example plainHeading('Numéro de pièce') // 'numero de piece' */
export function plainHeading(text: string): string {
  return text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}

/**
 * A guess for each heading; no field is given to two columns, and a heading that says nothing known stays null.
 *
 * @example guessColumns(['OE', 'Bezeichnung', 'Preis', 'Foto']) // ['partNumber', 'kind', 'price', null]
 */
export function guessColumns(head: readonly string[]): ColumnMapping {
  const mapping: (InventoryField | null)[] = head.map(() => null);
  const plain = head.map(plainHeading);
  const fits = (heading: string, word: string, whole: boolean) =>
    whole ? heading === word.replace(/^=/, '') : ` ${heading} `.includes(` ${word} `);
  for (const whole of [true, false])
    for (const [field, words] of headings) {
      if (mapping.includes(field)) continue;
      const at = plain.findIndex(
        (heading, n) => mapping[n] === null && words.some((word) => fits(heading, word, whole)),
      );
      if (at !== -1) mapping[at] = field;
    }
  return mapping;
}
