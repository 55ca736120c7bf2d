// Nodes of a MariaDB Galera cluster: the same database on several machines, each write on all of them or on none.
import { spawn } from 'node:child_process';
import { createHash, hkdfSync } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { delimiter, join } from 'node:path';
import { installDebianPackages } from './install.mjs';
import { root } from './paths.mjs';
import { runQuietly } from './run.mjs';
import { Stop } from './say.mjs';

/**
 * A member of the cluster: where its group port is. The two ports above that are taken for state that is handed over.
 * @typedef {{ host: string, port: number }} Member
 *
 * One’s own place in it.
 * @typedef {object} Node
 * @property {Member} at one’s own
 * @property {readonly Member[]} members all of them
 * @property {boolean} founds true where this node begins a new cluster instead of joining one
 * @property {{ cert: string, key: string } | null} tls what the nodes speak to each other under
 */

export const groupPort = 4567;
const provider = '/usr/lib/galera/libgalera_smm.so';
const clusterName = 'dormant_beacon';

/** Debian’s packages that a node needs; the one that would start a service of its own is unpacked, not installed. */
export async function installGalera() {
  await installDebianPackages([
    { file: provider, name: 'galera-4' },
    { file: '/usr/bin/rsync', name: 'rsync' },
    { file: '/usr/bin/ss', name: 'iproute2' },
    { file: '/usr/bin/gawk', name: 'gawk' },
  ]);
  if (existsSync(join(handingOver, 'wsrep_sst_rsync'))) return;
  mkdirSync(join(root, '.build'), { recursive: true });
  const making = mkdtempSync(join(root, '.build', 'debian-'));
  await runQuietly('apt-get', ['download', 'mariadb-server'], 'Debian’s mariadb-server could not be fetched.', {
    cwd: making,
  });
  const [file = ''] = readdirSync(making);
  await runQuietly('dpkg-deb', ['-x', join(making, file), making], 'mariadb-server could not be unpacked.');
  rmSync(join(making, file));
  // Begun by root, rsync’s daemon would hand the state to nobody.
  const script = join(making, 'usr', 'bin', 'wsrep_sst_rsync');
  const own = 'use chroot = no\nuid = $(id -u)\ngid = $(id -g)';
  writeFileSync(script, readFileSync(script, 'utf8').replace('use chroot = no', own));
  rmSync(unpacked, { recursive: true, force: true });
  renameSync(making, unpacked);
}

const unpacked = join(root, '.build', 'mariadb-server');
const handingOver = join(unpacked, 'usr', 'bin');

/**
 * What `mariadbd` is started with as a member.
 * @param {Node} node
 * @param {string} data
 */
export async function nodeArguments(node, data) {
  const { at, members, founds, tls } = node;
  const address = founds ? '' : members.map(({ host, port }) => `${host}:${port}`).join(',');
  const position = founds ? null : await positionOf(data);
  const options = [
    `gmcast.listen_addr=tcp://${at.host}:${at.port}`,
    `base_host=${at.host}`,
    `base_port=${at.port}`,
    `ist.recv_addr=${at.host}:${at.port + 1}`,
    // A member that does not answer for two seconds is asked about, and left out after three.
    'evs.keepalive_period=PT0.5S',
    'evs.inactive_check_period=PT0.5S',
    'evs.suspect_timeout=PT2S',
    'evs.inactive_timeout=PT3S',
    'evs.install_timeout=PT3S',
    'gcache.size=256M',
    'pc.recovery=TRUE',
    ...(tls ? [`socket.ssl_cert=${tls.cert}`, `socket.ssl_key=${tls.key}`, `socket.ssl_ca=${tls.cert}`] : []),
  ];
  return [
    '--wsrep-on=ON',
    `--wsrep-provider=${provider}`,
    `--wsrep-cluster-name=${clusterName}`,
    `--wsrep-cluster-address=gcomm://${address}`,
    `--wsrep-node-address=${at.host}`,
    `--wsrep-node-name=${at.host}:${at.port}`,
    `--wsrep-provider-options=${options.join(';')}`,
    '--wsrep-sst-method=rsync',
    `--wsrep-sst-receive-address=${at.host}:${at.port + 2}`,
    '--wsrep-slave-threads=4',
    '--binlog-format=ROW',
    '--innodb-autoinc-lock-mode=2',
    ...(position === null ? [] : [`--wsrep-start-position=${position}`]),
    ...(founds ? ['--wsrep-new-cluster'] : []),
  ];
}

/** The programs by which a node hands its state over are found here. */
export const nodePath = () => [handingOver, process.env['PATH']].join(delimiter);

/** Where a node that was killed has come to, as it finds itself; null where it has no state of the cluster yet. @param {string} data */
async function positionOf(data) {
  const state = join(data, 'grastate.dat');
  if (!existsSync(state)) return null;
  const text = readFileSync(state, 'utf8');
  const id = /^uuid:\s*(\S+)/m.exec(text)?.[1] ?? '';
  const seqno = /^seqno:\s*(-?\d+)/m.exec(text)?.[1] ?? '-1';
  if (/^0{8}-/.test(id)) return null;
  if (seqno !== '-1') return `${id}:${seqno}`;
  const recovered = await new Promise((/** @type {(text: string) => void} */ resolve) => {
    const child = spawn(
      'mariadbd',
      ['--no-defaults', `--datadir=${data}`, '--wsrep-recover', '--log-error=/dev/stderr', ...asOwnUser()],
      { stdio: ['ignore', 'ignore', 'pipe'] },
    );
    let output = '';
    child.stderr.on('data', (chunk) => (output += chunk));
    child.on('exit', () => resolve(output));
    child.on('error', () => resolve(output));
  });
  return /Recovered position:\s*(\S+)/.exec(recovered)?.[1] ?? null;
}

const asOwnUser = () => (process.getuid?.() === 0 ? ['--user=root'] : []);

/**
 * The password of a database’s user, the same on every machine that has the cluster’s key: a new server joins with the
 * certificate and nothing else.
 * @param {string} key the file of the private key
 * @param {string} user
 */
export function passwordByKey(key, user) {
  const secret = createHash('sha256').update(readFileSync(key)).digest();
  return Buffer.from(hkdfSync('sha256', secret, clusterName, `user ${user}`, 24)).toString('hex');
}

/**
 * `host`, `host:port`, several with commas.
 * @param {string} text
 * @returns {Member[]}
 * @throws Error where one is no address
 */
export function readMembers(text) {
  return text.split(',').map((one) => {
    const [, host, port] = /^([\w.-]+)(?::(\d+))?$/.exec(one.trim()) ?? [];
    const number = port === undefined ? groupPort : Number(port);
    if (host === undefined || number < 1 || number > 65_500)
      throw new Error(`--cluster: "${one}" is no address; expected such as 192.168.1.11,192.168.1.12`);
    return { host, port: number };
  });
}

/** @param {string} file */
export function refuseMissing(file) {
  if (!existsSync(file)) throw new Stop(`There is no file “${file}”.`);
}
