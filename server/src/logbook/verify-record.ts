/** Whether an exported record is whole, to the last byte; and where it is not. Needs no database. */
import { createHash } from 'node:crypto';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import type { Story } from '@dormant-beacon/contract';
import { isRefusal, Refusal } from '@dormant-beacon/core/refusal';
import yauzl from 'yauzl';
import { chainStart, link } from '../database/chain.js';
import { HttpProblem } from '../http/problem.js';
import { unpacked } from './archive.js';
import { codeOf, readCode } from './code.js';
import { fingerprint, holds } from './installation.js';
import { partsOf } from './parts.js';
import { provenStory } from './prove-story.js';
import { sealOf } from './seal.js';

export interface Flaw {
  /** A file of the archive, or a place in its `story.json`. */
  readonly where: string;
  readonly why: string;
}

export interface RecordVerdict {
  readonly whole: boolean;
  readonly flaws: readonly Flaw[];
  /** The job's number, its shop's name by its own word, and the key that signed it. */
  readonly number: string | null;
  readonly shop: string | null;
  readonly key: string | null;
  readonly exportedAt: string | null;
  /** Entries of the logbook, and the code that stands on a hand-back printed after the last of them. */
  readonly entries: number;
  readonly code: string | null;
}

const mostBytes = 400_000_000;

/**
 * @param code as it stands on a printed hand-back: whether this record is the one it was printed from
 * @throws Refusal where it is no archive at all, or the code is none
 */
export async function verifyRecord(bytes: Uint8Array, code: string | null = null): Promise<RecordVerdict> {
  const asked = code === null ? null : readCode(code);
  if (code !== null && asked === null)
    throw new Refusal('--code', `expected a code such as 31-9F3A 20C1 7B44 E05D, got "${code}"`);
  if (bytes.length === 0) throw new Refusal('', 'the input is empty; expected the archive of a job');
  if (bytes.length > mostBytes) throw new Refusal('', `larger than ${mostBytes / 1e6} MB`);
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b)
    throw new Refusal('', 'this is no archive of a job: it does not begin as one');
  const files = await filesOf(bytes);
  const flaws: Flaw[] = [...files.flaws];
  const signature = signatureIn(files.read.get('signature.json'), flaws);
  const text = files.read.get('story.json');
  const story = text && storyIn(text, flaws);
  if (!files.read.has('story.json') && !files.flaws.some(({ where }) => where === 'story.json'))
    flaws.push({ where: 'story.json', why: 'it is missing' });
  if (text && signature && !holds(text, signature)) flaws.push(...changedParts(story ?? null, signature));
  if (story) {
    flaws.push(...chainFlaws(story));
    flaws.push(...photoFlaws(story, files.read));
    if (flaws.length === 0) flaws.push(...(await deeperFlaws(bytes)));
  }
  if (signature) flaws.push(...sealFlaws(bytes, signature, flaws.length > 0));
  const entries = story?.logbook ?? [];
  if (asked && entries[asked.seq - 1]?.hash.slice(0, asked.hash.length) !== asked.hash)
    flaws.push({
      where: `logbook[${asked.seq - 1}]`,
      why: `the code ${code} was printed from another record, or from this one before it was changed`,
    });
  const last = entries.at(-1);
  return {
    whole: flaws.length === 0,
    flaws,
    number: story?.record.number ?? null,
    shop: story?.shop ?? null,
    key: signature ? fingerprint(signature.publicKey) : null,
    exportedAt: story?.exportedAt ?? null,
    entries: entries.length,
    code: last ? codeOf(entries.length, last.hash) : null,
  };
}

interface Signature {
  readonly publicKey: string;
  readonly signature: string;
  readonly parts?: Readonly<Record<string, string>>;
  readonly partsSignature?: string;
}

async function filesOf(bytes: Uint8Array): Promise<{ read: Map<string, Buffer>; flaws: Flaw[] }> {
  const read = new Map<string, Buffer>();
  const flaws: Flaw[] = [];
  const zip = await yauzl.fromBufferPromise(Buffer.from(bytes)).catch((error: Error) => {
    flaws.push({ where: 'the archive', why: `cut short or damaged: ${error.message}` });
    return null;
  });
  if (!zip) return { read, flaws };
  try {
    for await (const entry of zip.eachEntry())
      await zip
        .openReadStreamPromise(entry)
        .then(buffer)
        .then(
          (own) => read.set(entry.fileName, own),
          () =>
            flaws.push({ where: entry.fileName, why: 'it is damaged: its bytes are not what was packed' }),
        );
  } catch (error) {
    flaws.push({ where: 'the archive', why: `damaged: ${(error as Error).message}` });
  }
  return { read, flaws };
}

