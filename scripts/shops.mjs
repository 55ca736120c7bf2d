// The shops of one installation: a database each, known by their addresses.

/**
 * @typedef {{ name: string, hosts: readonly string[] }} OwnShop the database’s name, and the names by which it is asked for
 */

/** The database of a shop that has a name among others. @param {string} name */
export const databaseOfShop = (name) => `beacon_shop_${name}`;

/**
 * `north=north.shop.example,south=south.shop.example|yard.shop.example`
 * @param {string} text
 * @returns {OwnShop[]}
 * @throws Error where a name or an address cannot be, or stands twice
 */
export function readShops(text) {
  const shops = text.split(',').map((one) => {
    const [, name, hosts] = /^([a-z][a-z0-9]{0,19})=([\w.|-]+)$/.exec(one.trim()) ?? [];
    if (name === undefined || hosts === undefined)
      throw new Error(`--shops: "${one}" is no shop; expected such as north=north.shop.example`);
    return { name: databaseOfShop(name), hosts: hosts.split('|') };
  });
  const all = shops.flatMap(({ name, hosts }) => [name, ...hosts.map((host) => host.toLowerCase())]);
  const twice = all.find((own, n) => all.indexOf(own) !== n);
  if (twice !== undefined) throw new Error(`--shops: "${twice}" stands there twice`);
  return shops;
}
