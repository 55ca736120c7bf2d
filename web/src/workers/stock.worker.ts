/**
 * Reads a yard's list a piece at a time: the page asks for the next piece when the last one is kept, so that no more
 * than one is ever held, however long the list is.
 */
import '../page-policy';
import { type ColumnMapping, guessColumns, type InventoryRow, readRow } from '@dormant-beacon/core/inventory';
import papa from 'papaparse';

export type StockRequest =
  | { readonly look: File }
  | { readonly read: File; readonly columns: ColumnMapping; readonly from: number }
  | 'next';

export interface StockHead {
  readonly head: readonly string[];
  readonly guess: ColumnMapping;
  /** The first line under the heading. */
  readonly first: readonly string[];
  readonly fingerprint: string;
}

export interface StockPiece {
  readonly from: number;
  readonly to: number;
  readonly rows: readonly { readonly line: number; readonly row: InventoryRow }[];
  readonly bad: readonly { readonly line: number; readonly text: string; readonly why: string }[];
  /** How much of the file is read, from 0 to 1. */
  readonly share: number;
}

export type StockAnswer =
  | { readonly head: StockHead }
  | { readonly piece: StockPiece }
  | { readonly ended: number }
  | { readonly problem: string };

const pieceLines = 1500;
const chunkBytes = 600_000;
/** Bytes at either end by which a file is told from another. */
const endBytes = 65_536;
const mostText = 500;

let next: (() => void) | null = null;
const say = (answer: StockAnswer): void => postMessage(answer);

addEventListener('message', ({ data }: MessageEvent<StockRequest>) => {
  if (data === 'next') return next?.();
  const work = 'look' in data ? look(data.look) : read(data.read, data.columns, data.from);
  work.catch((error: Error) => say({ problem: error.message }));
});

/** UTF-8 and UTF-16 as they say themselves, else what older programs write. */
async function encodingOf(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.slice(0, endBytes).arrayBuffer());
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes, { stream: true });
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

async function look(file: File): Promise<void> {
  const encoding = await encodingOf(file);
  const lines = await new Promise<string[][]>((resolve, reject) =>
    papa.parse<string[]>(file, {
      encoding,
      preview: 2,
      skipEmptyLines: 'greedy',
      complete: ({ data }) => resolve(data),
      error: (error) => reject(error),
    }),
  );
  const head = (lines[0] ?? []).map((cell) =>
    cell
      .replace(/^\uFEFF/, '')
      .trim()
      .slice(0, 200),
  );
  if (head.length < 2) throw new Error('This is no table: its first line holds no headings.');
  say({
    head: { head, guess: guessColumns(head), first: lines[1] ?? [], fingerprint: await fingerprintOf(file) },
  });
}

/** FNV-1a over both ends, with size and time: enough to know the same file again. */
async function fingerprintOf(file: File): Promise<string> {
  const ends = await Promise.all(
    [file.slice(0, endBytes), file.slice(-endBytes)].map((one) => one.arrayBuffer()),
  );
  let hash = 0x811c9dc5;
  for (const end of ends) for (const byte of new Uint8Array(end)) hash = Math.imul(hash ^ byte, 0x01000193);
  return `${file.size}-${(hash >>> 0).toString(16)}`;
}

/** @param from the first line that is wanted; the heading is line 1 */
async function read(file: File, columns: ColumnMapping, from: number): Promise<void> {
  const encoding = await encodingOf(file);
  let line = 0;
  let waiting: string[][] = [];
  let first = from;
  const send = async (share: number): Promise<void> => {
    if (waiting.length === 0) return;
    say({ piece: { ...pieceOf(waiting, first, columns), share } });
    first += waiting.length;
    waiting = [];
    await new Promise<void>((resolve) => (next = resolve));
  };
  await new Promise<void>((resolve, reject) =>
    papa.parse<string[]>(file, {
      encoding,
      chunkSize: chunkBytes,
      skipEmptyLines: 'greedy',
      chunk: ({ data, meta }, parser) => {
        parser.pause();
        void (async () => {
          for (const cells of data) {
            line++;
            if (line < from) continue;
            waiting.push(cells);
            if (waiting.length >= pieceLines) await send(Math.min(1, meta.cursor / file.size));
          }
          parser.resume();
        })().catch(reject);
      },
      complete: () => void send(1).then(resolve, reject),
      error: (error) => reject(error),
    }),
  );
  say({ ended: Math.max(0, line - 1) });
}

function pieceOf(lines: readonly (readonly string[])[], from: number, columns: ColumnMapping) {
  const rows: { line: number; row: InventoryRow }[] = [];
  const bad: { line: number; text: string; why: string }[] = [];
  lines.forEach((cells, n) => {
    const answer = readRow(cells, columns);
    if ('row' in answer) rows.push({ line: from + n, row: answer.row });
    else
      bad.push({ line: from + n, text: cells.join('; ').slice(0, mostText), why: answer.why.slice(0, 300) });
  });
  return { from, to: from + lines.length - 1, rows, bad };
}
