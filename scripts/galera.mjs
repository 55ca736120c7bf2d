// Nodes of a MariaDB Galera cluster: the same database on several machines, each write on all of them or on none.
import { spawn } from 'node:child_process';
import {
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { connect } from 'node:net';
import { delimiter, join } from 'node:path';
import { forCluster, installDebianPackages } from './install.mjs';
import { built, root } from './paths.mjs';
import { mayBuild } from './lock.mjs';
import { runQuietly } from './run.mjs';
import { say, Stop } from './say.mjs';

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
 * @property {number} [cacheMegabytes] of writes that are kept for a node that was away for a while
 */

export const groupPort = 4567;
const provider = '/usr/lib/galera/libgalera_smm.so';
const clusterName = 'dormant_beacon';

/** Debian’s packages that a node needs; the one that would start a service of its own is unpacked, not installed. */
export async function installGalera() {
  await installDebianPackages(forCluster);
  if (existsSync(join(handingOver, 'wsrep_sst_rsync'))) return;
  if (!mayBuild())
    throw new Stop(
      `A part of Debian’s mariadb-server has to be unpacked in ${root}, which belongs to somebody else. Start a member once as its owner, or give the clone to the user who runs it.`,
    );
  const making = mkdtempSync(join(built, 'debian-'));
  const fetched = () =>
    runQuietly('apt-get', ['download', 'mariadb-server'], 'Debian’s mariadb-server could not be fetched.', {
      cwd: making,
    });
  // A machine that has never read the package lists, or read them long ago, knows of no such file.
  await fetched().catch(async () => {
    await runQuietly('apt-get', ['update'], 'The package lists could not be read.');
    await fetched();
  });
  const [file = ''] = readdirSync(making);
  await runQuietly('dpkg-deb', ['-x', join(making, file), making], 'mariadb-server could not be unpacked.');
  rmSync(join(making, file));
  // Begun by root, rsync’s daemon would hand the state to nobody; begun by anybody else, it may name nobody.
  const script = join(making, 'usr', 'bin', 'wsrep_sst_rsync');
  const own = "use chroot = no\n$(test $(id -u) -ne 0 || printf 'uid = 0\\ngid = 0')";
  writeFileSync(script, readFileSync(script, 'utf8').replace('use chroot = no', own));
  rmSync(unpacked, { recursive: true, force: true });
  renameSync(making, unpacked);
}

const unpacked = join(built, 'mariadb-server');
const handingOver = join(unpacked, 'usr', 'bin');

/**
 * What `mariadbd` is started with as a member.
 * @param {Node} node
 * @param {string} data
 */
export async function nodeArguments(node, data) {
  const { at, members, founds, tls } = node;
  const others = members.map(({ host, port }) => `${host}:${port}`).join(',');
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
    `gcache.size=${node.cacheMegabytes ?? 256}M`,
    'pc.recovery=TRUE',
    ...(tls ? [`socket.ssl_cert=${tls.cert}`, `socket.ssl_key=${tls.key}`, `socket.ssl_ca=${tls.cert}`] : []),
  ];
  return [
    '--wsrep-on=ON',
    `--wsrep-provider=${provider}`,
    `--wsrep-cluster-name=${clusterName}`,
    `--wsrep-cluster-address=gcomm://${others}`,
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

/**
 * What a node keeps of its cluster beside its data; null where the data is part of none.
 * @param {string} data
 * @returns {{ id: string, seqno: string, lastToLeave: boolean } | null}
 */
function stateOf(data) {
  const file = join(data, 'grastate.dat');
  const text = existsSync(file) ? readFileSync(file, 'utf8') : '';
  const id = /^uuid:\s*(\S+)/m.exec(text)?.[1] ?? '';
  if (id === '' || /^0{8}-/.test(id)) return null;
  return {
    id,
    seqno: /^seqno:\s*(-?\d+)/m.exec(text)?.[1] ?? '-1',
    lastToLeave: !/^safe_to_bootstrap:\s*0/m.test(text),
  };
}

/** Written before a machine takes over anything, so that half of a first copy is known for what it is. @param {string} folder */
const joinedMark = (folder) => join(folder, 'joined-a-cluster');

/** @param {string} data */
const holdsShop = (data) => existsSync(data) && readdirSync(data).some((name) => name.startsWith('beacon_'));

/**
 * Before data is opened without a cluster.
 * @param {string} folder
 * @throws Stop where it is part of one, or half of a first copy: changed alone, it would differ from the others for good
 */
export function refuseAlone(folder) {
  const data = join(folder, 'mariadb');
  const isHalfACopy = existsSync(joinedMark(folder)) && holdsShop(data);
  if (stateOf(data) !== null || isHalfACopy)
    throw new Stop(
      `The data in ${folder} is part of a cluster, and is not opened without it: start it with --cluster. For a shop that stands alone, restore a backup of it into a folder of its own (BEACON_DATA=…).`,
    );
  // A machine that only waited for a cluster has nothing of it: from now on it has a shop of its own.
  rmSync(joinedMark(folder), { force: true });
}

/**
 * A node as it is started: one founds a cluster where there is none yet, and whoever joins has nothing to lose by it.
 * @param {Node} node as it was asked for
 * @param {string} folder
 * @returns {Promise<Node>}
 * @throws Stop where this machine has a shop of its own, which joining would replace
 */
export async function placeOf(node, folder) {
  const data = join(folder, 'mariadb');
  const state = stateOf(data);
  const there = await firstThatAnswers(node.members.filter((one) => one !== node.at));
  const joined = existsSync(joinedMark(folder));
  const founds = node.founds && there === null && (state?.lastToLeave ?? !joined);
  if (node.founds && !founds)
    say(
      there !== null && state === null
        ? `A cluster is there already, ${there.host}:${there.port} answers: joining it`
        : 'This machine belongs to a cluster already: joining it',
    );
  if (!founds && holdsShop(data) && state === null && !joined)
    throw new Stop(
      `${folder} holds a shop of its own, which joining the cluster would replace. Found the cluster with it (--found, while no other member runs), or join with an empty folder (BEACON_DATA=…).`,
    );
  if (!founds) writeFileSync(joinedMark(folder), '', { mode: 0o600 });
  return { ...node, founds };
}

/**
 * What a member waits for that does not belong yet, in words.
 * @param {Node} node
 * @param {string} told what its log says since it was started
 */
export async function waitsFor(node, told) {
  const bound = /bind: (Address already in use|Cannot assign requested address)/.exec(told)?.[1];
  if (bound !== undefined)
    return `This machine cannot be ${node.at.host}:${node.at.port} of the cluster (${bound.toLowerCase()}): say which member it is with --at.`;
  if (/certificate verify failed/.test(told))
    return 'The other members have another certificate: all of them need the same two files (--tls CERT KEY).';
  const denied = /Access denied for user '([^']+)'@'localhost'/.exec(told)?.[1];
  if (denied !== undefined)
    return `The cluster was founded under another user name than “${denied}”: all members run under the same one.`;
  const others = node.members.filter((one) => one !== node.at);
  const names = others.map(({ host, port }) => `${host}:${port}`).join(', ');
  return (await firstThatAnswers(others)) === null
    ? `Waiting for another member of the cluster: nobody answers at ${names} yet.`
    : 'Joining the cluster, and taking over what it holds.';
}

