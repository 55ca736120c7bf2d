/** Tables that are asked for a word that somebody typed or a reader printed. */

/**
 * The table without the words that every object knows: `constructor` and `toString` are in it only where it names them.
 *
 * @example
 * wordTable({ lit: 1 })['constructor'] // undefined
 */
export function wordTable<V>(words: Readonly<Record<string, V>>): Readonly<Record<string, V>> {
  return Object.assign(Object.create(null) as Record<string, V>, words);
}
