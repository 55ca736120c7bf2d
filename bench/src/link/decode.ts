/** A log of another origin as requests and answers in words; what is not understood stays as bytes. */
import { fromHex, joinLog, type LogProblem } from '../frames/index.js';
import { type Said, sayMessage } from '../services/index.js';

export interface DecodedMessage extends Said {
  readonly at: number;
  readonly channel: string;
  readonly id: string;
  readonly payload: string;
}

export function decodeLog(text: string): {
  readonly messages: readonly DecodedMessage[];
  readonly problems: readonly LogProblem[];
} {
  const { messages, problems } = joinLog(text);
  return { messages: messages.map((one) => ({ ...one, ...sayMessage(fromHex(one.payload)) })), problems };
}