/** @param {readonly Member[]} members @returns {Promise<Member | null>} */
async function firstThatAnswers(members) {
  const answers = await Promise.all(
    members.map(
      ({ host, port }) =>
        new Promise((/** @type {(value: boolean) => void} */ resolve) => {
          const socket = connect({ host, port, timeout: 2000 });
          const end = (/** @type {boolean} */ value) => {
            socket.destroy();
            resolve(value);
          };
          socket.once('connect', () => end(true));
          socket.once('timeout', () => end(false));
          socket.once('error', () => end(false));
        }),
    ),
  );
  return members.find((_, n) => answers[n]) ?? null;
}

/** Where a node that was killed has come to, as it finds itself; null where it has no state of the cluster yet. @param {string} data */
async function positionOf(data) {
  const state = stateOf(data);
  if (state === null) return null;
  if (state.seqno !== '-1') return `${state.id}:${state.seqno}`;
  const recovered = await new Promise((/** @type {(text: string) => void} */ resolve) => {
    const child = spawn(
      'mariadbd',
      [
        '--no-defaults',
        `--datadir=${data}`,
        `--tmpdir=${data}`,
        '--wsrep-recover',
        '--log-error=/dev/stderr',
        ...asOwnUser(),
      ],
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

/**
 * One’s own place in a cluster, as it is asked for at the start; null where none is.
 * @param {{ cluster?: string | undefined, at?: string | undefined, found?: boolean | undefined }} values
 * @param {{ cert: string, key: string } | null} tls
 * @param {readonly string[]} own names and addresses of this machine
 * @returns {Node | null}
 * @throws Error where the place is not among the members, or others could listen to what they say
 */
export function readNode({ cluster, at, found }, tls, own) {
  if (cluster === undefined) {
    if (at !== undefined || found) throw new Error('--at and --found say something of a --cluster');
    return null;
  }
  const members = readMembers(cluster);
  const wanted = at === undefined ? null : readMembers(at)[0];
  const mine = members.filter(({ host, port }) =>
    wanted ? host === wanted.host && port === wanted.port : own.includes(host),
  );
  const [place, another] = mine;
  if (place === undefined)
    throw new Error(
      `--cluster: none of ${cluster} is this machine; say which it is with --at. It is known as ${own.join(', ')}`,
    );
  if (another !== undefined)
    throw new Error(`--cluster: several of ${cluster} are this machine; say which one this is with --at`);
  const far = members.some(({ host }) => !/^(?:127\.|localhost$)/.test(host));
  if (!tls)
    throw new Error(
      far
        ? '--cluster: between machines everything goes under a certificate that all of them have: --tls CERT KEY'
        : '--cluster: the logins of its databases follow from the key of a certificate: --tls CERT KEY',
    );
  return { at: place, members, founds: found === true, tls };
}
