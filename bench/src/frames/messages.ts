/** The messages of a log, each with the time of its first frame. */
import { type Joined, Joiner } from './join.js';
import { type LoggedFrame, type LogProblem, readLine, toHex } from './log.js';

export interface LoggedMessage {
  /** Of its first frame, in seconds. */
  readonly at: number;
  readonly channel: string;
  readonly id: string;
  /** In hexadecimal. */
  readonly payload: string;
}

export interface JoinedLog {
  /** In the order in which they were completed. */
  readonly messages: readonly LoggedMessage[];
  readonly problems: readonly LogProblem[];
}

/** Each channel and identifier is joined by itself; flow control is no message. Blank lines are passed over. */
export function joinLog(text: string): JoinedLog {
  const joiners = new Map<string, Joiner>();
  const frames: LoggedFrame[] = [];
  const lines: number[] = [];
  const messages: LoggedMessage[] = [];
  const problems: LogProblem[] = [];
  const take = (one: Joined, line: number, { channel, id }: LoggedFrame): void => {
    if (one.kind === 'problem') problems.push({ line, why: one.why });
    if (one.kind === 'message')
      messages.push({ at: frames[one.from]!.at, channel, id, payload: toHex(one.payload) });
  };
  text.split(/\r\n|\n|\r/).forEach((written, n) => {
    if (written.trim() === '') return;
    const line = n + 1;
    const frame = readLine(written);
    if (typeof frame === 'string') return void problems.push({ line, why: frame });
    const { channel, id } = frame;
    const key = `${channel} ${id}`;
    const joiner = joiners.get(key) ?? new Joiner();
    joiners.set(key, joiner);
    const at = frames.push(frame) - 1;
    lines.push(line);
    for (const one of joiner.push(frame.data, at)) take(one, line, frame);
  });
  for (const { openFrom } of joiners.values())
    if (openFrom !== null)
      problems.push({ line: lines[openFrom]!, why: 'the log ends before the message does' });
  return { messages, problems: problems.sort((a, b) => a.line - b.line) };
}
