// Who may enter the database: root by its socket alone; over TCP an owner and an application for each database.
import { createHash, hkdfSync, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { userInfo } from 'node:os';
import { join } from 'node:path';

/**
 * @typedef {{ user: string, password: string }} Login
 * @typedef {{ owner: Login, application: Login }} Access
 * @typedef {{ query(sql: string, values?: unknown): Promise<unknown> }} Connection
 */

/** The account that enters by the socket: MariaDB compares it with the user who opens the connection. */
export const rootUser = userInfo().username;

/**
 * What closes a data folder, whichever version made it: run by the server itself before it takes connections.
 * One statement a line, as MariaDB reads such a file.
 */
export function closingStatements() {
  const bySocket = [...new Set(['root', rootUser])].map(
    (user) =>
      `CREATE OR REPLACE USER \`${user}\`@\`localhost\` IDENTIFIED VIA unix_socket;\nGRANT ALL ON *.* TO \`${user}\`@\`localhost\` WITH GRANT OPTION;\n`,
  );
  const anyoneElse = [...new Set(['root', rootUser])].map((user) => `'${user}'`).join(', ');
  return [
    `DELETE FROM mysql.global_priv WHERE (User = '' AND Host <> '') OR (User IN (${anyoneElse}) AND Host <> 'localhost');\n`,
    "DELETE FROM mysql.db WHERE User = '';\n",
    'FLUSH PRIVILEGES;\n',
    // The accounts of earlier versions, which held for every database.
    "DROP USER IF EXISTS 'beacon_owner'@'127.0.0.1', 'beacon'@'127.0.0.1';\n",
    'DROP DATABASE IF EXISTS test;\n',
    ...bySocket,
  ].join('');
}

/**
 * The logins of one database, made up when they are first asked for.
 * @param {string} folder
 * @param {string} name
 * @returns {Access}
 */
export function accessTo(folder, name) {
  const file = join(folder, 'credentials.json');
  const known = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {};
  const passwords = known.databases ?? {};
  if (!passwords[name]) {
    passwords[name] = { owner: secret(), application: secret() };
    writeFileSync(`${file}.new`, JSON.stringify({ databases: passwords }), { mode: 0o600 });
    renameSync(`${file}.new`, file);
  }
  const { owner, application } = passwords[name];
  return {
    owner: { user: `${name}_owner`, password: owner },
    application: { user: `${name}_app`, password: application },
  };
}

/**
 * Keeps the logins of a database that are given from elsewhere.
 * @param {string} folder
 * @param {string} name
 * @param {Access} access
 */
export function keepAccess(folder, name, { owner, application }) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = join(folder, 'credentials.json');
  const known = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {};
  const databases = {
    ...known.databases,
    [name]: { owner: owner.password, application: application.password },
  };
  writeFileSync(`${file}.new`, JSON.stringify({ databases }), { mode: 0o600 });
  renameSync(`${file}.new`, file);
}

/**
 * The logins of a database as they are on every machine that has the cluster’s key: a new server joins with the
 * certificate and nothing else.
 * @param {string} key the file of the private key
 * @param {string} name
 * @returns {Access}
 */
export function accessByKey(key, name) {
  const secretOfKey = createHash('sha256').update(readFileSync(key)).digest();
  const login = (/** @type {string} */ user) => ({
    user,
    password: Buffer.from(hkdfSync('sha256', secretOfKey, 'dormant beacon', `user ${user}`, 24)).toString(
      'hex',
    ),
  });
  return { owner: login(`${name}_owner`), application: login(`${name}_app`) };
}

const secret = () => randomBytes(24).toString('hex');

/**
 * Makes a database's two users and gives its owner all rights on it and on nothing else.
 * @param {Connection} root
 * @param {string} name of the database; with a wildcard, of a family of them
 * @param {Access} access
 */
export async function admit(root, name, { owner, application }) {
  for (const { user, password } of [owner, application]) {
    await root.query("CREATE USER IF NOT EXISTS ?@'127.0.0.1'", [user]);
    await root.query("ALTER USER ?@'127.0.0.1' IDENTIFIED BY ?", [user, password]);
  }
  // An underscore stands for any letter there unless it is escaped.
  await root.query(`GRANT ALL ON \`${name.replace(/_/g, '\\_')}\`.* TO ?@'127.0.0.1' WITH GRANT OPTION`, [
    owner.user,
  ]);
}
