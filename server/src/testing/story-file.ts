/** Stories as files, for specs: fetched, taken apart, changed and put together again by anyone's key. */
import { generateKeyPairSync, randomUUID, sign } from 'node:crypto';
import { buffer } from 'node:stream/consumers';
import type { Story } from '@dormant-beacon/contract';
import yauzl from 'yauzl';
import { ZipFile } from 'yazl';
import type { Answer, Shop } from './shop.js';

export interface StoryFile {
  readonly story: Story;
  /** Every other file, by its name in the archive. */
  readonly files: ReadonlyMap<string, Buffer>;
}

export async function exported(shop: Shop, jobId: string): Promise<StoryFile & { readonly bytes: Buffer }> {
  const response = await fetch(`${shop.address}/api/jobs/${jobId}/story.zip`, {
    headers: shop.cookie(shop.desk),
  });
  if (!response.ok) throw new Error(await response.text());
  const bytes = Buffer.from(await response.arrayBuffer());
  const zip = await yauzl.fromBufferPromise(bytes);
  const files = new Map<string, Buffer>();
  for await (const entry of zip.eachEntry())
    files.set(entry.fileName, await buffer(await zip.openReadStreamPromise(entry)));
  const story = JSON.parse(files.get('story.json')!.toString()) as Story;
  files.delete('story.json');
  return { story, files, bytes };
}

const stranger = generateKeyPairSync('ed25519');

/** An archive of these files, signed by a stranger's key; `signed` is what the signature is for, `signature` another one. */
export async function packed(
  { story, files }: StoryFile,
  { signed, signature: given }: { signed?: Buffer; signature?: object } = {},
): Promise<Buffer> {
  const bytes = Buffer.from(JSON.stringify(story));
  const signature = given ?? {
    publicKey: stranger.publicKey.export({ type: 'spki', format: 'der' }).toString('base64'),
    signature: sign(null, signed ?? bytes, stranger.privateKey).toString('base64'),
  };
  const zip = new ZipFile();
  zip.addBuffer(bytes, 'story.json');
  zip.addBuffer(Buffer.from(JSON.stringify(signature)), 'signature.json');
  for (const [name, content] of files) if (name !== 'signature.json') zip.addBuffer(content, name);
  zip.end();
  return buffer(zip.outputStream);
}

export async function take<B = Record<string, unknown>>(
  shop: Shop,
  bytes: Buffer,
  { type = 'application/zip', person = shop.lead, key = randomUUID() as string } = {},
): Promise<Answer<B>> {
  const response = await fetch(`${shop.address}/api/stories`, {
    method: 'POST',
    headers: {
      'Content-Type': type,
      'Idempotency-Key': key,
      'Beacon-Person': person,
      ...shop.cookie(person),
    },
    body: new Uint8Array(bytes),
  });
  return { status: response.status, body: (await response.json()) as B, headers: response.headers };
}
