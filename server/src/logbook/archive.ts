/** A story's file as it arrives: kept on the disk while it is looked through, never held whole. */
import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdtemp, open, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { buffer } from 'node:stream/consumers';
import {
  type EarlierStory,
  earlierStory,
  mostPhotoBytes,
  story as storySchema,
  type Story,
  storySignature,
} from '@dormant-beacon/contract';
import { check } from '@dormant-beacon/core/refusal';
import yauzl from 'yauzl';
import { checkPhoto } from '../attachments/check-photo.js';
import { HttpProblem, invalid, tooLarge } from '../http/problem.js';
import { fingerprint, holds } from './installation.js';

/** Bytes of `story.json` when it is unpacked. */
const mostStoryJson = 80_000_000;
/** Bytes of `signature.json`: a digest for each part of the story. */
const mostSignature = 200_000;
const mostEntries = 1000;

/** A photo that lies on the disk and is what its name says. */
export interface UnpackedPhoto {
  readonly attachmentId: string;
  readonly type: string;
  readonly personId: string;
  readonly sha256: string;
  readonly width: number;
  readonly height: number;
  readonly file: string;
}

export interface UnpackedStory {
  readonly story: Pick<Story, 'exportedAt' | 'people' | 'record' | 'reports' | 'withheld'> & {
    readonly logbook: readonly { readonly seq: number; readonly entry: string; readonly hash: string }[];
  };
  readonly photos: readonly UnpackedPhoto[];
  /** The shop's name by its own word, and its key; null where the story is not signed. */
  readonly shop: string | null;
  readonly key: string | null;
}

/**
 * Keeps a file that arrives in a folder of its own, runs `use`, and leaves nothing behind.
 * @throws HttpProblem 413 where it is too large
 */
export async function withArrived<A>(
  body: Readable,
  limit: number,
  use: (arrived: { readonly file: string; readonly folder: string; readonly sha256: string }) => Promise<A>,
): Promise<A> {
  const folder = await mkdtemp(join(tmpdir(), 'beacon-story-'));
  try {
    const file = join(folder, 'arrived');
    const hash = createHash('sha256');
    const hashed = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        hash.update(chunk);
        done(null, chunk);
      },
    });
    await pipeline(body, atMost(limit), hashed, createWriteStream(file, { mode: 0o600 }));
    return await use({ file, folder, sha256: hash.digest('hex') });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

function atMost(limit: number): Transform {
  let size = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      size += chunk.length;
      done(size > limit ? tooLarge(limit) : null, chunk);
    },
  });
}

/** @throws HttpProblem where it is no such file, is cut short, unfolds too far, or its signature does not hold */
export async function unpacked(file: string, folder: string): Promise<UnpackedStory> {
  const handle = await open(file);
  const { buffer: head } = await handle.read(Buffer.alloc(4), 0, 4, 0);
  await handle.close();
  if (head.toString('latin1', 0, 2) === 'PK') return unzipped(file, folder);
  return fromEarlier(file, folder);
}

const noStory = (why: string) => invalid('body', `this file is no job’s story: ${why}`);

async function unzipped(file: string, folder: string): Promise<UnpackedStory> {
  const zip = await yauzl.openPromise(file, { autoClose: false, decodeStrings: true }).catch(() => {
    throw noStory('it is cut short or damaged, and no whole archive');
  });
  try {
    if (zip.entryCount > mostEntries) throw noStory(`it holds more than ${mostEntries} files`);
    const entries = new Map<string, yauzl.Entry>();
    for await (const entry of zip.eachEntry()) {
      if (entries.has(entry.fileName)) throw noStory(`“${entry.fileName.slice(0, 80)}” stands in it twice`);
      entries.set(entry.fileName, entry);
    }
    const read = async (name: string, most: number): Promise<Buffer> => {
      const entry = entries.get(name);
      if (!entry) throw noStory(`there is no “${name}” in it`);
      if (entry.uncompressedSize > most) throw tooLarge(most);
      return buffer(await zip.openReadStreamPromise(entry)).catch(() => {
        throw noStory(`“${name}” in it is damaged`);
      });
    };
    const bytes = await read('story.json', mostStoryJson);
    const signature = check(
      storySignature,
      json(await read('signature.json', mostSignature)),
      'signature.json',
    );
    if (!holds(bytes, signature))
      throw invalid('signature.json', 'the signature does not fit: this file was changed');
    const story = check(storySchema, json(bytes), '') as Story;
    const photos: UnpackedPhoto[] = [];
    for (const photo of story.photos) {
      const photoBytes = await read(`photos/${photo.attachmentId}`, mostPhotoBytes);
      photos.push(await keptPhoto(folder, photo, photoBytes, photo.sha256));
    }
    if (entries.size !== photos.length + 2) throw noStory('it holds files that the story does not name');
    return { story, photos, shop: story.shop, key: fingerprint(signature.publicKey) };
  } finally {
    zip.close();
  }
}

/** One file of JSON with photos in base64, as versions before the archive wrote it. */
async function fromEarlier(file: string, folder: string): Promise<UnpackedStory> {
  if ((await stat(file)).size > mostStoryJson) throw tooLarge(mostStoryJson);
  const story = check(earlierStory, json(await readFile(file)), '') as EarlierStory;
  const photos: UnpackedPhoto[] = [];
  for (const { base64, ...photo } of story.photos)
    photos.push(await keptPhoto(folder, photo, Buffer.from(base64, 'base64'), null));
  return { story, photos, shop: null, key: null };
}

async function keptPhoto(
  folder: string,
  { attachmentId, type, personId }: { attachmentId: string; type: string; personId: string },
  bytes: Buffer,
  named: string | null,
): Promise<UnpackedPhoto> {
  const path = `photos.${attachmentId}`;
  const size = checkPhoto(bytes, type, path);
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  if (named !== null && named !== sha256)
    throw invalid(path, 'the photo is another than the one that was exported');
  const file = join(folder, attachmentId);
  await writeFile(file, bytes, { mode: 0o600 });
  return { attachmentId, type, personId, sha256, ...size, file };
}

function json(bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8'));
  } catch (error) {
    throw new HttpProblem(
      400,
      'Not JSON',
      `The story is not valid JSON: ${(error as Error).message.slice(0, 200)}`,
    );
  }
}