function signatureIn(bytes: Buffer | undefined, flaws: Flaw[]): Signature | null {
  const where = 'signature.json';
  const wrong = (why: string) => {
    if (!flaws.some((flaw) => flaw.where === where)) flaws.push({ where, why });
    return null;
  };
  if (!bytes) return wrong('it is missing');
  const own = jsonOf(bytes) as Partial<Signature> | null;
  if (typeof own?.publicKey !== 'string' || typeof own.signature !== 'string')
    return wrong('it is no signature: it was changed');
  if (
    own.parts &&
    !holds(Buffer.from(JSON.stringify(own.parts)), {
      publicKey: own.publicKey,
      signature: String(own.partsSignature),
    })
  )
    wrong('its list of parts was changed');
  return own as Signature;
}

function storyIn(bytes: Buffer, flaws: Flaw[]): Story | null {
  const story = jsonOf(bytes) as Story | null;
  const sound =
    Array.isArray(story?.logbook) &&
    story.logbook.every((row) => typeof row?.entry === 'string' && typeof row.hash === 'string') &&
    Array.isArray(story.photos) &&
    story.photos.every((photo) => typeof photo?.attachmentId === 'string') &&
    typeof story.record === 'object';
  if (!sound) flaws.push({ where: 'story.json', why: 'it is no longer the story of a job: it was changed' });
  return sound ? story : null;
}

function jsonOf(bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8'));
  } catch {
    return null;
  }
}

/** Which parts are others than those that were signed. */
function changedParts(story: Story | null, { parts }: Signature): Flaw[] {
  const known = story && parts ? knownParts(story) : null;
  const changed =
    known && parts
      ? [...new Set([...Object.keys(parts), ...Object.keys(known)])].filter(
          (name) => known[name] !== parts[name],
        )
      : [];
  return changed.length > 0
    ? changed.map((where) => ({ where, why: 'it is another than the one that was signed' }))
    : [{ where: 'story.json', why: 'it is another than the one that was signed' }];
}

function knownParts(story: Story): Readonly<Record<string, string>> | null {
  try {
    return partsOf(story);
  } catch {
    return null;
  }
}

/** The first entry from which on the chain does not follow. */
function chainFlaws({ logbook }: Story): Flaw[] {
  let previous = chainStart;
  for (const [n, row] of logbook.entries()) {
    const where = `logbook[${n}]`;
    if (row.seq !== n + 1) return [{ where, why: `entry ${n + 1} is missing, or stands elsewhere` }];
    previous = link(previous, String(row.entry));
    if (row.hash !== previous)
      return [{ where, why: `entry ${n + 1}, or its hash, is another than the one that was entered` }];
  }
  return logbook.length === 0 ? [{ where: 'logbook', why: 'it is empty' }] : [];
}

function photoFlaws({ photos }: Story, files: ReadonlyMap<string, Buffer>): Flaw[] {
  return photos.flatMap(({ attachmentId, sha256 }) => {
    const where = `photos/${attachmentId}`;
    const bytes = files.get(where);
    if (!bytes) return [{ where, why: 'it is missing, or damaged' }];
    const own = createHash('sha256').update(bytes).digest('hex');
    return own === sha256 ? [] : [{ where, why: 'it is another than the one that was exported' }];
  });
}

/** Every fact against its entry in the logbook, as when a story is taken in. */
async function deeperFlaws(bytes: Uint8Array): Promise<Flaw[]> {
  const folder = await mkdtemp(join(tmpdir(), 'beacon-record-'));
  try {
    const file = join(folder, 'record.zip');
    await writeFile(file, bytes);
    provenStory(await unpacked(file, folder), { codes: [], lines: [] });
    return [];
  } catch (error) {
    if (error instanceof HttpProblem || isRefusal(error)) return [placed(error)];
    throw error;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

function placed(error: HttpProblem | Refusal): Flaw {
  const [path, why] = isRefusal(error) ? [error.path, error.reason] : [error.more.path ?? '', error.detail];
  return { where: path || 'story.json', why: why.replace(`${path}: `, '') };
}

/** A byte that belongs to no file of the archive shows in the seal alone. */
function sealFlaws(bytes: Uint8Array, { publicKey }: Signature, found: boolean): Flaw[] {
  const seal = sealOf(bytes);
  if (!seal)
    return [
      { where: 'the archive', why: 'it is not sealed: an earlier version made it, or its end is lost' },
    ];
  if (holds(Buffer.from(seal.digest), { publicKey, signature: seal.signature })) return [];
  return found
    ? []
    : [{ where: 'the archive', why: 'bytes around its files were changed; the files are as they were' }];
}
