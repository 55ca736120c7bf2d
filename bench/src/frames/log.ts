/** The open text log of timed frames: `(1736.250000) can0 7E0#0322F19000000000`, a frame a line. */

export interface LoggedFrame {
  /** Seconds. */
  readonly at: number;
  readonly channel: string;
  /** As it is printed: three hexadecimal figures, or eight. */
  readonly id: string;
  readonly data: Uint8Array;
}

export interface LogProblem {
  /** Counted from 1. */
  readonly line: number;
  readonly why: string;
}

const shape = /^\((\d{1,12}(?:\.\d{1,9})?)\)\s+(\S{1,32})\s+(\S{1,300})(?:\s+[RT])?$/;
const identifier = /^(?:[0-9A-Fa-f]{3}|[0-9A-Fa-f]{8})$/;

/** A line as a frame, or why it is none. */
export function readLine(text: string): LoggedFrame | string {
  const [, at, channel, frame] = shape.exec(text.trim()) ?? [];
  if (at === undefined) return 'expected (seconds) channel id#bytes';
  const [id, ...rest] = frame!.split('#');
  if (!identifier.test(id!)) return `"${id!.slice(0, 20)}" is no identifier of three or eight figures`;
  if (rest.length === 0) return 'expected # between identifier and bytes';
  if (rest.length > 1) return 'a frame with flags of its own; only frames of eight bytes are read';
  const [bytes] = rest as [string];
  if (/^R\d?$/.test(bytes)) return 'a remote frame carries no bytes';
  if (!/^(?:[0-9A-Fa-f]{2})*$/.test(bytes)) return 'the bytes are no pairs of hexadecimal figures';
  if (bytes.length > 16) return `${bytes.length / 2} bytes; a frame has eight at most`;
  return { at: Number(at), channel: channel!, id: id!.toUpperCase(), data: fromHex(bytes) };
}

/** @example writeLine({ at: 1736.25, channel: 'can0', id: '7E0', data }) // '(1736.250000) can0 7E0#0322F190…' */
export const writeLine = ({ at, channel, id, data }: LoggedFrame): string =>
  `(${at.toFixed(6)}) ${channel} ${id}#${toHex(data).toUpperCase()}`;

/** @throws RangeError where the text is no pairs of hexadecimal figures */
export function fromHex(text: string): Uint8Array {
  if (!/^(?:[0-9A-Fa-f]{2})*$/.test(text)) throw new RangeError('no pairs of hexadecimal figures');
  return Uint8Array.from({ length: text.length / 2 }, (_, n) =>
    Number.parseInt(text.slice(2 * n, 2 * n + 2), 16),
  );
}

export const toHex = (bytes: Uint8Array): string =>
  Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
